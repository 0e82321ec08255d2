import { placeOf, type RowScene } from './scene';

/** Reads how link k is shaped at an arc length: times as large, rolled, lifted. */
export function readShapedAt(scene: RowScene, k: number, s: number, out: Float64Array): void {
  const { shaping, riding } = scene;
  if (riding) {
    const { arc, step } = scene.frame;
    const many = riding.offsets.length;
    const i = placeOf(scene, k);
    const number = (((i >= 0 ? i : k + scene.frame.firstLink) % many) + many) % many;
    riding.read(s - arc[k * step] + riding.offsets[number], out);
  } else if (shaping) shaping(s, out);
  else out.set(PLAIN);
}

const PLAIN = [1, 0, 0];
