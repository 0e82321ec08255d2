import {
  composed,
  mapContour,
  mapFree,
  multiply,
  RelayError,
  type AffineTuple,
  type Contour,
  type FreeContour,
  type Map3,
  type Vec,
} from '@coin-relay/core';
import { checkSize, DRAWING_LIMITS, DrawingCollector, type Drawing } from '../drawing/drawing';
import { entityContour } from './entities';
import { entityInSpace, leavesPlane, ownPlane } from './in-space';
import { readSections, type Block, type DxfFile } from './sections';
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
 * bulges, SPLINE, and what INSERT copies from blocks. The header's unit decides what a unit is. Where any of them
 * lies higher than another, or in a plane of its own, all are read as lines in space.
 *
 * @throws RelayError file-too-large, file-broken (with the line), file-refused
 */
export function readDxf(text: string): Drawing {
  checkSize(text);
  const file = readSections(text);
  const unit = UNITS.get(Number(file.header.get('$INSUNITS') ?? 0));
  const k = unit ?? 1;
  const collected = leavesPlane(file)
    ? new DxfReader(file, SPACE).drawn([k, 0, 0, 0, 0, k, 0, 0, 0, 0, k, 0])
    : new DxfReader(file, PLAN).drawn([k, 0, 0, k, 0, 0]);
  return collected.result(k, unit !== undefined);
}

/** How lines are read, and put to where the blocks they are in stand. */
interface Drafting<M, C extends { readonly segments: readonly object[] }> {
  /** @returns null for kinds that are no lines */
  readonly read: (entity: Entity) => C | null;
  /** What takes a block to one of its places, after another map. */
  readonly placed: (after: M, insert: Entity, block: Block, place: GridPlace) => M;
  readonly add: (collected: DrawingCollector, kind: string, id: string | undefined, line: C, map: M) => void;
}

/** Where a block stands in its columns and rows, in the axes of its insert. */
interface GridPlace {
  readonly dx: number;
  readonly dy: number;
}

const PLAN: Drafting<AffineTuple, Contour> = {
  read: entityContour,
  placed: (after, insert, block, { dx, dy }) => {
    const turn = radiansOf(insert);
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    const kx = numberOf(insert, 41, 1);
    const ky = numberOf(insert, 42, 1);
    const at: Vec = { x: numberOf(insert, 10), y: numberOf(insert, 20) };
    const mirror: AffineTuple = numberOf(insert, 230, 1) < 0 ? [-1, 0, 0, 1, 0, 0] : [1, 0, 0, 1, 0, 0];
    return multiply(
      multiply(after, mirror),
      multiply(
        [c, s, -s, c, at.x + c * dx - s * dy, at.y + s * dx + c * dy],
        [kx, 0, 0, ky, -kx * block.base.x, -ky * block.base.y],
      ),
    );
  },
  add: (collected, kind, id, line, map) => collected.add(kind, id, [line], (drawn) => mapContour(drawn, map)),
};

const SPACE: Drafting<Map3, FreeContour> = {
  read: entityInSpace,
  placed: (after, insert, { base }, { dx, dy }) => {
    const turn = radiansOf(insert);
    const [c, s] = [Math.cos(turn), Math.sin(turn)];
    const [kx, ky, kz] = [41, 42, 43].map((code) => numberOf(insert, code, 1));
    const [x, y, z] = [10, 20, 30].map((code) => numberOf(insert, code));
    const down: Map3 = [
      ...[c, -s, 0, x + c * dx - s * dy],
      ...[s, c, 0, y + s * dx + c * dy],
      ...[0, 0, 1, z],
    ];
    const scaled: Map3 = [
      ...[kx, 0, 0, -kx * base.x],
      ...[0, ky, 0, -ky * base.y],
      ...[0, 0, kz, -kz * base.z],
    ];
    return composed(composed(after, ownPlane(insert, 0)), composed(down, scaled));
  },
  add: (collected, kind, id, line, map) => collected.addInSpace(kind, id, mapFree(line, map)),
};

const radiansOf = (insert: Entity): number => (numberOf(insert, 50) * Math.PI) / 180;

class DxfReader<M, C extends { readonly segments: readonly object[] }> {
  private readonly collected = new DrawingCollector();
  private readonly read = new Map<Entity, C | string>();

  constructor(
    private readonly file: DxfFile,
    private readonly drafting: Drafting<M, C>,
  ) {}

  drawn(map: M): DrawingCollector {
    for (const entity of this.file.entities) this.draw(entity, map, []);
    return this.collected;
  }

  private draw(entity: Entity, map: M, blocks: readonly string[]): void {
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
      this.insert(entity, map, blocks);
      return;
    }
    const line = this.lineOf(entity);
    if (typeof line === 'string') {
      collected.skip(kind, line);
      return;
    }
    const handle = textOf(entity, 5);
    const id = handle ? `${kind.toLowerCase()}-${handle}` : undefined;
    this.drafting.add(collected, kind, id, line, map);
  }

  /** The line of an entity, read once however often it is copied; or why there is none. */
  private lineOf(entity: Entity): C | string {
    const known = this.read.get(entity) ?? readLine(entity, this.drafting);
    this.read.set(entity, known);
    return known;
  }

  /** Copies a block: scaled, turned, and repeated in columns and rows. */
  private insert(entity: Entity, map: M, blocks: readonly string[]): void {
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
    const columns = timesOf(entity, 70);
    const rows = timesOf(entity, 71);
    const inside = [...blocks, name];
    for (let row = 0; row < rows; row++) {
      for (let column = 0; column < columns; column++) {
        this.collected.count(true);
        const place = { dx: column * numberOf(entity, 44), dy: row * numberOf(entity, 45) };
        const placed = this.drafting.placed(map, entity, block, place);
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

function readLine<C extends { readonly segments: readonly object[] }>(
  entity: Entity,
  { read }: Pick<Drafting<unknown, C>, 'read'>,
): C | string {
  const { kind, line } = entity;
  try {
    const found = read(entity);
    if (!found) return NOT_LINES.get(kind) ?? 'no kind of line that is read';
    return found.segments.every(isFinitePiece)
      ? found
      : `line ${line}: it has a coordinate that is not a number`;
  } catch (error) {
    if (!(error instanceof RelayError)) throw error;
    return `line ${line}: ${error.message}`;
  }
}

/** Whether all numbers of a piece, and of the points in it, are numbers. */
function isFinitePiece(piece: object): boolean {
  return Object.values(piece).every(
    (value: unknown) =>
      typeof value === 'string' ||
      (typeof value === 'object' && value !== null ? isFinitePiece(value) : Number.isFinite(value)),
  );
}
