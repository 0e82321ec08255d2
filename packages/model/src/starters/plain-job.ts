import { CHAIN_SIZES } from '../families/roller-chain/sizes';
import { chainPieces } from '../families/roller-chain/make';
import { JOB_FORMAT, JOB_VERSION } from '../job/limits';
import type { Job } from '../job/schema';

/** What new jobs begin with: a roller chain, the count in pairs, the pitch giving way. */
export function plainJob(name: string): Omit<Job, 'wheels' | 'paths'> {
  const size = CHAIN_SIZES.find((s) => s.size === '08B') ?? CHAIN_SIZES[0];
  const { pieces, sequence } = chainPieces(size);
  return {
    format: JOB_FORMAT,
    version: JOB_VERSION,
    name: name.slice(0, 80),
    place: '',
    unit: 'mm',
    pieces,
    runs: [
      {
        id: 'row',
        name: 'Row',
        path: 'loop',
        sequence,
        fit: { hold: 'path', rounding: 'nearest', multiple: 2, count: null },
      },
    ],
    motion: { framesPerSecond: 24, frames: 120, drives: [{ run: 'row', pitches: 12 }] },
  };
}
