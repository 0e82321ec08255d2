import { isOnPath } from '@coin-relay/core';
import { pieceNumberAt, type RowScene } from './scene';

/** One turn of drawing: a link, and which of it. */
export interface DrawTurn {
  readonly k: number;
  /** All of it; only the quarter that lies over its neighbour; or one half again, over the closing place. */
  readonly what: 'all' | 'over' | 'front-half' | 'back-half';
}

/**
 * The links in the order they are drawn, those further down lying over those above.
 *
 * As made: inner under outer. Next over, next under: like shingles, all along the row; round a
 * loop one link would begin and end the pile, so the half of it that should lie the other way is
 * drawn once more. Linked: every link over the one before it, then its front upper quarter over
 * the next, as rings that go through each other are seen.
 */
export function drawOrder(scene: RowScene, only: (k: number) => boolean = () => true): DrawTurn[] {
  const { frame, fit, setOut, pieces } = scene;
  const there: number[] = [];
  for (let k = 0; k < frame.links; k++) {
    if (only(k) && isOnPath(fit.row, frame, k) && pieceNumberAt(scene, k) >= 0) there.push(k);
  }
  if (scene.frame.rise.length > 0) sortByHeight(scene, there);
  const all = (k: number): DrawTurn => ({ k, what: 'all' });
  const loop = fit.window.ring && there.length > 2;
  switch (setOut.setOut.overlap) {
    case 'as-made':
      return [0, 1].flatMap((layer) =>
        there.filter((k) => pieces[pieceNumberAt(scene, k)].layer === layer).map(all),
      );
    case 'next-over':
      return [...there.map(all), ...(loop ? [{ k: there[0], what: 'back-half' as const }] : [])];
    case 'next-under':
      return [
        ...there.map(all).reverse(),
        ...(loop ? [{ k: there[there.length - 1], what: 'front-half' as const }] : []),
      ];
    case 'linked':
      return [
        ...there.map(all),
        ...(loop ? [{ k: there[0], what: 'back-half' as const }] : []),
        ...there.map((k) => ({ k, what: 'over' as const })),
      ];
  }
}

/** Of what leaves the plane the higher lies over the lower; of what is as high the order stays. */
function sortByHeight({ frame: { rise, step } }: RowScene, links: number[]): void {
  const height = (k: number): number => rise[k * step] + rise[k * step + 1];
  links.sort((a, b) => height(a) - height(b) || a - b);
}
