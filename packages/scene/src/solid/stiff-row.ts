import { isOnPath, readUps } from '@coin-relay/core';
import { pieceNumberAt, placeOf, type RowScene } from '../placing/scene';
import { MATRIX_NUMBERS, type SolidGroup } from './solid-group';

/** Square of the sine up must stand off the way by. */
const ALONG = 1e-18;

/** A row in space whose matrices are written in one go. */
export interface StiffRow {
  /**
   * Appends where its pieces stand as the scene is now.
   * @param copies the rows side by side, as offsets to the left of the path, mm
   * @param z how far all is moved along z, mm
   * @param groups by piece and shape of its wire
   */
  place(copies: readonly number[], z: number, groups: readonly (readonly (SolidGroup | undefined)[])[]): void;
}

/**
 * The row as one that is written in one go, where every piece of it hangs between its pins just as it is made: what
 * most rows in space are, and those with thousands of links. Stands where `placeInSpace` says, at half the cost. Null
 * where a piece bends, rides, is turned, faces something, is stretched, or is cut by a boundary.
 */
export function stiffRow(scene: RowScene): StiffRow | null {
  const { fit, setOut, laid, pieces, frame } = scene;
  const { stand, table, boundary } = setOut;
  const plain =
    stand !== null &&
    boundary === null &&
    setOut.reach === null &&
    !setOut.setOut.handed &&
    !fit.sections &&
    !fit.apart &&
    !laid &&
    table.turn.every((turn) => turn === 0) &&
    pieces.every(
      ({ mode, setting }) =>
        mode === 'between-pins' &&
        setting.turn === 0 &&
        (setting.facing === 'path' || setting.facing === 'chord'),
    );
  if (!plain) return null;
  const middles = new Float64Array(frame.links);
  const ups = new Float64Array(3 * frame.links);

  const write = (row: number, z: number, groups: readonly (readonly (SolidGroup | undefined)[])[]): void => {
    const { pins, rise, links, step, firstLink } = frame;
    const { length } = stand.ride;
    const rises = rise.length > 0;
    const { side } = scene;
    for (let k = 0; k < links; k++) {
      if (!isOnPath(fit.row, frame, k)) continue;
      const number = pieceNumberAt(scene, k);
      if (number < 0) continue;
      const i = placeOf(scene, k);
      const placed = i >= 0;
      const shapes = groups[number];
      const group = shapes[placed && shapes.length > 1 ? table.wire[i] : 0];
      if (!group || (group.count + 1) * MATRIX_NUMBERS > group.matrices.length) continue;
      const { setting, middle } = pieces[number];
      const a = k * step;
      const p = 2 * a;
      // Along the chord from one pin to the other.
      const dx = pins[p + 2] - pins[p];
      const dy = pins[p + 3] - pins[p + 1];
      const dz = rises ? rise[a + 1] - rise[a] : 0;
      const long = 1 / Math.sqrt(dx * dx + dy * dy + dz * dz);
      const wx = dx * long;
      const wy = dy * long;
      const wz = dz * long;
      // To its left: up × way.
      const u = 3 * k;
      let lx = ups[u + 1] * wz - ups[u + 2] * wy;
      let ly = ups[u + 2] * wx - ups[u] * wz;
      let lz = ups[u] * wy - ups[u + 1] * wx;
      let square = lx * lx + ly * ly + lz * lz;
      if (!(square > ALONG)) {
        // Where up is along the way any direction will do.
        [lx, ly, lz] = Math.abs(wx) < 0.9 ? [0, -wz, wy] : [wz, 0, -wx];
        square = lx * lx + ly * ly + lz * lz;
      }
      const unit = 1 / Math.sqrt(square);
      lx *= unit;
      ly *= unit;
      lz *= unit;
      const px = wy * lz - wz * ly;
      const py = wz * lx - wx * lz;
      const pz = wx * ly - wy * lx;
      // Rolled about its way, up going to the left.
      const odd = (k + firstLink) % 2 !== 0;
      const angle =
        stand.roll +
        (odd ? stand.alternate : 0) +
        (middles[k] / length + scene.laps) * stand.twist +
        (placed ? table.roll[i] : 0);
      const c = Math.cos(angle);
      const s = Math.sin(angle);
      // Its size, and the side its inside is on: what is mirrored is turned over in depth.
      const size = setting.scale * (placed ? table.size[i] : 1);
      const thick = side * size * (placed ? table.thickness[i] : 1) * (setting.flip ? -1 : 1);
      const yx = thick * (c * lx - s * px);
      const yy = thick * (c * ly - s * py);
      const yz = thick * (c * lz - s * pz);
      const along = 0.5 / long + setting.along + (placed ? table.along[i] : 0) - size * middle;
      const off = row + stand.across - side * (setting.out + (placed ? table.out[i] : 0));
      const lift = stand.lift + (setting.lift ?? 0);
      const { matrices, count } = group;
      const o = count * MATRIX_NUMBERS;
      matrices[o] = size * wx;
      matrices[o + 1] = size * wy;
      matrices[o + 2] = size * wz;
      matrices[o + 3] = 0;
      matrices[o + 4] = yx;
      matrices[o + 5] = yy;
      matrices[o + 6] = yz;
      matrices[o + 7] = 0;
      matrices[o + 8] = thick * (c * px + s * lx);
      matrices[o + 9] = thick * (c * py + s * ly);
      matrices[o + 10] = thick * (c * pz + s * lz);
      matrices[o + 11] = 0;
      matrices[o + 12] = pins[p] + along * wx + off * lx + lift * px - setting.line * yx;
      matrices[o + 13] = pins[p + 1] + along * wy + off * ly + lift * py - setting.line * yy;
      matrices[o + 14] = (rises ? rise[a] : 0) + along * wz + off * lz + lift * pz - setting.line * yz + z;
      matrices[o + 15] = 1;
      group.finishes[count] = placed ? table.finish[i] : -1;
      group.places[count] = i;
      group.count++;
    }
  };

  return {
    place(copies, z, groups) {
      const { arc, step, links } = frame;
      for (let k = 0; k < links; k++) middles[k] = (arc[k * step] + arc[k * step + 1]) / 2;
      readUps(stand.ride, middles, links, ups);
      for (const row of copies) write(row, z, groups);
    },
  };
}
