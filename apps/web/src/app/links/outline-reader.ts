import { inject } from '@angular/core';
import { DRAWING_LIMITS } from '@coin-relay/formats';
import type { OutlinePart } from '@coin-relay/model';
import { FilePool } from '../engine/file-pool.service';
import { answerOf, type Reply } from '../engine/reply';
import { untilDestroyed } from '../shared/until-destroyed';

/** Ends of lines in a drawing that are one, mm. */
const JOIN = 0.01;
/** Longest that a drawing may be read, ms. */
const MOST_TIME = 20_000;

/** What a drawing has of closed outlines, or in words why it has none. */
export type ReadOutlines = (
  file: File,
  /** What there should be in it. */
  what: string,
) => Promise<{ readonly outlines: readonly OutlinePart[] } | { readonly problem: string }>;

/** Reads the outlines of drawings, until who asks is gone; for the beginning of a component. */
export function outlineReader(): ReadOutlines {
  const pool = inject(FilePool);
  const owner = untilDestroyed();
  return async (file, what) => {
    if (file.size > DRAWING_LIMITS.size)
      return {
        problem: `${file.name} is ${(file.size / 1e6).toFixed(1)} MB; at most ${DRAWING_LIMITS.size / 1e6} MB are read. Leave only ${what} in it.`,
      };
    const read = { name: file.name, bytes: new Uint8Array(await file.arrayBuffer()) };
    const reply: Reply<readonly OutlinePart[]> = await answerOf(
      pool.run({
        priority: 'shown',
        limit: MOST_TIME,
        owner,
        work: ({ tasks }) => tasks.readOutline(read, JOIN),
      }),
    );
    return reply.ok ? { outlines: reply.value } : { problem: `${file.name}: ${reply.message}` };
  };
}
