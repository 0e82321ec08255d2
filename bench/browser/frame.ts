import { fitRow } from '@coin-relay/core';
import { pieceFigure, pieceNumberAt, placeMatrix } from '@coin-relay/scene';
import {
  CHAIN_SIZES,
  chainPieces,
  PLAIN_SET_OUT,
  resolveRun,
  resolveSetOut,
  shapeJob,
  type Job,
} from '@coin-relay/model';
import { fillParts, figureParts, RowPainter, type PaintPart } from '@coin-relay/painting';
import { paired } from '../timing';

/** What a frame of a row costs against the bare loop, and the numbers behind it. */
export interface FrameFigure {
  readonly links: number;
  /** ms. */
  readonly frame: number;
  readonly bare: number;
  readonly ratio: number;
}

/** A round row of so many links: a sequence of 4, two rules, 50 places left out. */
function longRow(count: number): Job {
  const { pieces } = chainPieces(CHAIN_SIZES[5], 6);
  const job = shapeJob('Long row', 'circle');
  const touch = { material: null, snap: false, turn: 0, along: 0, out: 0 };
  return {
    ...job,
    paths: [
      {
        kind: 'shape',
        id: 'loop',
        name: 'Ring',
        shape: { of: 'circle', x: 0, y: 0, radius: (12.7 * count) / (2 * Math.PI) },
      },
    ],
    pieces,
    runs: [
      {
        ...job.runs[0],
        sequence: ['inner', 'outer', 'inner', 'carrier'],
        fit: { hold: 'path', rounding: 'nearest', multiple: 1, count },
        setOut: {
          ...PLAIN_SET_OUT,
          rules: [
            { id: 'a', on: { role: 'every', every: 10, start: 3, from: 'start' }, piece: 'outer', ...touch },
            { id: 'b', on: { role: 'first' }, piece: 'carrier', ...touch, material: 'red' },
          ],
          byHand: Array.from({ length: 50 }, (_, i) => ({
            id: `h${i}`,
            at: { by: 'index' as const, index: i * Math.floor(count / 50) },
            leftOut: true,
            piece: null,
            turn: 0,
            along: 0,
            out: 0,
          })),
        },
      },
    ],
  };
}

function figure(count: number, runs: number): FrameFigure {
  const job = longRow(count);
  const resolved = resolveRun(job);
  const fit = fitRow(resolved.source, resolved.request);
  const painter = new RowPainter(fit, resolveSetOut(job, resolved.run, fit), resolved.sequence);
  const { scene } = painter;
  const canvas = document.createElement('canvas');
  canvas.width = 1280;
  canvas.height = 800;
  const ctx = canvas.getContext('2d');
  if (!ctx) throw new Error('no canvas');
  const radius = (12.7 * count) / (2 * Math.PI);
  const scale = 380 / radius;
  const view = (): void => {
    ctx.setTransform(1, 0, 0, 1, 0, 0);
    ctx.clearRect(0, 0, 1280, 800);
    ctx.setTransform(scale, 0, 0, -scale, 640, 400);
  };
  // The bare loop: the same outlines at maps worked out beforehand.
  const parts = scene.pieces.map(({ piece, span }) => figureParts(pieceFigure(piece, span), () => '#a9b1b4'));
  const pass = (behind: boolean, layer: number | null): [Float64Array, PaintPart[]][] => {
    const list: [Float64Array, PaintPart[]][] = [];
    for (let k = 0; k < scene.frame.links; k++) {
      const number = pieceNumberAt(scene, k);
      if (number < 0 || (layer !== null && scene.pieces[number].layer !== layer)) continue;
      const own = parts[number].filter(({ part }) => (part.behind === true) === behind);
      if (own.length === 0) continue;
      const m = new Float64Array(6);
      placeMatrix(scene, k, scene.pieces[number], 0, m);
      list.push([m, own]);
    }
    return list;
  };
  const bareList = [...pass(true, null), ...pass(false, 0), ...pass(false, 1)];
  let travel = 0;
  const frame = (): void => {
    view();
    travel += 0.37;
    painter.moveTo(travel);
    painter.paint(ctx, 1 / scale, () => undefined);
    ctx.getImageData(640, 400, 1, 1);
  };
  const bare = (): void => {
    view();
    for (const [m, own] of bareList) {
      ctx.setTransform(
        scale * m[0],
        -scale * m[1],
        scale * m[2],
        -scale * m[3],
        640 + scale * m[4],
        400 - scale * m[5],
      );
      fillParts(ctx, own, 1 / scale);
    }
    ctx.getImageData(640, 400, 1, 1);
  };
  const { a, b, ratio } = paired(frame, bare, runs);
  return { links: fit.count, frame: a, bare: b, ratio };
}

Object.assign(globalThis, { figures: () => [figure(200, 15), figure(5_000, 7)] });
