import { RelayError, type Contour, type Segment, type Vec } from '@coin-relay/core';
import { checkSize, DRAWING_LIMITS, DrawingCollector, type Drawing } from '../drawing/drawing';
import { mapContour, multiply, type AffineTuple } from '@coin-relay/core';
import { entityContour } from './entities';
import { readSections, type DxfFile } from './sections';
import { numberOf, textOf, type Entity } from './tags';

/** Millimetres in the units a header can name ($INSUNITS); none named is taken as mm. */
const UNITS: ReadonlyMap<number, number> = new Map([
  [1, 25.4],
  [2, 304.8],
  [4, 1],
  [5, 10],
  [6, 1000],
  [8, 25.4e-6],
  [9, 0.0254],
  [10, 914.4],
  [13, 1e-3],
  [14, 100],
]);

/** Kinds that are no lines, with the reason. */
const NOT_LINES: ReadonlyMap<string, string> = new Map([
  ['TEXT', 'text has no line to run on'],
  ['MTEXT', 'text has no line to run on'],
  ['ATTRIB', 'text has no line to run on'],
  ['ATTDEF', 'text has no line to run on'],
  ['DIMENSION', 'a dimension, not a line of the part'],
  ['HATCH', 'a filling, not a line'],
  ['POINT', 'a point by itself is no line'],
  ['POLYLINE', 'a mesh, not a line'],
  ['VIEWPORT', 'a window of the sheet, not a line'],
]);

/**
 * Reads the lines of a text DXF file: LINE, ARC, CIRCLE, ELLIPSE, LWPOLYLINE and POLYLINE with
 * bulges, SPLINE, and what INSERT copies from blocks. The header's unit decides what a unit is.
 *
 * @throws RelayError file-too-large, file-broken (with the line), file-refused
 */
export function readDxf(text: string): Drawing {
  checkSize(text);
  const file = readSections(text);
  const unit = UNITS.get(Number(file.header.get('$INSUNITS') ?? 0));
  const k = unit ?? 1;
  const reader = new DxfReader(file);
  for (const entity of file.entities) reader.draw(entity, [k, 0, 0, k, 0, 0], []);
  return reader.collected.result(k, unit !== undefined);
}

class DxfReader {
  readonly collected = new DrawingCollector();
  private readonly read = new Map<Entity, Contour | string>();

  constructor(private readonly file: DxfFile) {}

  draw(entity: Entity, matrix: AffineTuple, blocks: readonly string[]): void {
    const { collected } = this;
    collected.count(blocks.length > 0);
    const { kind } = entity;
    const layer = textOf(entity, 8) ?? '0';
    if (this.file.hidden.has(layer)) {
      collected.skip(kind, `on layer “${layer}”, which is switched off or frozen`);
      return;
    }
    if (numberOf(entity, 60) === 1) {
      collected.skip(kind, 'hidden');
      return;
    }
    if (numberOf(entity, 67) === 1) {
      collected.skip(kind, 'on a sheet, not in the model');
      return;
    }
    if (kind === 'INSERT') {
      this.insert(entity, matrix, blocks);
      return;
    }
    const contour = this.contourOf(entity);
    if (typeof contour === 'string') {
      collected.skip(kind, contour);
      return;
    }
    const handle = textOf(entity, 5);
    const id = handle ? `${kind.toLowerCase()}-${handle}` : undefined;
    collected.add(kind, id, [contour], (drawn) => mapContour(drawn, matrix));
  }

  /** The line of an entity, read once however often it is copied; or why there is none. */
  private contourOf(entity: Entity): Contour | string {
    const known = this.read.get(entity) ?? readContour(entity);
    this.read.set(entity, known);
    return known;
  }

  /** Copies a block: scaled, turned, and repeated in columns and rows. */
  private insert(entity: Entity, matrix: AffineTuple, blocks: readonly string[]): void {
    const name = textOf(entity, 2) ?? '';
    const block = this.file.blocks.get(name);
    if (!block) {
      this.collected.skip('INSERT', `its block “${name}” is not in the file`);
      return;
    }
    if (blocks.includes(name)) {
      this.collected.skip('INSERT', `block “${name}” contains itself`);
      return;
    }
    if (blocks.length >= DRAWING_LIMITS.depth) {
      this.collected.skip('INSERT', `blocks within blocks more than ${DRAWING_LIMITS.depth} deep`);
      return;
    }
    const turn = (numberOf(entity, 50) * Math.PI) / 180;
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    const kx = numberOf(entity, 41, 1);
    const ky = numberOf(entity, 42, 1);
    const at: Vec = { x: numberOf(entity, 10), y: numberOf(entity, 20) };
    const columns = timesOf(entity, 70);
    const rows = timesOf(entity, 71);
    const mirror: AffineTuple = numberOf(entity, 230, 1) < 0 ? [-1, 0, 0, 1, 0, 0] : [1, 0, 0, 1, 0, 0];
    const inside = [...blocks, name];
    for (let row = 0; row < rows; row++) {
      for (let column = 0; column < columns; column++) {
        this.collected.count(true);
        const dx = column * numberOf(entity, 44);
        const dy = row * numberOf(entity, 45);
        const placed = multiply(
          multiply(matrix, mirror),
          multiply(
            [c, s, -s, c, at.x + c * dx - s * dy, at.y + s * dx + c * dy],
            [kx, 0, 0, ky, -kx * block.base.x, -ky * block.base.y],
          ),
        );
        for (const part of block.entities) this.draw(part, placed, inside);
      }
    }
  }
}

/** How often something is copied: once where that is no number, for copies of nothing are not counted. */
function timesOf(entity: Entity, code: number): number {
  const times = Math.floor(numberOf(entity, code, 1));
  return Number.isFinite(times) && times >= 1 ? times : 1;
}

function readContour(entity: Entity): Contour | string {
  const { kind, line } = entity;
  try {
    const contour = entityContour(entity);
    if (!contour) return NOT_LINES.get(kind) ?? 'no kind of line that is read';
    return contour.segments.every(isFinitePiece)
      ? contour
      : `line ${line}: it has a coordinate that is not a number`;
  } catch (error) {
    if (!(error instanceof RelayError)) throw error;
    return `line ${line}: ${error.message}`;
  }
}

function isFinitePiece(piece: Segment): boolean {
  return Object.values(piece).every(
    (value) =>
      typeof value === 'string' ||
      (typeof value === 'number'
        ? Number.isFinite(value)
        : Number.isFinite(value.x) && Number.isFinite(value.y)),
  );
}
