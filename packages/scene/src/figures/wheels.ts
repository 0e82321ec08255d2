import { nearestLink, type FitOutcome } from '@coin-relay/core';
import {
  circle,
  data,
  familyOf,
  hole,
  PLAIN_REPEATS,
  sprocket,
  type Figure,
  type JobPiece,
} from '@coin-relay/model';

/**
 * Wheel i of a fitted row about its centre, at angle zero: one whose teeth mesh with the row on it, or
 * a plain one, whose rim touches the inner faces of what runs over it. A toothed wheel has a tooth
 * gap on the x axis.
 */
export function wheelFigure(
  { layout, row, request }: FitOutcome,
  i: number,
  piece: JobPiece,
  pitch: number,
): Figure {
  const wheel = layout.wheels[i];
  const { radius, teeth } = wheel;
  const { toothedWheel, runningDepth, runsOnBody } = familyOf(piece);
  if (teeth === null) {
    const wrap = layout.wraps.at(i);
    const chords = runsOnBody && request.pieces === 'stiff' && wrap !== undefined;
    const face = chords ? nearestLink(row, wheel, wrap) : radius;
    return plainWheel(Math.max(face - (runningDepth?.(piece) ?? 0), radius * 0.5));
  }
  // Teeth for pieces that mesh with none: as high as such pieces are thick.
  return toothedWheel?.({ radius, teeth, pitch }, piece) ?? sprocket(radius, teeth, pitch * 0.5, pitch);
}

/** A plain wheel with a tyre, arms that are all alike, and a hub. */
function plainWheel(radius: number): Figure {
  const rim = radius * 0.8;
  const hub = radius * 0.3;
  const bore = radius * 0.13;
  const arms = PLAIN_REPEATS;
  let windows = '';
  for (let k = 0; k < arms; k++) {
    const from = (k * 2 * Math.PI) / arms + 0.24;
    const to = ((k + 1) * 2 * Math.PI) / arms - 0.24;
    const innerFrom = (k * 2 * Math.PI) / arms + 0.46;
    const innerTo = ((k + 1) * 2 * Math.PI) / arms - 0.46;
    const i = radius * 0.38;
    const o = radius * 0.72;
    windows +=
      data`M${o * Math.cos(to)} ${o * Math.sin(to)}A${o} ${o} 0 0 0 ${o * Math.cos(from)} ${o * Math.sin(from)}` +
      data`L${i * Math.cos(innerFrom)} ${i * Math.sin(innerFrom)}A${i} ${i} 0 0 1 ${i * Math.cos(innerTo)} ${i * Math.sin(innerTo)}Z`;
  }
  return {
    parts: [
      { d: circle(0, 0, radius) + hole(0, 0, rim), fill: 'leather', line: true },
      { d: circle(0, 0, rim) + windows + hole(0, 0, bore), fill: 'iron', line: true },
      { d: circle(0, 0, hub) + hole(0, 0, bore), fill: 'shade', line: true },
    ],
  };
}
