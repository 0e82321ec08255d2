import { aboutZ, bar, easeFor, extrude, moved, ringsOf, type Mesh } from '@coin-relay/core/solid';
import type { Disc, SolidPart } from '@coin-relay/model/solid';
import type { WheelShape } from './wheel-shape';

/** A hub stands out of its discs by so much, of their width together. */
export const HUB = 0.15;
/** The body of a plain wheel is so wide, of its tyre. */
const BODY = 0.7;
/** A mark stands out of the face by so much, of a disc’s width. */
const MARK = 0.03;

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
