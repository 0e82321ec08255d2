import { wrapInto } from '@coin-relay/core';
import type { Mend } from '../mend/mends';
import type { AnyPath, PathProfile } from './kind';
import { kindOf, type JobPath } from './all';

/** May a path be raised by a profile? Those that are in space by themselves may not, nor what goes round wheels, or hangs. */
export const mayRise = (path: JobPath): boolean => kindOf(path).mayRise === true;

/** The profile of a path; null where it stays in its plane. */
export const profileOf = (path: JobPath): PathProfile | null => (path as AnyPath).profile ?? null;

/**
 * The profile of a path that is mended: its heights stay over the same places.
 * @param length of the path in plan, mm
 */
export function mendedProfile({ smooth, stations }: PathProfile, mend: Mend, length: number): PathProfile {
  const moved = (
    to: (station: PathProfile['stations'][number]) => { at: number; z: number },
  ): PathProfile => ({
    smooth,
    stations: stations.map(to).sort((a, b) => a.at - b.at),
  });
  switch (mend.do) {
    case 'reverse':
      return moved(({ at, z }) => ({ at: 1 - at, z }));
    case 'start':
      return moved(({ at, z }) => ({ at: wrapInto(at - mend.at / length, 1), z }));
    case 'scale':
      return moved(({ at, z }) => ({ at, z: z * mend.factor }));
    default:
      return { smooth, stations };
  }
}
