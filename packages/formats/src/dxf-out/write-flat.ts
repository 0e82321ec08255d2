import {
  determinant,
  IDENTITY,
  parsePathData,
  RelayError,
  type Affine,
  type Contour,
} from '@coin-relay/core';
import type { Machine } from '@coin-relay/model';
import {
  allDrawn,
  cropped,
  croppedLines,
  MachineItems,
  type DrawnItem,
  type DrawnWanted,
} from '@coin-relay/scene';
import { DxfWriter, point3d, Units } from '@tarikjabiri/dxf';
import { addContour } from './block-lines';
import { DxfNames } from './dxf-names';

/** Entities of a file, at the most. */
export const MOST_ENTITIES = 500_000;
/** Axes whose angle is off a right one by less than this are square. */
const SQUARE = 1e-9;

export interface FlatAsked extends DrawnWanted {
  readonly frame: number;
}

/** A file, and what is in it. */
export interface DxfFile {
  readonly text: string;
  readonly blocks: number;
  readonly inserts: number;
}

/**
 * The drawing of a machine at a frame as DXF (AC1021), in mm: a block for each piece and wheel, an insert for each place
 * it is in, layers by row and kind. What bends, and what is stretched or cut, is drawn where it lies.
 * @throws RelayError request-invalid where there is too much of it
 */
export function writeFlatDxf(machine: Machine, { frame, ...wanted }: FlatAsked): DxfFile {
  const dxf = newDxf();
  const names = new DxfNames();
  const layers = new DxfNames();
  const blocks = new Set<string>();
  const contours = new Map<string, readonly Contour[]>();
  const read = (d: string): readonly Contour[] => {
    let found = contours.get(d);
    if (!found) contours.set(d, (found = d === '' ? [] : parsePathData(d)));
    return found;
  };
  let entities = 0;
  let inserts = 0;
  const layerOf = ({ run, kind }: DrawnItem): string => {
    const row = machine.job.runs.find(({ id }) => id === run)?.name;
    const name = layers.of(`${run ?? ''} ${kind}`, row === undefined ? LAYER[kind] : `${row} ${LAYER[kind]}`);
    if (!dxf.tables.layerTable.exist(name)) dxf.addLayer(name, COLOUR[kind], 'Continuous');
    return name;
  };
  for (const item of allDrawn(new MachineItems(machine, wanted).at(frame))) {
    // What lies over its neighbour once more has the same lines.
    if (item.what !== 'all') continue;
    const layerName = layerOf(item);
    const laid = item.look !== null && item.cut === null && item.map ? insertOf(item.map) : null;
    if (laid && item.look !== null) {
      const name = names.of(`${item.run ?? ''} ${item.look}`, item.name);
      if (!blocks.has(name)) {
        blocks.add(name);
        const block = dxf.addBlock(name);
        // What is on layer 0 of a block is on the layer it is inserted on.
        for (const { d } of item.shapes)
          for (const contour of read(d)) addContour(block, contour, { layerName: '0' });
      }
      dxf.addInsert(name, point3d(laid.x, laid.y), {
        layerName,
        rotationAngle: laid.degrees,
        scaleFactor: { x: laid.along, y: laid.across, z: 1 },
      });
      inserts++;
      entities++;
    } else {
      const map = item.map ?? undefined;
      for (const shape of item.shapes)
        for (const contour of read(croppedData(item, shape))) {
          addContour(dxf.modelSpace, contour, { layerName }, map);
          entities += contour.segments.length;
        }
    }
    if (entities > MOST_ENTITIES)
      throw new RelayError(
        'request-invalid',
        `A drawing of more than ${MOST_ENTITIES.toLocaleString('en')} lines is too large. Take fewer rows.`,
        { field: 'runs' },
      );
  }
  return { text: dxf.stringify(), blocks: blocks.size, inserts };
}

/** A new file in mm. */
export function newDxf(): DxfWriter {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  return dxf;
}

/** What layers are called by what is on them; colours are numbers of the standard palette. */
const LAYER: Readonly<Record<DrawnItem['kind'], string>> = {
  piece: 'pieces',
  letter: 'lettering',
  wheel: 'wheels',
  band: 'band',
  path: 'path',
  mark: 'left out',
  machine: 'machine',
};
const COLOUR: Readonly<Record<DrawnItem['kind'], number>> = {
  piece: 7,
  letter: 7,
  wheel: 8,
  band: 7,
  path: 4,
  mark: 8,
  machine: 9,
};

/** What is left of a shape at the boundary that cuts it. */
function croppedData({ map, cut }: DrawnItem, { d, fill }: DrawnItem['shapes'][number]): string {
  if (!cut || d === '') return d;
  const at = Array.from(map ?? IDENTITY);
  return fill === null ? croppedLines(d, at, cut) : cropped(d, at, cut);
}

/** A map as an insert has it; null where its axes are not square to each other. */
function insertOf(
  m: Affine,
): { x: number; y: number; degrees: number; along: number; across: number } | null {
  const along = Math.hypot(m[0], m[1]);
  const across = determinant(m) / along;
  const skew = (m[0] * m[2] + m[1] * m[3]) / (along * Math.abs(across));
  if (!(along > 0) || !(Math.abs(across) > 0) || Math.abs(skew) > SQUARE) return null;
  return { x: m[4], y: m[5], degrees: (Math.atan2(m[1], m[0]) * 180) / Math.PI, along, across };
}
