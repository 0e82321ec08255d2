import { marchChords, type Obstacle } from '../chain';
import { mm, RelayError } from '../error';
import { wrapInto } from '../math';
import { stillRow } from '../motion/row';
import { pathReader, type MeasuredPath } from '../path';
import { checkCount, checkMultiple } from './count';
import type { RowWindow } from './lay';
import { spacingsBetween, spacingThatReaches } from './laying';
import { stopped, turningsOf, type FitOutcome } from './outcome';
import type { FitRequest } from './request';
import { countSections, sectionsOf, type FittedSection, type MustMeet, type Section } from './sections';
import type { Layout } from './source';

/** An obstacle this near to a place that is met is that place, of the length of the path. */
const SAME_PLACE = 1e-6;

/**
 * Fits a row whose pins have to stand on some places of its path, or, where pieces stand on points,
 * the pieces themselves: each stretch between two of them gets a whole count and a pitch of its own. Such a row stands still, as it could not travel and
 * still meet them.
 * @throws RelayError request-invalid where something else than the pitch should give way
 */
export function fitSections(
  request: FitRequest,
  meet: MustMeet,
  base: Layout,
  window: RowWindow,
  obstacles: readonly Obstacle[],
): FitOutcome {
  const { pitch, pieces, multiple, count, hold, lay } = request;
  if (hold !== 'path') {
    throw new RelayError(
      'request-invalid',
      'Places can be met only where the pitch gives way: each stretch between them gets its own. Let the pitch give way, or meet no places.',
      { field: 'sections' },
    );
  }
  const { path } = base;
  const parts = sectionsOf(path, window, meet);
  // Round a loop there are no ends, and so as many points as spacings.
  const ends = lay.ends === 'points' && !window.ring ? 1 : 0;
  if (meet.alone && count !== null && count !== parts.length + ends) {
    throw new RelayError(
      'request-invalid',
      `One piece on every place that is met makes ${parts.length + ends}: another count is not to be had. Let the count follow, or put pieces between them too.`,
      { field: 'count' },
    );
  }
  if (count !== null && !meet.alone) checkCount(count, multiple, parts.length + ends);
  const onPlace = (s: number): boolean =>
    parts.some(({ from }) => {
      const off = Math.abs(wrapInto(s - from, path.length));
      return Math.min(off, path.length - off) <= SAME_PLACE * path.length;
    });
  const inTheWay = obstacles.filter(({ s }) => !onPlace(s));
  const whole = window.to - window.from;
  if (inTheWay.length > 0) {
    const rough = Math.max(parts.length, Math.round(whole / pitch)) + ends;
    const common = {
      request,
      length: path.length,
      ideal: whole / pitch + ends,
      count: rough,
      window,
      sections: null,
    };
    return stopped(common, base, inTheWay);
  }
  if (count === null && !meet.alone) checkMultiple(whole / pitch + ends, multiple);
  const ideal = parts.reduce((sum, { from, to }) => sum + spacingsBetween(path, from, to, pitch, pieces), 0);
  const sections = meet.alone
    ? parts.map((part) => oneEach(path, part, pieces))
    : countSections(path, parts, pitch, pieces, multiple, count, ideal, ends);
  const total = sections.reduce((sum, section) => sum + section.count, 0);
  checkCount(total + ends, 1, 1);
  const places = placesOf(base, sections, pieces);
  const row =
    lay.ends === 'points' && pieces === 'bending'
      ? stillRow(path, aboutPoints(window.ring ? places.subarray(0, total) : places, pitch), 2)
      : stillRow(path, places);
  const mean = sections.reduce((sum, section) => sum + section.count * section.pitch, 0) / total;
  return {
    request,
    length: path.length,
    ideal: ideal + ends,
    count: total + ends,
    window,
    sections,
    effectivePitch: mean,
    pitchChange: mean / pitch - 1,
    scale: 1,
    takeUp: null,
    spare: null,
    apart: null,
    gap: 0,
    gapBefore: 0,
    ripplePpm: 0,
    closes: true,
    obstacles: [],
    layout: base,
    row,
    turnings: turningsOf(base, row, mean, request),
  };
}

/** A stretch with a piece at its ends only. */
function oneEach(path: MeasuredPath, { from, to }: Section, pieces: FitRequest['pieces']): FittedSection {
  const pitch = spacingThatReaches(path, from, to, 1, pieces);
  if (pitch === null) {
    throw new RelayError(
      'sections-cannot-close',
      `No link reaches from the place at ${mm(from)} to the next one at ${mm(wrapInto(to, path.length))}. Use pieces that are carried, or fewer places.`,
      { field: 'sections' },
    );
  }
  return { from, to, count: 1, pitch };
}

/** All places of the row, the last one of a ring being the first again. */
function placesOf(
  { path }: Layout,
  sections: readonly FittedSection[],
  pieces: FitRequest['pieces'],
): Float64Array {
  const read = pathReader(path);
  const total = sections.reduce((sum, { count }) => sum + count, 0);
  const places = new Float64Array(total + 1);
  let at = 0;
  for (const { from, to, count, pitch } of sections) {
    const part = places.subarray(at, at + count + 1);
    if (pieces === 'bending') for (let i = 0; i < count; i++) part[i] = from + i * pitch;
    else marchChords(read, from, pitch, count, path.length, part);
    // What the chords leave at the end is within their accuracy: the place itself is met.
    part[count] = to;
    at += count;
  }
  return places;
}

/** Where pieces that are carried begin and end, each with its middle on its point. */
function aboutPoints(points: Float64Array, pitch: number): Float64Array {
  const places = new Float64Array(2 * points.length);
  points.forEach((s, i) => {
    places[2 * i] = s - pitch / 2;
    places[2 * i + 1] = s + pitch / 2;
  });
  return places;
}
