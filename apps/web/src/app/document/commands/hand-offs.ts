import { freshId, type HandOff } from '@coin-relay/model';
import { castDraft } from 'immer';
import type { Command } from './command';

/** Keeps a way to hand off with the job. One of the same name takes the place of the last. */
export function keepHandOff(made: Omit<HandOff, 'id'>): Command {
  return {
    label: 'Keep a hand-off',
    recipe: (job) => {
      const kept = (job.handOffs ??= []);
      const known = kept.find(({ name }) => name === made.name);
      if (known) Object.assign(known, castDraft(made));
      else kept.push(castDraft({ ...made, id: freshId(kept, 'hand-off') }));
    },
  };
}

export function forgetHandOff(id: string): Command {
  return {
    label: 'Forget a hand-off',
    recipe: (job) => {
      const left = (job.handOffs ?? []).filter((kept) => kept.id !== id);
      if (left.length > 0) job.handOffs = left;
      else delete job.handOffs;
    },
  };
}
