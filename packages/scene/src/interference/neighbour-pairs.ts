import { isOnPath } from '@coin-relay/core';
import { moveScene, type RowScene } from '../placing/scene';

/** Travels a closed row is looked at, in pitches: what fits at rest may cut on its way round a bend. */
const TRAVELS = [0, 0.25, 0.5, 0.75];
/** Longer rows are looked at as they stand at rest only: they show every position of a bend somewhere. */
const MOST_TRAVELLING = 500;

/** Two links of a frame: one, and the next of it or the one after. */
export interface NeighbourPair {
  readonly k: number;
  readonly other: number;
  readonly ahead: 1 | 2;
}

/**
 * Every link of a row with the next one and the one after, where both are on the path, in every position that is looked
 * at: the scene stands in it while a pair is told, and at rest at the end.
 */
export function* neighbourPairs(scene: RowScene): Generator<NeighbourPair> {
  const { fit, frame } = scene;
  for (const travel of fit.row.kind === 'ring' && fit.count <= MOST_TRAVELLING ? TRAVELS : [0]) {
    moveScene(scene, travel);
    const { links } = frame;
    for (let k = 0; k < links; k++) {
      for (const ahead of [1, 2] as const) {
        const other = k + ahead < links ? k + ahead : fit.window.ring ? k + ahead - links : -1;
        if (other < 0 || other === k || !isOnPath(fit.row, frame, k) || !isOnPath(fit.row, frame, other))
          continue;
        yield { k, other, ahead };
      }
    }
  }
  moveScene(scene, 0);
}
