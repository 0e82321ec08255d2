import { type Export } from './export';
import { dxf } from './dxf';
import { glb } from './glb';
import { html } from './html';
import { jobBundle } from './job-bundle';
import { jobJson } from './job-json';
import { obj, stl } from './meshes';
import { partsCsv, partsPage } from './parts';
import { apng, frames, gif, mp4, webm } from './pictures';
import { placesCsv, placesJson } from './places';
import { svgMoving } from './svg-moving';
import { svgStill } from './svg-still';

export * from './export';

/** Every way to hand off, in the order it is offered in. */
export const EXPORTS: readonly Export[] = [
  svgStill,
  svgMoving,
  dxf,
  glb,
  stl,
  obj,
  frames,
  mp4,
  webm,
  apng,
  gif,
  html,
  placesCsv,
  placesJson,
  partsCsv,
  partsPage,
  jobJson,
  jobBundle,
];
export * from './fields';
export * from './file-name';
export * from './options';
export * from './picture-of';
export * from './write-export';
export type * from '../frames/frame-source';
export type * from '../frames/platform';
