import * as z from 'zod';
import type { JobPath, PathKind, PathOf } from './all';
import { drawnSchema } from './drawn/schema';
import { hangSchema } from './hang/schema';
import { helixSchema } from './helix/schema';
import { outlineSchema } from './outline/schema';
import { parallelSchema } from './parallel/schema';
import { routeSchema } from './route/schema';
import { shapeSchema } from './shape/schema';
import { spaceSchema } from './space/schema';
import { stretchSchema } from './stretch/schema';
import { windingSchema } from './winding/schema';
import { SCHEMA_PARTS, type SchemaParts } from './schema-parts';

/** The schema of each kind of path: not with the kinds, so that a page that only draws paths need not load them. */
const SCHEMAS: { readonly [K in PathKind]: (parts: SchemaParts) => z.ZodType<PathOf<K>> } = {
  drawn: drawnSchema,
  space: spaceSchema,
  route: routeSchema,
  hang: hangSchema,
  shape: shapeSchema,
  helix: helixSchema,
  stretch: stretchSchema,
  parallel: parallelSchema,
  winding: windingSchema,
  outline: outlineSchema,
};

const [first, ...others] = Object.values(SCHEMAS).map(
  (schema) => schema(SCHEMA_PARTS) as unknown as z.ZodObject,
);

/** A path of a job: its kind decides what it has. */
export const PathSchema = z.discriminatedUnion('kind', [first, ...others]) as unknown as z.ZodType<
  JobPath,
  JobPath
>;
