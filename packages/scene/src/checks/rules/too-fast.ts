import { framesToRead } from '@coin-relay/core';
import { MOST_FRAMES, pieceWords } from '@coin-relay/model';
import { travelProposal } from '../proposals';
import { rowRule } from '../rule';

const SEEMS = {
  hard: 'is hard to follow',
  still: 'seems to stand still',
  backwards: 'seems to run backwards',
} as const;

/** A row that moves so far a frame that it reads wrongly (sampling theorem). */
export const tooFast = rowRule('motion', ['too-fast'], ({ resolved, facts }) => {
  if (!facts) return [];
  const [one, many] = pieceWords(resolved.sequence[0]);
  const { travel, reading, visible } = facts;
  const { reads } = reading;
  if (reads === 'well') return [];
  // What another row drives is slowed there, or given a longer loop.
  const slow = reading.fastest !== 0 && !facts.driven;
  const frames = framesToRead(travel, visible);
  return [
    {
      kind: 'too-fast',
      text: `Too fast to read: a frame moves it by ${reading.ratio.toFixed(2)} of what repeats to the eye (${visible === 1 ? one : `${visible} ${many}`}), so it ${SEEMS[reads]}. From 0.40 on motion reads wrongly.`,
      mend: slow
        ? travelProposal(resolved.run.id, reading.fastest)
        : frames <= MOST_FRAMES
          ? { do: 'loop', frames, words: `make the loop ${frames} frames` }
          : null,
    },
  ];
});
