import { Document, Primitive, WebIO } from '@gltf-transform/core';
import { RelayError } from '@coin-relay/core';
import { OBJLoader } from 'three/addons/loaders/OBJLoader.js';
import type { LineSegments } from 'three';
import { describe, expect, it } from 'vitest';
import { readDrawing, type Drawing } from '../drawing';
import { chainEdges } from './chain';
import { readGlbLines } from './glb';
import { MOST_OBJ_CHARACTERS, readObjLines } from './obj';

const facts = ({ inSpace }: Drawing): [string, number, boolean][] =>
  inSpace.map(({ id, length, closed }) => [id, Number(length.toFixed(9)), closed]);
const failure = (work: () => unknown): RelayError => {
  try {
    work();
  } catch (error) {
    if (error instanceof RelayError) return error;
    throw error;
  }
  throw new Error('it was read');
};

describe('edges in a chain', () => {
  it('go on through points where two meet, and end where three do', () => {
    // A stick of two edges, a ring of three, and a fork of three.
    const edges = [0, 1, 1, 2, 10, 11, 12, 11, 12, 10, 20, 21, 21, 22, 23, 21, 5, 5];
    expect(chainEdges(edges)).toEqual([
      [0, 1, 2],
      [20, 21],
      [21, 22],
      [21, 23],
      [10, 11, 12, 10],
    ]);
  });
});

describe('lines of OBJ', () => {
  const corners = 'v 0 0 0\nv 30 0 0\nv 30 40 0\nv 30 40 120\n';
  it('lines of several corners, and edges one by one that meet, with the names of their objects', () => {
    const text = `# rails\n${corners}o left\nl 1 2 3 4\no right rail\nl 3 4\nl 2 3\nl -3/1 -4/2\ng\nl 4 1`;
    expect(facts(readObjLines(text))).toEqual([
      ['left', 190, false],
      ['right rail', 190, false],
      ['line-3', 130, false],
    ]);
    expect(facts(readDrawing('obj', `${corners}l 1 2 3 1`))).toEqual([['line-1', 120, true]]);
  });

  it('edges two by two are what three’s own reader reads', () => {
    const edges = `${corners}l 1 2\nl 2 3\nl 3 4`;
    const [drawn] = new OBJLoader().parse(edges).children as LineSegments[];
    const places = [...drawn.geometry.getAttribute('position').array];
    const ours = readObjLines(edges).inSpace[0].line.segments.flatMap((piece) =>
      piece.kind === 'line' ? [piece.a, piece.b].flatMap(({ x, y, z }) => [x, y, z]) : [],
    );
    expect(ours).toEqual(places);
  });

  it('faces, points and free curves are left out, and said; a row may go on in the next one', () => {
    const { skipped, inSpace } = readObjLines(`${corners}f 1 2 3\nf 2 3 4\np 1\ncurv 0 1 1 2 3\nl 1 \\\n2\n`);
    expect(inSpace).toHaveLength(1);
    expect(skipped.map(({ what, count }) => [what, count])).toEqual([
      ['face', 2],
      ['point', 1],
      ['curv', 1],
    ]);
  });

  it.each([
    ['v 1 2\nl 1 1', /Line 1 of the file has no corner/],
    ['v 0 0 0\nl 1 2', /Line 2 of the file names corner “2”, and 1 are told/],
    ['v 0 0 0\nl 1 x', /names corner “x”/],
    ['v 0 0 0\nl 1 -2', /names corner “-2”/],
  ])('%j is refused with its line', (text, words) => {
    const error = failure(() => readObjLines(text));
    expect(error.code).toBe('file-broken');
    expect(error.message).toMatch(words);
  });

  it('lines among a million triangles are found; a file beyond the limit is refused', () => {
    const many = 500_000;
    const text = `${'v 1 2 3\n'.repeat(many)}v 0 0 0\nv 0 0 9\n${'f 1 2 3 4\n'.repeat(many)}l -1 -2\n`;
    const found = readObjLines(text);
    expect(facts(found)).toEqual([['line-1', 9, false]]);
    expect(found.skipped[0].count).toBe(many);
    expect(failure(() => readObjLines('v'.repeat(MOST_OBJ_CHARACTERS + 1))).code).toBe('file-too-large');
  });
});

describe('lines of GLB', () => {
  const made = async (mode: number, indices: readonly number[] | null): Promise<Uint8Array> => {
    const document = new Document();
    const buffer = document.createBuffer();
    const positions = [0, 0, 0, 0.03, 0, 0, 0.03, 0.04, 0, 0.03, 0.04, 0.12];
    const primitive = document
      .createPrimitive()
      .setMode(mode as ReturnType<Primitive['getMode']>)
      .setAttribute(
        'POSITION',
        document.createAccessor().setType('VEC3').setArray(new Float32Array(positions)).setBuffer(buffer),
      );
    if (indices)
      primitive.setIndices(
        document.createAccessor().setType('SCALAR').setArray(new Uint16Array(indices)).setBuffer(buffer),
      );
    const node = document
      .createNode('rail')
      .setMesh(document.createMesh().addPrimitive(primitive))
      .setScale([2, 2, 2])
      .setTranslation([1, 0, 0]);
    document.createScene().addChild(node);
    return new WebIO().writeBinary(document);
  };
  const { LINES, LINE_LOOP, LINE_STRIP, POINTS, TRIANGLES } = Primitive.Mode;
  const round = async (bytes: Promise<Uint8Array>): Promise<[string, number, boolean][]> =>
    facts(await readGlbLines(await bytes)).map(([id, length, closed]) => [id, Math.round(length), closed]);

  it('lines, strips and loops, where their node puts them, in mm', async () => {
    expect(await round(made(LINE_STRIP, null))).toEqual([['rail', 380, false]]);
    expect(await round(made(LINES, [2, 1, 1, 0, 2, 3]))).toEqual([['rail', 380, false]]);
    expect(await round(made(LINES, null))).toEqual([
      ['rail', 60, false],
      ['rail-2', 240, false],
    ]);
    expect(await round(made(LINE_LOOP, [0, 1, 2]))).toEqual([['rail', 240, true]]);
    const drawing = await readGlbLines(await made(LINE_STRIP, null));
    const [piece] = drawing.inSpace[0].line.segments;
    expect(piece.kind === 'line' && Math.round(piece.a.x)).toBe(1000);
    expect([drawing.physical, drawing.millimetresPerUnit]).toEqual([true, 1000]);
  });

  it('triangles and points are left out, and said; what is no GLB says so', async () => {
    const skipped = async (mode: number): Promise<unknown> =>
      (await readGlbLines(await made(mode, [0, 1, 2]))).skipped.map(({ what }) => what);
    expect(await skipped(TRIANGLES)).toEqual(['part of triangles']);
    expect(await skipped(POINTS)).toEqual(['points']);
    await expect(readGlbLines(new Uint8Array(40))).rejects.toMatchObject({ code: 'file-broken' });
  });
});
