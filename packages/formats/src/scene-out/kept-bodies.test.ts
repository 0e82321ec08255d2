import { writeStl } from '../solid-out/stl';
import { extrude, meshVolume, ringsOf } from '@coin-relay/core/solid';
import { demoJobs, type Job, type JobPiece } from '@coin-relay/model';
import { describe, expect, it } from 'vitest';
import type { Platform } from '../frames/platform';
import { keptBodies } from './kept-bodies';

const body = extrude(ringsOf('M0 0L10 0L10 4L0 4Z', 0.1), 0, 3);
const stl = writeStl(body, 'bar');

function jobWith(kept: string): Pick<Job, 'pieces'> {
  const solid = { kept, file: 'bar.stl' };
  const [piece] = demoJobs()[0].job.pieces;
  return { pieces: [{ ...piece, family: 'own', outline: [{ solid }] } as unknown as JobPiece] };
}
const platform = (there: boolean): Platform =>
  ({ kept: () => Promise.resolve(there ? Uint8Array.from(stl) : null) }) as unknown as Platform;

describe('bodies from files', () => {
  it('are read where they are kept', async () => {
    const job = jobWith('c'.repeat(64)) as Job;
    const { kept, findings } = await keptBodies({ job, platform: platform(true) });
    expect(findings).toEqual([]);
    expect(meshVolume(kept('c'.repeat(64))!)).toBeCloseTo(120, 4);
    expect(kept('d'.repeat(64))).toBeUndefined();
  });

  it.each([platform(false), null])('that are not to be had are told of, once each', async (none) => {
    const job = jobWith('c'.repeat(64)) as Job;
    const { findings } = await keptBodies({
      job: { ...job, pieces: [...job.pieces, ...job.pieces] },
      platform: none,
    });
    expect(findings).toEqual(['The body of bar.stl is not to be had here: its outline stands as a plate.']);
  });
});
