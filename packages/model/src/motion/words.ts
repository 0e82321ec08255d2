import { framesToRead } from '@coin-relay/core';
import { pieceWords } from '../words/fit-sentence';
import type { ResolvedRun } from '../resolve';
import type { MotionFacts } from './facts';

/** Something to be warned of in how a row moves. */
export interface MotionWarning {
  readonly kind: 'seam' | 'too-fast';
  readonly text: string;
  /** The travel that mends it, pitches; null where only another loop does. */
  readonly travel: number | null;
  /** The length of loop that mends it, frames; null where the travel does. */
  readonly frames: number | null;
}

/** What a viewer would see that is not meant. */
export function motionWarnings(resolved: ResolvedRun, facts: MotionFacts): MotionWarning[] {
  const [one, many] = pieceWords(resolved.sequence[0]);
  const { travel, reading, repeat, visible, seamless } = facts;
  const found: MotionWarning[] = [];
  if (facts.leaves && travel !== 0) {
    found.push({
      kind: 'seam',
      text: `The loop has a seam: what is set by rule, by hand or by seed travels off the end of the path with its ${many}, and does not come back.`,
      travel: null,
      frames: null,
    });
  } else if (!seamless) {
    // Of a driven row the one that drives it has to change.
    const nearest = facts.driven
      ? NaN
      : Math.max(1, Math.round(Math.abs(travel) / repeat)) * repeat * Math.sign(travel);
    found.push({
      kind: 'seam',
      text: `The loop has a seam: the row looks as it did after ${number(repeat)} ${repeat === 1 ? one : many} only, and travels ${number(Math.abs(travel))}.`,
      travel: Number.isInteger(nearest) ? nearest : null,
      frames: null,
    });
  }
  if (reading.reads !== 'well') {
    const seems = {
      hard: 'is hard to follow',
      still: 'seems to stand still',
      backwards: 'seems to run backwards',
    }[reading.reads];
    // What another row drives is slowed there, or given a longer loop.
    const slow = reading.fastest !== 0 && !facts.driven;
    found.push({
      kind: 'too-fast',
      text: `Too fast to read: a frame moves it by ${reading.ratio.toFixed(2)} of what repeats to the eye (${visible === 1 ? one : `${visible} ${many}`}), so it ${seems}. From 0.40 on motion reads wrongly.`,
      travel: slow ? reading.fastest : null,
      frames: slow ? null : framesToRead(travel, visible),
    });
  }
  return found;
}

const number = (value: number): string => String(Number(value.toFixed(2)));
