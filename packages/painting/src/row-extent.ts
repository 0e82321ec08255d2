import type { ResolvedSetOut } from '@coin-relay/model';
import { coveredBy, lettersReach, type RowScene } from '@coin-relay/scene';
import { newOutline, type Outline } from './brush';

/** How far from its pin anything of a link may be, mm. */
export function reachOf({ span, pieces, setOut }: RowScene, offsets: readonly number[]): number {
  const { table } = setOut;
  // Objects that are handed to places stand where they were picked, however far that is.
  if (setOut.setOut.handed) return Infinity;
  const figure = pieces.reduce(
    (most, { box, setting }) =>
      Math.max(
        most,
        ...box.map(Math.abs),
        Math.abs(setting.out) + Math.abs(setting.along) + Math.abs(setting.line),
      ),
    0,
  );
  const copies = offsets.reduce((most, offset) => Math.max(most, Math.abs(offset)), 0);
  let shift = 0;
  for (const values of [table.out, table.along])
    for (let i = 0; i < values.length; i++) shift = Math.max(shift, Math.abs(values[i]));
  // Pieces that give, and those between two pins, reach over their own lengths.
  const { along, across } = lettersReach(setOut.lettering);
  return 4 * (span + figure) + copies + shift + along + across;
}

/** What is not cut away, in the drawing's axes; null where nothing is. */
export function clipOf({ boundary }: ResolvedSetOut): Outline | null {
  if (boundary?.how !== 'cut') return null;
  const clip = newOutline();
  const { area, keep } = boundary;
  for (let i = 0; i < area.length; i += 2) {
    if (i === 0) clip.moveTo(area[0], area[1]);
    else clip.lineTo(area[i], area[i + 1]);
  }
  clip.closePath();
  if (keep === 'outside') clip.rect(-1e7, -1e7, 2e7, 2e7);
  return clip;
}

/** What pieces may cover along stretches of their path as it is now. */
export function coverOf(scene: RowScene, stretches: readonly [number, number][]): Outline {
  const cover = newOutline();
  for (const area of coveredBy(scene, stretches)) {
    for (let i = 0; i < area.length; i += 2) {
      if (i === 0) cover.moveTo(area[0], area[1]);
      else cover.lineTo(area[i], area[i + 1]);
    }
    cover.closePath();
  }
  return cover;
}
