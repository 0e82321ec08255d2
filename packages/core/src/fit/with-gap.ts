import { spacingsOf, type RowLay, type RowWindow } from './lay';
import { layInto, type Laid } from './laying';
import { turningsOf, type Common, type FitOutcome } from './outcome';
import { rowBetween } from './row-between';
import type { Layout } from './source';
import { middleOn, type IdealOn } from './window-ideal';

/** Path and pitch hold: the row is laid where it was asked to, and a gap is left, or an overlap. */
export function withGap(common: Common, layout: Layout, halves: IdealOn['halves']): FitOutcome {
  const { request, count, window } = common;
  const { pitch, pieces, lay } = request;
  const { path } = layout;
  const spacings = spacingsOf(count, lay, window);
  const middle = lay.middle === null ? null : middleOn(path, window, lay.middle).middle;
  const laid = layInto(
    path,
    window,
    spacings,
    pitch,
    pieces,
    { rest: lay.rest, middle },
    halvesOf(halves, spacings),
  );
  const gap = window.to - window.from - (laid.last - laid.first);
  const row = rowBetween(path, count, pitch, request, reachOf(window, laid, lay), laid.first);
  return {
    ...common,
    effectivePitch: pitch,
    pitchChange: 0,
    scale: 1,
    takeUp: null,
    spare: null,
    apart: null,
    gap,
    gapBefore: window.ring ? 0 : laid.first - window.from,
    ripplePpm: 0,
    closes: Math.abs(gap) <= 1e-9 * path.length,
    obstacles: [],
    layout,
    row,
    turnings: turningsOf(layout, row, pitch, request),
  };
}

/** How many of a number of spacings come before the place they run both ways from: in proportion. */
function halvesOf(halves: IdealOn['halves'], spacings: number): number {
  if (!halves) return 0;
  const [before, behind] = halves;
  // As many as fit before it, so long as what does not fit behind would be no fewer.
  const whole = Math.floor(before + 1e-9);
  const all = whole + Math.floor(behind + 1e-9);
  if (spacings === all) return whole;
  return Math.round((spacings * before) / Math.max(before + behind, 1e-12));
}

/** Where the row lies at rest. What lies past the ends of the window is a part of it only where pieces run on straight there. */
function reachOf(window: RowWindow, { first, last }: Laid, { beyond }: RowLay): RowWindow {
  if (window.ring) return window;
  if (beyond === 'straight') return { ...window, from: first, to: last };
  return { ...window, from: Math.max(window.from, first), to: Math.min(window.to, last) };
}
