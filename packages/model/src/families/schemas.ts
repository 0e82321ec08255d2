import * as z from 'zod';
import { length, lengthOrNone } from '../job/fields';
import { MOST_OUTLINE_PARTS } from '../job/limits';
import { FAMILIES, type FamilyId, type JobPiece } from './all';
import type { Family } from './family';
import type { FamilyField } from './fields';
import { OutlinePartSchema } from './own/outline-schema';
import { base, point } from './piece-base';
import { SectionSchema } from './swept/section-schema';

/** The values that a field takes. */
function valuesOf(field: FamilyField): z.ZodType {
  switch (field.kind) {
    case 'length':
      return field.least > 0 ? length : lengthOrNone;
    case 'count':
      return z.number().int().min(field.least).max(field.most);
    case 'choice':
      return z.enum(field.options.map(([value]) => value));
    case 'flag':
      return z.boolean();
    case 'designation':
      return z.string().max(20).describe('Trade designation; empty for a size of one’s own.');
    case 'outline':
      return z.array(OutlinePartSchema).min(1).max(MOST_OUTLINE_PARTS);
    case 'pins':
      return z
        .object({ from: point, to: point })
        .describe('In the piece’s own axes, mm: it travels from → to.');
    case 'source':
      return z.string().max(200).describe('Where the outline is from.');
    case 'section':
      return SectionSchema;
  }
}

/** The schema of the pieces of a family. */
function schemaOf({ id, about, fields, conflict }: Family<JobPiece>): z.ZodObject {
  const own = fields.map((field): [string, z.ZodType] => {
    const values = valuesOf(field);
    return [field.key, field.about === undefined ? values : values.describe(field.about)];
  });
  const schema = z.object({ family: z.literal(id), ...base, ...Object.fromEntries(own) });
  const checked = conflict
    ? schema.superRefine((piece, context) => {
        const found = conflict(piece as unknown as JobPiece);
        if (found) context.addIssue({ code: 'custom', path: [found.key], message: found.words });
      })
    : schema;
  return checked.describe(about);
}

const [first, ...others] = (Object.keys(FAMILIES) as FamilyId[]).map((id) =>
  schemaOf(FAMILIES[id] as unknown as Family<JobPiece>),
);

/** A piece of a job: its family decides what it has. */
export const PieceSchema = z.discriminatedUnion('family', [first, ...others]) as unknown as z.ZodType<
  JobPiece,
  JobPiece
>;
