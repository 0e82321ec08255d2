import { describe, expect, it } from 'vitest';
import { FAMILIES, type JobPiece } from './all';
import type { Family } from './family';
import { isTyped, type TypedField } from './fields';
import { PieceSchema } from './schemas';

/** Values on either side of what a field of a form takes. */
function sidesOf(field: TypedField): { readonly good: readonly unknown[]; readonly bad: readonly unknown[] } {
  switch (field.kind) {
    case 'length':
      return field.least > 0 ? { good: [field.least], bad: [0, -1] } : { good: [0], bad: [-1e-9, NaN] };
    case 'count':
      return { good: [field.least, field.most], bad: [field.least - 1, field.most + 1, field.least + 0.5] };
    case 'choice':
      return { good: field.options.map(([value]) => value), bad: ['', 'none of these', 1] };
    case 'flag':
      return { good: [true, false], bad: ['true', 1, null] };
  }
}

describe('the schema that a family’s fields make', () => {
  const families = Object.values(FAMILIES) as unknown as Family<JobPiece>[];

  it.each(families.filter(({ entries }) => entries.length > 0).map((family) => [family.id, family] as const))(
    'of %s takes what its form can put in, and no more',
    (_, { fields, entries }) => {
      const [piece] = entries[0].make().pieces;
      expect(PieceSchema.parse(piece)).toEqual(piece);
      for (const field of fields.filter(isTyped)) {
        const { good, bad } = sidesOf(field);
        const takes = (value: unknown): boolean =>
          PieceSchema.safeParse({ ...piece, [field.key]: value }).success;
        expect({ key: field.key, refused: good.filter((value) => !takes(value)) }).toEqual({
          key: field.key,
          refused: [],
        });
        expect({ key: field.key, taken: bad.filter(takes) }).toEqual({ key: field.key, taken: [] });
      }
    },
  );

  it('refuses what no family says', () => {
    expect(PieceSchema.safeParse({ family: 'nothing', id: 'a', name: 'A', pitch: 1 }).success).toBe(false);
  });

  it('asks of every family for all its fields', () => {
    for (const { entries, fields } of families) {
      if (entries.length === 0) continue;
      const [piece] = entries[0].make().pieces;
      for (const { key } of fields) {
        const without = Object.fromEntries(Object.entries(piece).filter(([name]) => name !== key));
        expect(PieceSchema.safeParse(without).success).toBe(false);
      }
    }
  });
});
