import type { RunFit } from './schema';

/** Which of the counts that will do is taken, under what gives way now. */
export const roundingOf = ({ hold, rounding, gapRounding }: RunFit): RunFit['rounding'] =>
  hold === 'both' ? (gapRounding ?? rounding) : rounding;

/** The change that takes another one of them. */
export const roundingChange = (
  { hold }: RunFit,
  rounding: RunFit['rounding'],
): Pick<Partial<RunFit>, 'rounding' | 'gapRounding' | 'count'> =>
  hold === 'both' ? { gapRounding: rounding, count: null } : { rounding, count: null };
