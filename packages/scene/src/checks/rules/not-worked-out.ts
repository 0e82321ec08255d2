import { machineRule } from '../rule';

/** What should have been worked out ahead for every frame, and could not be. */
export const notWorkedOut = machineRule(['prepared'], ({ precomputed: prepared }) =>
  prepared.problems.map(({ of, message }) => ({ kind: 'prepared' as const, text: message, of })),
);
