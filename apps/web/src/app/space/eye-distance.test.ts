import { SIDE_VIEWS, viewMap } from '@coin-relay/scene';
import { Box3, Matrix4, PerspectiveCamera, Vector3 } from 'three';
import { describe, expect, it } from 'vitest';
import { eyeFor, FIELD, ROOM } from './eye-distance';

const box = new Box3(new Vector3(-40, -10, -5), new Vector3(90, 60, 25));
const corners = [0, 1, 2, 3, 4, 5, 6, 7].map(
  (i) =>
    new Vector3((i & 1 ? box.max : box.min).x, (i & 2 ? box.max : box.min).y, (i & 4 ? box.max : box.min).z),
);

describe('the eye', () => {
  it.each(Object.values(SIDE_VIEWS))('sees all of a box, and hardly more (%o)', (from) => {
    for (const [up, stands] of [
      [new Vector3(0, 1, 0), 'upright'],
      [new Vector3(0, 0, 1), 'lying'],
    ] as const) {
      const aspect = 1.6;
      const { far, way } = eyeFor(box, up, from, aspect);
      // It looks from where drawings in ink are looked at from.
      const m = viewMap(from, stands);
      expect(way.distanceTo(new Vector3(m[8], m[9], m[10]))).toBeLessThan(1e-9);
      const eye = new PerspectiveCamera(FIELD, aspect, 1, 10_000);
      const axes = new Matrix4().makeBasis(
        new Vector3(m[0], m[1], m[2]),
        new Vector3(m[4], m[5], m[6]),
        new Vector3(m[8], m[9], m[10]),
      );
      eye.quaternion.setFromRotationMatrix(axes);
      eye.position.copy(box.getCenter(new Vector3()).addScaledVector(way, far));
      eye.updateMatrixWorld();
      const seen = corners.map((corner) => corner.clone().project(eye));
      const most = Math.max(...seen.flatMap(({ x, y }) => [Math.abs(x), Math.abs(y)]));
      expect(most).toBeCloseTo(1 / ROOM, 6);
    }
  });
});
