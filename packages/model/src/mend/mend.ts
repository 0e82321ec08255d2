import {
  contourCorners,
  drawnContour,
  drawnFromContour,
  changeSegment,
  closePath,
  measurePath,
  mm,
  placeContour,
  placeUnder,
  RelayError,
  reverseContour,
  roundCorners,
  smoothThrough,
  startAt,
  thinOut,
  wrapInto,
  type Contour,
} from '@coin-relay/core';
import type { Job, JobPath } from '../job/schema';
import { kindOf, mendedProfile, profileOf } from '../path-kinds';
import { nameOf } from '../path-kinds/name-of';
import { withDrawn } from '../path-kinds/drawn/with-drawn';
import { measuredPath, pathContour } from '../resolve';
import type { Mend, Mended } from './mends';
import { mendOfKind } from './of-kind';
import { placementOf } from './placement';

/** How near the ends of a path are to count as one place when it is closed, mm. */
const ENDS_MEET = 1e-3;

/**
 * Mends a path. What has numbers keeps them where it can: a reversed circle is a circle, a
 * scaled route is a route. What cannot be said in its numbers is freed into points.
 * @throws RelayError naming what cannot be done
 */
export function mendPath(job: Job, path: JobPath, asked: Mend): Mended<JobPath> {
  const mend = profileOf(path) ? inPlan(job, path, asked) : asked;
  const mended = mendInPlan(job, path, mend);
  const profile = profileOf(path);
  if (!profile) return mended;
  const { length } = measurePath(pathContour(job, path));
  return { ...mended, path: { ...mended.path, profile: mendedProfile(profile, mend, length) } as JobPath };
}

/** Places on a raised path as places on the one under it. */
function inPlan(job: Job, path: JobPath, mend: Mend): Mend {
  const raised = measuredPath(job, path);
  if (mend.do === 'start') return { ...mend, at: placeUnder(raised, mend.at) };
  if (mend.do === 'round' && mend.at) return { ...mend, at: mend.at.map((s) => placeUnder(raised, s)) };
  return mend;
}

function mendInPlan(job: Job, path: JobPath, mend: Mend): Mended<JobPath> {
  const kept = mendOfKind(path, job, mend);
  if (kept) return kept;
  const { contour, words } = mendContour(path, pathContour(job, path), mend);
  const { id, name } = path;
  return {
    path: withDrawn({ kind: 'drawn', id, name, closed: false, points: [] }, drawnFromContour(contour)),
    wheels: [],
    words: [words, mend.do === 'free' ? '' : freedWords(job, path)].filter((said) => said !== '').join(' '),
  };
}

/** What a path is no longer once it is points: what it followed, or the numbers it had. */
function freedWords(job: Job, path: JobPath): string {
  if (path.kind === 'drawn' || path.kind === 'outline') return '';
  const followed = kindOf(path)
    .needs?.(path)
    .find(({ kind }) => kind === 'path');
  const what = followed
    ? `no longer follows “${nameOf(job, followed.id)}”`
    : 'is no longer made from its numbers';
  return `It is points now and ${what}; undo gives that back.`;
}

function mendContour(path: JobPath, contour: Contour, mend: Mend): { contour: Contour; words: string } {
  switch (mend.do) {
    case 'free':
      return { contour, words: '' };
    case 'reverse':
      return { contour: reverseContour(contour), words: '' };
    case 'start':
      return { contour: startAt(contour, mend.at), words: '' };
    case 'mirror':
    case 'scale':
      return { contour: placeContour(contour, placementOf(contour, mend)), words: '' };
    case 'round':
      return rounded(contour, mend.radius, mend.at);
    case 'smooth': {
      const { points, closed } = drawnFromContour(contour);
      return { contour: smoothThrough(points, closed), words: '' };
    }
    case 'thin': {
      const { before, after, deviation, contour: thin } = thinOut(contour, mend.tolerance);
      return {
        contour: thin,
        words: `${before} pieces became ${after}; no point is further off than ${mm(deviation)}.`,
      };
    }
    case 'close':
      if (contour.closed) throw new RelayError('request-invalid', `Path “${path.name}” is closed already.`);
      return { contour: drawnContour(closePath(drawnFromContour(contour), ENDS_MEET)), words: '' };
    case 'straighten': {
      let drawn = drawnFromContour(contour);
      drawn.points.forEach((_, i) => {
        drawn = changeSegment(drawn, i, 'line');
      });
      return { contour: drawnContour(drawn), words: '' };
    }
  }
}

function rounded(
  contour: Contour,
  radius: number,
  at: readonly number[] | undefined,
): { contour: Contour; words: string } {
  const corners = contourCorners(contour);
  if (corners.length === 0) throw new RelayError('request-invalid', 'The path has no corners to round.');
  const { length } = measurePath(contour);
  const chosen =
    at &&
    new Set(
      at.map((s) => {
        const off = corners.map((corner) =>
          Math.abs(wrapInto(corner.s - s + length / 2, length) - length / 2),
        );
        return off.indexOf(Math.min(...off));
      }),
    );
  const result = roundCorners(contour, radius, chosen);
  const [misfit] = [...result.misfits].sort((a, b) => a.largest - b.largest);
  if (result.rounded === 0 && misfit) {
    throw new RelayError(
      'request-invalid',
      `A radius of ${mm(radius)} fits no corner: at ${mm(misfit.corner.s)} at most ${mm(misfit.largest)} fits.`,
      { field: 'radius' },
    );
  }
  const did = `${result.rounded} ${result.rounded === 1 ? 'corner' : 'corners'} rounded.`;
  return {
    contour: result.contour,
    words: misfit
      ? `${did} ${mm(radius)} does not fit ${result.misfits.length} more: at ${mm(misfit.corner.s)} at most ${mm(misfit.largest)} fits.`
      : did,
  };
}
