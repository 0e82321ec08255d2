import { isOnPath } from '@coin-relay/core';
import { placeOf, type RowScene } from './scene';

/** Goes through the places that are to be seen, with the middle between their pins: mm, z where the path leaves its plane. */
export function eachPlace(
  scene: RowScene,
  use: (k: number, place: number, x: number, y: number, z: number) => void,
): void {
  const { frame, fit } = scene;
  const { pins, rise } = frame;
  for (let k = 0; k < frame.links; k++) {
    const i = placeOf(scene, k);
    if (i < 0 || !isOnPath(fit.row, frame, k)) continue;
    const p = k * frame.step;
    const z = rise.length > 0 ? (rise[p] + rise[p + 1]) / 2 : 0;
    use(k, i, (pins[2 * p] + pins[2 * p + 2]) / 2, (pins[2 * p + 1] + pins[2 * p + 3]) / 2, z);
  }
}

/** A mark where a place is left out. */
export interface LeftOutMark {
  /** Its place, from 0. */
  readonly place: number;
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** Where places of a row are left out, as it stands now. */
export function leftOutMarks(scene: RowScene): LeftOutMark[] {
  const { leftOut } = scene.setOut.table;
  const found: LeftOutMark[] = [];
  if (leftOut.includes(1))
    eachPlace(scene, (_, place, x, y, z) => {
      if (leftOut[place] === 1) found.push({ place, x, y, z });
    });
  return found;
}

/** How far the arms of a mark reach, mm: a small part of the pitch. */
export const markReach = ({ span }: RowScene): number => 0.14 * span;
