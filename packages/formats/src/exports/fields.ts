import * as z from 'zod';
import type { Export } from './export';

/** An option of an export as it is asked for, read from what describes it. */
export interface OptionField {
  readonly key: string;
  readonly title: string;
  /** A sentence about it. */
  readonly words: string;
  readonly kind: 'toggle' | 'number' | 'choice' | 'rows' | 'frames' | 'frame';
  readonly unit: 'mm' | 'px' | null;
  /** Of a number: whether it is a whole one, and its bounds. */
  readonly whole: boolean;
  readonly least: number;
  readonly most: number;
  readonly choices: readonly string[];
  /** What holds where nothing is said. */
  readonly usual: unknown;
}

/** The described part of a schema. */
interface Described {
  readonly type?: string;
  readonly title?: string;
  readonly description?: string;
  readonly unit?: 'mm' | 'px';
  readonly minimum?: number;
  readonly maximum?: number;
  readonly enum?: readonly string[];
  readonly default?: unknown;
}

/** The options of an export, in the order it tells them. */
export function optionFields({ options }: Pick<Export, 'options'>): readonly OptionField[] {
  const { properties = {} } = z.toJSONSchema(options, { io: 'input' }) as {
    readonly properties?: Readonly<Record<string, Described>>;
  };
  return Object.entries(properties).map(([key, field]) => ({
    ...{ key, title: field.title ?? key, words: field.description ?? '', kind: kindOf(key, field) },
    ...{ unit: field.unit ?? null, whole: field.type === 'integer', choices: field.enum ?? [] },
    ...{ least: field.minimum ?? -Infinity, most: field.maximum ?? Infinity, usual: field.default },
  }));
}

function kindOf(key: string, { type, enum: choices }: Described): OptionField['kind'] {
  if (key === 'frame') return 'frame';
  if (type === 'boolean') return 'toggle';
  if (type === 'array') return 'rows';
  if (type === 'object') return 'frames';
  return choices ? 'choice' : 'number';
}
