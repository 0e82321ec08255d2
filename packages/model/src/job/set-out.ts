import type { SetOut } from './set-out-schema';

/** A plain row: the sequence in turn, and nothing else. */
export const PLAIN_SET_OUT: SetOut = {
  order: { by: 'turn' },
  steps: [],
  alternate: 0,
  rules: [],
  byHand: [],
  handed: null,
  boundary: null,
  reach: null,
  rows: { count: 1, spacing: 10 },
  twin: null,
  overlap: 'as-made',
  finishes: null,
};

/** Ids a set-out refers to, and where they stand in it. */
export function setOutNeeds(
  setOut: SetOut,
): { kind: 'piece' | 'path'; id: string; at: (string | number)[] }[] {
  return [
    ...setOut.rules.flatMap((rule, i) =>
      rule.piece === null ? [] : [{ kind: 'piece' as const, id: rule.piece, at: ['rules', i, 'piece'] }],
    ),
    ...setOut.byHand.flatMap((hand, i) =>
      hand.piece === null ? [] : [{ kind: 'piece' as const, id: hand.piece, at: ['byHand', i, 'piece'] }],
    ),
    ...(setOut.handed?.items ?? []).map((item, i) => ({
      kind: 'piece' as const,
      id: item.piece,
      at: ['handed', 'items', i, 'piece'],
    })),
    ...(setOut.boundary
      ? [{ kind: 'path' as const, id: setOut.boundary.path, at: ['boundary', 'path'] }]
      : []),
    ...(setOut.reach ? [{ kind: 'path' as const, id: setOut.reach.path, at: ['reach', 'path'] }] : []),
  ];
}
