import { WebIO, type Primitive } from '@gltf-transform/core';
import {
  demoJobs,
  fittedRows,
  machineOf,
  parseJob,
  precomputeFrames,
  stockSectionOf,
  sweptPieces,
  type Job,
  type Machine,
} from '@coin-relay/model';
import { validateBytes } from 'gltf-validator';
import { PNG } from 'pngjs';
import { describe, expect, it } from 'vitest';
import { writeSceneGlb, type GlbAsked } from './glb';
import { writeSceneObj } from './meshes';

const png = Uint8Array.from(PNG.sync.write(new PNG({ width: 8, height: 8 })));
const bake: GlbAsked['bake'] = () => Promise.resolve({ png, border: [0, 0] });
const ASKED: GlbAsked = { from: 0, to: 0, stray: 0.01, tolerance: 0.1, wheels: false, bake };
const PICTURE = 'a'.repeat(64);

function machine(job: Job): Machine {
  const rows = fittedRows(job);
  return machineOf(job, rows, precomputeFrames(job, rows));
}

async function valid(bytes: Uint8Array): Promise<Uint8Array> {
  const { issues } = await validateBytes(bytes);
  expect([issues.numErrors, issues.numWarnings]).toEqual([0, 0]);
  return bytes;
}

const empty = (like: Partial<Job>): Job => {
  const { format, version, name, place, unit } = demoJobs()[0].job;
  return parseJob({ format, version, name, place, unit, wheels: [], ...like });
};

const [R, COUNT, PITCH, FRAMES] = [100, 5, 120, 12];
const LAID = { picture: PICTURE, x: 10, y: 8, width: 60, height: 16 };

/** Five ribbons that bend round a circle, each with a picture, and go on by one in the loop. */
const ribbons = (): Job =>
  empty({
    paths: [{ kind: 'shape', id: 'loop', name: 'Loop', shape: { of: 'circle', x: 0, y: 0, radius: R } }],
    pieces: [
      {
        ...{ family: 'own', id: 'ribbon', name: 'Ribbon', pitch: PITCH, source: '', behaviour: 'bending' },
        outline: [
          {
            data: `M0 -13H${PITCH}V13H0Z`,
            material: 'red',
            line: true,
            plate: { thick: 2, middle: 0, ease: 0 },
          },
        ],
        pins: { from: { x: 0, y: 0 }, to: { x: PITCH, y: 0 } },
        finish: { material: 'red', line: true, picture: LAID },
      } as Job['pieces'][number],
    ],
    runs: [
      {
        ...{ id: 'row', name: 'Row', path: 'loop', sequence: ['ribbon'] },
        fit: { hold: 'path', rounding: 'nearest', multiple: 1, count: COUNT },
      },
    ],
    motion: { framesPerSecond: 24, frames: FRAMES, drives: [{ run: 'row', pitches: 1 }] },
  } as Partial<Job>);

describe('pictures on what bends', () => {
  it('lie on it as they are laid, round the path, in every key (a circle in closed form)', async () => {
    const { bytes } = await writeSceneGlb(machine(ribbons()), { ...ASKED, to: FRAMES });
    const root = (await new WebIO().readBinary(await valid(bytes))).getRoot();
    let looked = 0;
    for (const channel of root.listAnimations()[0].listChannels()) {
      if (channel.getTargetPath() !== 'weights') continue;
      const keys = [...channel.getSampler()!.getInput()!.getArray()!].map((time) => time * 24);
      for (const primitive of channel.getTargetNode()!.getMesh()!.listPrimitives()) {
        const spots = primitive.getAttribute('TEXCOORD_0');
        if (!spots) continue;
        const begins = primitive.getAttribute('POSITION')!;
        const targets = primitive.listTargets().map((target) => target.getAttribute('POSITION')!);
        expect(targets).toHaveLength(keys.length - 1);
        for (let i = 0; i < spots.getCount(); i++) {
          const [u, v] = spots.getElement(i, [0, 0]);
          const [x0, y0] = begins.getElement(i, [0, 0, 0]);
          keys.forEach((frame, key) => {
            const [dx, dy] = key === 0 ? [0, 0] : targets[key - 1].getElement(i, [0, 0, 0]);
            const [x, y] = [x0 + dx, y0 + dy];
            // How far along the ribbons, as they are drawn: each begins a pitch after the other.
            const laps = (COUNT * Math.atan2(y, x)) / (2 * Math.PI) - frame / FRAMES;
            const off = laps - (LAID.x + u * LAID.width) / PITCH;
            expect(Math.abs(off - Math.round(off)) * PITCH).toBeLessThan(0.05);
            // The inside of the path is up on it.
            expect(R - Math.hypot(x, y)).toBeCloseTo(LAID.y - v * LAID.height, 1);
            looked++;
          });
        }
      }
    }
    expect(looked).toBeGreaterThan(1_000);
  });

  it('of what turns about what it winds round lie on it once in each repeat, above and below, in all frames alike', async () => {
    const bar = {
      ...sweptPieces(stockSectionOf('rectangle', 16, 3, 1), 60).pieces[0],
      ...{ id: 'bar', name: 'Bar' },
      finish: {
        material: 'red',
        line: true,
        picture: { picture: PICTURE, x: 0, y: 8, width: 60, height: 16 },
      },
    };
    const job = empty({
      paths: [
        { kind: 'outline', id: 'axis', name: 'Axis', data: 'M0 0H300' },
        {
          ...{ kind: 'winding', id: 'strand', name: 'Strand', of: 'axis', phase: 0 },
          wound: { by: 'own', figure: 'round', radius: 20, depth: 10, turns: 2, hand: 'right' },
        },
      ],
      pieces: [bar],
      runs: [
        {
          ...{ id: 'row', name: 'Row', path: 'strand', sequence: ['bar'] },
          fit: { hold: 'path', rounding: 'nearest', multiple: 1, count: 7 },
        },
      ],
      motion: { framesPerSecond: 24, frames: 8, drives: [{ run: 'row', pitches: 0, turning: 1 }] },
    } as Partial<Job>);
    const made = machine(job);
    const { bytes } = await writeSceneGlb(made, { ...ASKED, to: 8 });
    const textured = (await new WebIO().readBinary(await valid(bytes)))
      .getRoot()
      .listMeshes()
      .flatMap((mesh) => mesh.listPrimitives())
      .filter((primitive) => primitive.getAttribute('TEXCOORD_0'));
    expect(textured).toHaveLength(1);
    expect(textured[0].listTargets().length).toBeGreaterThan(2);
    expect(coveredBy(spotsOf(textured[0]))).toBeCloseTo(2 * 7, 2);
    // The same in a file of a single frame in which it has turned.
    const still = { ...ASKED, frame: 3, weld: 'none', clearance: 0, unit: 'mm', scale: 1 } as const;
    const { obj, pictures } = (await writeSceneObj(made, { ...still, wasm: undefined }, 'bar.mtl', bake))
      .content;
    expect(pictures).toHaveLength(1);
    const told = obj.split('\n').flatMap((row) => (row.startsWith('vt ') ? [row.split(' ').slice(1)] : []));
    expect(coveredBy(told.map((cells) => cells.map(Number)))).toBeCloseTo(2 * 7, 2);
  });
});

function spotsOf(primitive: Primitive): number[][] {
  const spots = primitive.getAttribute('TEXCOORD_0')!;
  return Array.from({ length: spots.getCount() }, (_, i) => spots.getElement(i, [0, 0]));
}

/** How much of its picture triangles cover, in whole pictures. @param spots of their corners, three each */
function coveredBy(spots: readonly (readonly number[])[]): number {
  let whole = 0;
  for (let t = 0; t < spots.length; t += 3) {
    const [a, b, c] = spots.slice(t, t + 3);
    whole += Math.abs((b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1])) / 2;
  }
  return whole;
}
