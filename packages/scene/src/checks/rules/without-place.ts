import { rowRule } from '../rule';

/** Rules, places by hand and objects that find no place on the row. */
export const withoutPlace = rowRule(
  'set-out',
  ['rule-without-place', 'hand-without-place', 'object-without-place'],
  ({ setOut: { setOut, table } }) => {
    const rules = [...table.matched].flatMap((matched, i) =>
      matched === 0
        ? [{ kind: 'rule-without-place' as const, text: `Rule ${i + 1} matches no place on this row.` }]
        : [],
    );
    const lost = table.handPlaces.filter((place) => place < 0).length;
    const hand = {
      kind: 'hand-without-place' as const,
      text: `${lost === 1 ? '1 place' : `${lost} places`} set by hand ${lost === 1 ? 'lies' : 'lie'} beyond the row now; ${lost === 1 ? 'it comes' : 'they come'} back when the row is long enough.`,
    };
    const objects = setOut.handed?.items.length ?? 0;
    const handed = table.handed.reduce((sum, object) => sum + (object >= 0 ? 1 : 0), 0);
    const object = {
      kind: 'object-without-place' as const,
      text: `${objects - handed} of ${objects} objects find no place on this row.`,
    };
    return [...rules, ...(lost > 0 ? [hand] : []), ...(handed < objects ? [object] : [])];
  },
);
