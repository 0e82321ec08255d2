/**
 * The speed of the strand that runs on to a sprocket turning steadily, over the greatest it has:
 * cos φ, φ from −π / z to π / z while one link is taken in (Shigley, Mechanical Engineering Design,
 * roller chain: least over greatest is cos(π / z)).
 * @param part of a pitch since a pin was taken in
 */
export function chordalSpeed(teeth: number, part: number): number {
  const within = part - Math.floor(part);
  return Math.cos(((within - 0.5) * 2 * Math.PI) / teeth);
}

/** Least over greatest speed. */
export const chordalRatio = (teeth: number): number => Math.cos(Math.PI / teeth);
