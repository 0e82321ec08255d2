import { RelayError } from '@coin-relay/core';
import { bar, bushing, extrude, joinMeshes, measureMesh, moved, type Mesh } from '@coin-relay/core/solid';
import { Document, WebIO } from '@gltf-transform/core';
import { describe, expect, it } from 'vitest';
import { writeGlb, writeObj, writeStl } from '../solid-out';
import { mendSolids, readSolids, type Mending } from './index';

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);
const ring = bushing(0, 8, 6, 3, 0.02);
const plate = extrude([Float64Array.of(0, 0, 20, 0, 20, 6, 0, 6)], -1, 1);
const parts = [
  { name: 'Ring', material: 'brass', colour: '#c8a24a', mesh: ring },
  { name: 'Plate', material: 'steel', colour: '#a9b1b4', mesh: moved(plate, 30, 0, 0) },
];
const whole = joinMeshes(parts.map(({ mesh }) => mesh));

const read = async (bytes: Uint8Array, name: string, mending?: Mending): ReturnType<typeof mended> =>
  mended(bytes, name, mending);
async function mended(bytes: Uint8Array, name: string, mending?: Mending) {
  const found = await readSolids(bytes, name);
  const { bodies, ...rest } = mendSolids(found, mending);
  return { ...found, ...rest, bodies, measured: measureMesh(joinMeshes(bodies.map(({ mesh }) => mesh))) };
}
async function words(bytes: Uint8Array, name: string): Promise<string> {
  try {
    await readSolids(bytes, name);
  } catch (error) {
    if (error instanceof RelayError) return `${error.code}: ${error.message}`;
    throw error;
  }
  return 'read';
}

/** STL as text, as its own description has it (StereoLithography Interface Specification, 3D Systems, 1988). */
function asText({ positions, triangles }: Mesh, name: string): string {
  const lines = [`solid ${name}`];
  for (let i = 0; i < triangles.length; i += 3) {
    lines.push('facet normal 0 0 0', '  outer loop');
    for (let j = 0; j < 3; j++)
      lines.push(
        `    vertex ${[...positions.subarray(3 * triangles[i + j], 3 * triangles[i + j] + 3)].join(' ')}`,
      );
    lines.push('  endloop', 'endfacet');
  }
  return [...lines, `endsolid ${name}`].join('\n');
}

describe('what was written is read again', () => {
  const known = measureMesh(whole);
  it.each([
    ['binary STL', () => writeStl(whole, 'Link'), 'link.stl', 1],
    [
      'STL as text',
      () => bytesOf(`${asText(ring, 'a facet')}\n${asText(parts[1].mesh, 'b')}\n`),
      'link.stl',
      2,
    ],
    ['OBJ', () => bytesOf(writeObj(parts, 'Link')), 'link.obj', 2],
    ['GLB', () => writeGlb(parts, 'Link'), 'link.glb', 2],
  ])('%s: closed, as large, in the same place', async (_, write, name, bodies) => {
    const found = await read(await write(), name);
    expect(found.bodies).toHaveLength(bodies);
    expect(found).toMatchObject({ openEdges: 0, turned: 0, dropped: 0, leftOut: [] });
    expect(found.measured).toMatchObject({ triangles: known.triangles, euler: known.euler, openEdges: 0 });
    // Four bytes a number in most files.
    expect(found.measured.volume / known.volume).toBeCloseTo(1, 5);
    found.measured.bounds.forEach((value, i) => expect(value).toBeCloseTo(known.bounds[i], 4));
  });

  it('names and materials are kept, and what a unit is where the file says so', async () => {
    const obj = await read(bytesOf(writeObj(parts, 'Link')), 'a.obj');
    expect(obj.bodies.map(({ name, material }) => [name, material])).toEqual([
      ['Ring-1', 'brass'],
      ['Plate-2', 'steel'],
    ]);
    const glb = await read(await writeGlb(parts, 'Link'), 'a.glb', { unit: 25.4 });
    expect(glb.bodies.map(({ name, material }) => [name, material])).toEqual([
      ['Ring', 'brass'],
      ['Plate', 'steel'],
    ]);
    expect([obj.unit, glb.unit]).toEqual([null, 1000]);
    // The unit that is asked for is that of files which say none.
    expect(glb.measured.bounds[3]).toBeCloseTo(50, 4);
    const inches = await read(bytesOf(writeObj(parts, 'Link')), 'a.obj', { unit: 25.4 });
    expect(inches.measured.bounds[3]).toBeCloseTo(50 * 25.4, 3);
  });

  it('binary STL whose head begins with “solid” is binary', async () => {
    const bytes = writeStl(whole, 'x');
    bytes.set(bytesOf('solid made elsewhere'));
    expect((await read(bytes, 'a.stl')).measured.euler).toBe(known.euler);
  });

  it('triangles that face the wrong way are turned over; an open body says how many edges are open', async () => {
    const { positions, triangles } = plate;
    const wrong = triangles.slice();
    [wrong[1], wrong[2]] = [wrong[2], wrong[1]];
    const found = await read(writeStl({ positions, triangles: wrong }, 'x'), 'a.stl');
    expect(found).toMatchObject({ turned: 1, openEdges: 0 });
    expect(found.measured.volume).toBeCloseTo(240, 3);
    const open = await read(writeStl({ positions, triangles: triangles.slice(3) }, 'x'), 'a.stl');
    expect(open.openEdges).toBe(3);
  });

  it.each(['usemtl', 'g', 'o'])('a body that is cut by “%s” into parts is one, and closed', async (word) => {
    const lines = writeObj([{ ...parts[1], mesh: plate }], 'x').split('\n');
    const faces = lines.filter((line) => line.startsWith('f '));
    const cut = [
      'o cut',
      ...lines.filter((line) => line.startsWith('v ')),
      `${word} few`,
      ...faces.slice(0, 3),
      `${word} many`,
      ...faces.slice(3),
    ];
    // Another one stays by itself.
    const corner = (n: number): string => `${n + 8}`;
    const other = writeObj([{ ...parts[0], mesh: moved(plate, 50, 0, 0) }], 'y')
      .split('\n')
      .filter((line) => /^[vf] /.test(line))
      .map((line) => (line[0] === 'f' ? line.replace(/\d+/g, (n) => corner(Number(n))) : line));
    const found = await read(bytesOf([...cut, 'o other', 'usemtl plain', ...other].join('\n')), 'a.obj');
    expect(found).toMatchObject({ openEdges: 0, turned: 0 });
    expect(found.bodies).toHaveLength(2);
    expect(found.measured.volume).toBeCloseTo(480, 3);
    if (word === 'usemtl') expect(found.bodies.map(({ material }) => material)).toContain('many');
  });

  it('parts that do not belong together stay apart, and open', async () => {
    const open = { positions: plate.positions, triangles: plate.triangles.slice(3) };
    const two = [open, moved(open, 50, 0, 0)].map((mesh) => ({ ...parts[0], mesh }));
    const found = await read(bytesOf(writeObj(two, 'x')), 'a.obj');
    expect(found.bodies).toHaveLength(2);
    expect(found.openEdges).toBe(6);
  });

  it('what is larger than anything here can be is refused, with the unit it was taken in', async () => {
    const text = bytesOf(asText(plate, 'x').replaceAll('vertex 20', 'vertex 2e7'));
    await expect(read(text, 'a.stl')).rejects.toThrow(/further than 10 km at 1 mm a unit/);
    await expect(read(text, 'a.stl', { unit: 0.1 })).resolves.toMatchObject({ openEdges: 0 });
  });

  it('corners that are a little apart are joined where that is asked for', async () => {
    const text = asText(plate, 'x').replace('vertex 20 6 1', 'vertex 20.004 6 1');
    expect((await read(bytesOf(text), 'a.stl')).openEdges).toBeGreaterThan(0);
    expect(await read(bytesOf(text), 'a.stl', { weld: 0.01 })).toMatchObject({ openEdges: 0, joined: 1 });
  });
});

describe('glTF', () => {
  const glb = async (change: (document: Document) => void): Promise<Uint8Array> => {
    const document = await new WebIO().readBinary(await writeGlb(parts, 'Link'));
    change(document);
    return new WebIO().writeBinary(document);
  };

  it('stands where its nodes put it; strips and fans are triangles, lines are left out', async () => {
    const document = new Document();
    const buffer = document.createBuffer();
    // A tetrahedron as a fan round one corner and a strip of one triangle.
    const place = document
      .createAccessor()
      .setType('VEC3')
      .setArray(Float32Array.of(0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 1))
      .setBuffer(buffer);
    const of = (mode: 1 | 5 | 6, ...corners: number[]) =>
      document
        .createPrimitive()
        .setMode(mode)
        .setAttribute('POSITION', place)
        .setIndices(
          document.createAccessor().setType('SCALAR').setArray(Uint16Array.from(corners)).setBuffer(buffer),
        );
    const mesh = document
      .createMesh('Tip')
      .addPrimitive(of(6, 0, 2, 1, 3, 2))
      .addPrimitive(of(5, 1, 2, 3))
      .addPrimitive(of(1, 0, 1));
    const scene = document
      .createScene()
      .addChild(
        document
          .createNode('up')
          .setTranslation([0, 2, 0])
          .addChild(document.createNode('tip').setMesh(mesh)),
      );
    document.getRoot().setDefaultScene(scene);
    const found = await readSolids(await new WebIO().writeBinary(document), 'a.glb');
    expect(found.leftOut).toEqual(['1 parts that are lines or points']);
    const all = mendSolids({
      ...found,
      bodies: [{ ...found.bodies[0], mesh: joinMeshes(found.bodies.map((body) => body.mesh)) }],
    });
    expect(all.openEdges).toBe(0);
    const { volume, bounds } = measureMesh(all.bodies[0].mesh);
    expect(volume).toBeCloseTo(1e9 / 6, -3);
    expect([bounds[1], bounds[4]]).toEqual([2000, 3000]);
  });

  it.each([
    ['compressed shapes', 'KHR_draco_mesh_compression'],
    ['an extension that is not known', 'EXT_not_known'],
  ])('that needs %s says so', async (_, name) => {
    const json = JSON.stringify({ asset: { version: '2.0' }, extensionsRequired: [name] });
    expect(await words(glbOf(json), 'a.glb')).toMatch(new RegExp(`needs ${name}`));
  });

  it('that is cut off, of another version, or keeps its shapes elsewhere says so', async () => {
    const good = await glb(() => undefined);
    expect(await words(good.subarray(0, good.length - 40), 'a.glb')).toMatch(/cut off/);
    const first = good.slice();
    first[4] = 1;
    expect(await words(first, 'a.glb')).toMatch(/version 1, and version 2/);
    expect(
      await words(glbOf('{"asset":{"version":"2.0"},"buffers":[{"uri":"far.bin","byteLength":4}]}'), 'a.glb'),
    ).toMatch(/in another file/);
    expect(await words(glbOf('{nonsense'), 'a.glb')).toMatch(/JSON cannot be read/);
    expect(await words(bytesOf('{"asset":{}}'), 'a.gltf')).toMatch(/no GLB file/);
  });

  it('of one mesh in very many places is refused before it is made', async () => {
    const bytes = await glb((document) => {
      const [node] = document
        .getRoot()
        .listNodes()
        .filter((each) => each.getMesh());
      for (let k = 0; k < 9_000; k++)
        document
          .getRoot()
          .listScenes()[0]
          .addChild(document.createNode(`n${k}`).setMesh(node.getMesh()!));
    });
    expect(await words(bytes, 'a.glb')).toMatch(/solid-too-large|more than 1000 bodies/);
  });
});

describe('what cannot be read says why', () => {
  const stl = asText(plate, 'x');
  it.each([
    ['an empty file', '', 'a.stl', /empty/],
    ['text that is no STL', 'hello there', 'a.stl', /does not begin with “solid”/],
    ['text with no facet', 'solid x\nendsolid x', 'a.stl', /no facet/],
    ['text that is cut off', stl.slice(0, stl.length / 2), 'a.stl', /cut off/],
    [
      'a corner that is no number',
      stl.replace('vertex 0 0', 'vertex zero 0'),
      'a.stl',
      /some are not three numbers/,
    ],
    ['a corner that is too large', stl.replace('vertex 0 0', 'vertex 1e999 0'), 'a.stl', /no place/],
    ['OBJ without a face', 'o x\nv 0 0 0\nv 1 0 0\nl 1 2\n', 'a.obj', /no face/],
    [
      'OBJ whose face has a corner that is not there',
      'v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 9\n',
      'a.obj',
      /no place/,
    ],
    [
      'OBJ with very many objects',
      'o x\n'.repeat(1001) + 'v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n',
      'a.obj',
      /1001 objects/,
    ],
  ])('%s', async (_, text, name, expected) => {
    expect(await words(bytesOf(text), name)).toMatch(expected);
  });

  it('binary STL that is cut off says how many triangles there are', async () => {
    const bytes = writeStl(whole, 'x');
    expect(await words(bytes.subarray(0, bytes.length - 60), 'a.stl')).toMatch(
      /say \d+ triangles and have \d+/,
    );
  });

  it('more triangles than are read are counted before they are made', async () => {
    const head = new Uint8Array(84 + 50 * 1_000_001);
    new DataView(head.buffer).setUint32(80, 1_000_001, true);
    expect(await words(head, 'a.stl')).toMatch(/solid-too-large.*1000001/);
    expect(await words(bytesOf(`v 0 0 0\nf ${'1 '.repeat(1_000_010)}\n`), 'a.obj')).toMatch(
      /solid-too-large/,
    );
  });

  it('text made to be slow is looked through once', async () => {
    expect(await words(bytesOf('solid\n'.repeat(200_000)), 'a.stl')).toMatch(/no facet/);
    expect(await words(bytesOf(`solid x\n${'facet '.repeat(300_000)}`), 'a.stl')).toMatch(
      /300000 facets begin and 0 end/,
    );
  });
});

function glbOf(json: string): Uint8Array {
  const body = bytesOf(json.padEnd(Math.ceil(json.length / 4) * 4));
  const bytes = new Uint8Array(20 + body.length);
  const view = new DataView(bytes.buffer);
  [0x46546c67, 2, bytes.length, body.length, 0x4e4f534a].forEach((value, i) =>
    view.setUint32(4 * i, value, true),
  );
  bytes.set(body, 20);
  return bytes;
}

it('a bar of many sides is as heavy once it is read as it was', async () => {
  const fine = bar(0, 10, 4, 0.0005);
  const found = await read(writeStl(fine, 'bar'), 'a.stl');
  expect(found.measured.volume / (Math.PI * 16 * 10)).toBeCloseTo(1, 3);
});
