import { isOnPath, pathBounds } from '@coin-relay/core';
import { lettersReach } from '../lettering/reach';
import type { Box } from './box';
import { twinMatrix } from './copies';
import type { RowScene } from './scene';

/** How far pieces stand off the path of their row to either side, mm. */
export function standsOff({ pieces, setOut }: RowScene): number {
  const larger = Math.max(1, ...(setOut.shaping?.stations ?? []).map(({ scale }) => scale));
  const letters = lettersReach(setOut.lettering).across;
  return Math.max(
    ...pieces.map(({ box: [x0, y0, x1, y1], setting, span: own }) => {
      const off = Math.max(Math.abs(y0), Math.abs(y1), -x0, x1 - own, Math.abs(y0 + y1) / 2 + letters);
      return off * setting.scale * larger + Math.abs(setting.out) + Math.abs(setting.line);
    }),
  );
}

/** Everything a row covers: its path and wheels, what stands out of the path, what it reaches, its twin. */
export function rowBounds(scene: RowScene): Box {
  const { fit, span, pieces, setOut } = scene;
  const box: [number, number, number, number] = [...pathBounds(fit.layout.path)];
  const take = (x: number, y: number, r: number): void => {
    box[0] = Math.min(box[0], x - r);
    box[1] = Math.min(box[1], y - r);
    box[2] = Math.max(box[2], x + r);
    box[3] = Math.max(box[3], y + r);
  };
  for (const { x, y, radius } of fit.layout.wheels) take(x, y, radius);
  // Pins stand on the path, but for those of links that run on past its end.
  if (fit.gap < 0 && !fit.layout.path.closed) {
    const { pins, links, step } = scene.frame;
    for (let k = 0; k < links; k++) {
      if (!isOnPath(fit.row, scene.frame, k)) continue;
      for (const p of [2 * k * step, 2 * k * step + 2]) take(pins[p], pins[p + 1], 0);
    }
  }
  const far = standsOff(scene);
  // What bends lies on its path however long it is: it is not looked at from as far as stiff links of that pitch.
  const bends = pieces.every(({ mode }) => mode === 'bent');
  const beside = Math.max(far, bends ? Math.min(span * 0.8, 3 * far) : span * 0.8);
  const { rows, twin, handed, reach } = setOut.setOut;
  if (handed?.takes === 'direction') for (const { x, y } of handed.items) take(x, y, beside);
  if (setOut.reach && setOut.sampledPath && reach) {
    const { data } = setOut.sampledPath;
    for (let k = 0; k < setOut.reach.length; k++) {
      const far = setOut.reach[k] || 0;
      const [x, y] = [data[4 * k], data[4 * k + 1]];
      if (reach.way === 'up' || reach.way === 'down') take(x, y + (reach.way === 'up' ? far : -far), 0);
      else take(x, y, far);
    }
  }
  const margin = beside + ((rows.count - 1) / 2) * rows.spacing;
  box[0] -= margin;
  box[1] -= margin;
  box[2] += margin;
  box[3] += margin;
  if (twin) {
    const m = twinMatrix(twin);
    const [a, b, c, d] = box;
    for (const [x, y] of [
      [a, b],
      [c, b],
      [c, d],
      [a, d],
    ])
      take(m[0] * x + m[2] * y + m[4], m[1] * x + m[3] * y + m[5], 0);
  }
  return box;
}
