import { fitRow } from '@coin-relay/core';
import {
  CHAIN_SIZES,
  chainPieces,
  resolveRun,
  resolveSetOut,
  ropePieces,
  shapeJob,
  type Job,
  type JobPiece,
} from '@coin-relay/model';
import { makeMaster } from '@coin-relay/scene/solid';
import { HemisphereLight, PerspectiveCamera, Scene, WebGLRenderer } from 'three';
import { madePart } from '../../apps/web/src/app/engine/solid-tasks';
import { newInkSize } from '../../apps/web/src/app/space/ink';
import { StandingRow } from '../../apps/web/src/app/space/standing-row';
import { paired } from '../timing';

const PITCH = 12.7;
/** Few triangles a link: what is measured is what is not drawing. */
const COARSE = 4;
/** Of the picture, px. */
const [WIDTH, HEIGHT] = [960, 600];

/** What a frame of solid links costs against the bare scene, ms. */
export interface SpaceFigure {
  readonly links: number;
  readonly triangles: number;
  readonly frame: number;
  readonly bare: number;
  readonly ratio: number;
}

function ring(
  count: number,
  { pieces, sequence }: { readonly pieces: JobPiece[]; readonly sequence: string[] },
  pitch = PITCH,
): Job {
  const job = shapeJob('Ring', 'circle');
  return {
    ...job,
    paths: [
      {
        kind: 'shape',
        id: 'loop',
        name: 'Ring',
        shape: { of: 'circle', x: 0, y: 0, radius: (pitch * count) / (2 * Math.PI) },
      },
    ],
    pieces,
    runs: [
      {
        ...job.runs[0],
        sequence,
        fit: { hold: 'path', rounding: 'nearest', multiple: 1, count },
      },
    ],
  };
}

/** A row of so many links as solids, as the view in space has it. */
function stand(job: Job): StandingRow {
  const resolved = resolveRun(job);
  const fit = fitRow(resolved.source, resolved.request);
  const setOut = resolveSetOut(job, resolved.run, fit);
  const ink = newInkSize();
  ink.value.set(WIDTH, HEIGHT);
  const row = new StandingRow(
    { run: resolved.run.id, fit, setOut, sequence: resolved.sequence, laid: null },
    {
      ink,
      ask: (request, _size, _owner, made) => {
        const { parts, main } = makeMaster(request, COARSE);
        made({ main, parts: parts.map(({ mesh, material }) => madePart(mesh, material)) });
      },
      changed: () => undefined,
    },
  );
  row.moveTo(0, 0);
  return row;
}

const chain = (count: number): Job => ring(count, chainPieces(CHAIN_SIZES[5]));

/** A six-strand wire rope round a ring: of 20,000 triangles where four strand steps go round it. */
function rope(count: number): Job {
  const made = ropePieces(6, 2, 6.5, { core: 2 });
  return ring(count, made, made.pieces[0].pitch);
}

function figure(job: Job, runs: number): SpaceFigure {
  const row = stand(job);
  const renderer = new WebGLRenderer();
  renderer.setSize(WIDTH, HEIGHT);
  const scene = new Scene().add(new HemisphereLight(), row.group);
  const radius = row.row.fit.length / (2 * Math.PI);
  const camera = new PerspectiveCamera(45, 1.6, 1, radius * 10);
  camera.position.set(0, -radius * 1.5, radius * 2.4);
  camera.lookAt(0, 0, 0);
  const gl = renderer.getContext();
  const draw = (): void => {
    renderer.render(scene, camera);
    gl.readPixels(0, 0, 1, 1, gl.RGBA, gl.UNSIGNED_BYTE, new Uint8Array(4));
  };
  let travel = 0;
  const frame = (): void => {
    row.moveTo((travel += 0.37), 0);
    draw();
  };
  // The bare scene: the same meshes, whose copies are only sent again; what bends stays as it is.
  const bare = (): void => {
    for (const { body, count: copies } of row.standing) body.show(copies());
    draw();
  };
  const { a, b, ratio } = paired(frame, bare, runs);
  const { triangles } = renderer.info.render;
  row.dispose();
  renderer.dispose();
  return { links: row.row.fit.count, triangles, frame: a, bare: b, ratio };
}

const standing: StandingRow[] = [];
Object.assign(globalThis, {
  figures: () => [figure(chain(500), 9), figure(chain(5_000), 3)],
  ropeFigure: () => figure(rope(4), 15),
  keep: (count: number) => standing.push(stand(chain(count))),
});
