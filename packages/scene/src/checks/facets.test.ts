import { ownPiece, parseJob, shapeJob, type Job } from '@coin-relay/model';
import { expect, it } from 'vitest';
import { findingsOf } from './checks.testing';

/** One body that bends along all of a path. */
function body(data: string, long = 900): Job {
  const base = shapeJob('Long', 'circle');
  const piece = {
    ...ownPiece('own', 'Ribbon', '', [{ data: `M0 -4H${long}V4H0Z`, material: 'brass', line: true }]),
    behaviour: 'bending' as const,
  };
  const fit = { hold: 'path' as const, rounding: 'nearest' as const, multiple: 1, count: 1 };
  return parseJob({
    ...base,
    paths: [{ kind: 'outline', id: 'loop', name: 'Line', data }],
    pieces: [piece],
    runs: [{ ...base.runs[0], sequence: ['own'], fit }],
  });
}

it('a body too long to be cut finely enough is found, where its bend is tightest, and by how much it strays', () => {
  const facets = (job: Job) => findingsOf(job).filter(({ kind }) => kind === 'shows-facets');
  expect(facets(body('M0 0H300A30 30 0 0 1 300 60H0A30 30 0 0 1 0 0Z'))).toEqual([]);
  const [found] = facets(body('M0 0H30000A30 30 0 0 1 30000 60H0A30 30 0 0 1 0 0Z', 60_000));
  expect(found.text).toMatch(
    /^“Ribbon” is so long that on the tightest bend its edges stray by .*mm from their curve/,
  );
  expect(found.size).toBeGreaterThan(1);
  expect(found.at).toBeGreaterThan(29_999);
});
