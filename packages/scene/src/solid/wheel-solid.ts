import type { FitOutcome } from '@coin-relay/core';
import { aboutZ, bar, easeFor, extrude, moved, ringsOf, type Mesh } from '@coin-relay/core/solid';
import type { Figure, JobPiece } from '@coin-relay/model';
import { wheelDiscs, type Disc, type SolidPart } from '@coin-relay/model/solid';
import { wheelFigure } from '../figures';

/** A hub stands out of its discs by so much, of their width together. */
export const HUB = 0.15;
/** The body of a plain wheel is so wide, of its tyre. */
const BODY = 0.7;
/** A mark stands out of the face by so much, of a disc’s width. */
const MARK = 0.03;

/** What a wheel is made from as solids: its figure, whether its teeth mesh with what runs on it, and where its discs stand. */
export interface WheelShape {
  readonly figure: Figure;
  readonly toothed: boolean;
  readonly discs: readonly Disc[];
}

/** Wheel i of a fitted row, with the first piece that runs on it. */
export const wheelShape = (fit: FitOutcome, i: number, piece: JobPiece, pitch: number): WheelShape => ({
  figure: wheelFigure(fit, i, piece, pitch),
  toothed: fit.layout.wheels[i].teeth !== null,
  discs: widened(wheelDiscs(piece), climbOn(fit, i)),
});

/** How far a row climbs along a wheel that it goes round several times, mm. */
function climbOn({ layout: { wheels, wraps } }: FitOutcome, i: number): number {
  const { turns, rise } = wheels[i].wraps ?? { turns: 0, rise: 0 };
  return turns > 0 ? (Math.abs(rise) * wraps[i].angle) / (2 * Math.PI) : 0;
}

/** Discs with room for what goes round them several times, side by side. */
function widened(discs: readonly Disc[], by: number): readonly Disc[] {
  if (by === 0) return discs;
  const [low, high] = [discs[0][0], discs[discs.length - 1][1]];
  return [[low - by / 2, high + by / 2]];
}

/**
 * A wheel as solids, about its centre, from the figure that draws it: its discs stand where what runs on it leaves
 * room, its hub goes through all of them.
 * @param tolerance how far chords may stray from what is round, mm
 * @throws RelayError solid-invalid, solid-too-large
 */
export function wheelSolid({ figure, toothed, discs }: WheelShape, tolerance: number): readonly SolidPart[] {
  const [low, high] = [discs[0][0], discs[discs.length - 1][1]];
  const over = (high - low) * HUB;
  // Of a toothed wheel the discs, the hub and its mark; of a plain one tyre, body and hub.
  const [first, second, third] = figure.parts;
  const plate = (d: string, [from, to]: Disc): Mesh =>
    extrude(ringsOf(d, tolerance), from, to, easeFor((to - from) * 0.04, tolerance));
  const part = (material: string | null, mesh: Mesh): SolidPart => ({ mesh, material: material ?? 'iron' });
  const hub = toothed ? second : third;
  return [
    ...discs.map((disc) => part(first.fill, plate(first.d, disc))),
    ...(toothed
      ? marks(third.d, discs, tolerance)
      : discs.map((disc) => part(second.fill, plate(second.d, narrowed(disc))))),
    part(hub.fill, plate(hub.d, [low - over, high + over])),
  ];
}

const narrowed = ([low, high]: Disc): Disc => {
  const off = ((high - low) * (1 - BODY)) / 2;
  return [low + off, high - off];
};

/** The mark that shows a wheel turn, on both of its outer faces. */
function marks(d: string, discs: readonly Disc[], tolerance: number): SolidPart[] {
  const [ring] = ringsOf(d, tolerance);
  const xs = Array.from({ length: ring.length / 2 }, (_, i) => ring[2 * i]);
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const [low, high] = [discs[0][0], discs[discs.length - 1][1]];
  const out = (discs[0][1] - discs[0][0]) * MARK;
  const dot = (from: number, to: number): SolidPart => ({
    mesh: moved(aboutZ(bar(from, to, (right - left) / 2, tolerance)), (left + right) / 2, 0, 0),
    material: 'leather',
  });
  return [dot(low - out, low + out), dot(high - out, high + out)];
}
