import { type Export } from './export';
import { jobJson } from './job-json';
import { partsCsv } from './parts-csv';
import { placesCsv, placesJson } from './places';
import { svgMoving } from './svg-moving';
import { svgStill } from './svg-still';

export * from './export';

/** Every way to hand off, in the order it is offered in. */
export const EXPORTS: readonly Export[] = [svgStill, svgMoving, placesCsv, placesJson, partsCsv, jobJson];
export * from './file-name';
