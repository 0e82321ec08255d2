import { wrapInto } from '@coin-relay/core';
import type { Mend } from '../../mend/mends';
import type { StretchPath } from './schema';

/** A mended stretch, where it still follows its outline: turned round it runs through its places the other way. */
export function mendStretch(path: StretchPath, mend: Mend): StretchPath | null {
  if (mend.do !== 'reverse') return null;
  const { picks, way } = path;
  // Half of a closed outline is as short one way as the other, and then taken forwards: turned round it is the longer.
  const half = picks.length === 2 && Math.abs(wrapInto(picks[1] - picks[0], 1) - 0.5) < 1e-9;
  const other = way === 'shorter' ? 'longer' : 'shorter';
  return { ...path, picks: picks.toReversed(), way: half ? other : way };
}
