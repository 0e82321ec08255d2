import { RelayError } from '@coin-relay/core';
import type { FittedRow, Job, Machine } from '@coin-relay/model';
import type * as z from 'zod';

/** What is handed off: a job, and its rows as they are fitted. */
export interface ExportInput {
  readonly job: Job;
  /** Null while nothing of the job can be fitted. */
  readonly machine: Machine | null;
  /** The run at work, for what is of one row. */
  readonly run: string | null;
  /** Pictures on pieces, by their name, as data addresses; those not given are left out. */
  readonly pictures: ReadonlyMap<string, string>;
}

/** A way to hand off: entered in the list of exports, from where the interface, the server and the command line take it. */
export interface Export {
  readonly id: string;
  readonly title: string;
  /** What it is for, in a few words. */
  readonly purpose: string;
  /** What a file's name ends with. */
  readonly ending: string;
  /** Media type. */
  readonly type: string;
  /** Is it of one row: the one at work, or that is asked for? */
  readonly ofOneRow?: true;
  /** Does it want the rows fitted? */
  readonly fitted: boolean;
  /** The options it takes, described; others are passed over. */
  readonly options: z.ZodObject;
  /** What of the job is not in it, a sentence each; nothing where all of it is. */
  readonly leavesOut?: (input: ExportInput, options: unknown) => readonly string[];
  /** @throws RelayError where it cannot be written as it is */
  readonly write: (input: ExportInput, options: unknown) => Promise<Written>;
}

/** What is in a file: text, or bytes. */
export type Content = string | Uint8Array<ArrayBuffer>;

/** Numbers that tell of a file besides its size. */
export interface ExportFacts {
  /** Size of what is drawn, mm. */
  readonly width?: number;
  readonly height?: number;
  readonly links?: number;
  readonly triangles?: number;
  readonly frames?: number;
  /** Keys of what moves, and how far it strays between them, mm. */
  readonly keys?: number;
  readonly stray?: number;
}

/** What was written. */
export interface Written {
  readonly content: Content;
  readonly facts: ExportFacts;
}

type Made = Content | Written;

const isContent = (made: Made): made is Content => typeof made === 'string' || made instanceof Uint8Array;

/** An export whose writer takes its own options, read from whatever was given. */
export function exportOf<S extends z.ZodObject>(
  made: Omit<Export, 'options' | 'leavesOut' | 'write'> & {
    readonly options: S;
    readonly leavesOut?: (input: ExportInput, options: z.infer<S>) => readonly string[];
    /** What takes much code is loaded when it is asked for. */
    readonly write: (input: ExportInput, options: z.infer<S>) => Made | Promise<Made>;
  },
): Export {
  const { options, leavesOut, write, ...facts } = made;
  const read = (given: unknown): z.infer<S> => {
    const found = options.safeParse(given);
    if (found.success) return found.data;
    const [{ path, message }] = found.error.issues;
    throw new RelayError('request-invalid', `The option ${path.join('.')} cannot be used: ${message}.`, {
      field: path.join('.'),
    });
  };
  return {
    ...facts,
    options,
    ...(leavesOut ? { leavesOut: (input, given) => leavesOut(input, read(given)) } : {}),
    write: async (input, given) => {
      const made = await write(input, read(given));
      return isContent(made) ? { content: made, facts: {} } : made;
    },
  };
}

/** @throws RelayError job-incomplete where nothing is fitted */
export function machineIn({ machine }: ExportInput): Machine {
  if (machine && machine.rows.size > 0) return machine;
  throw new RelayError(
    'job-incomplete',
    'No row of this job can be fitted as it is; the check step says why.',
  );
}

/** The row at work, or the first. */
export function rowIn(input: ExportInput): FittedRow {
  const { rows } = machineIn(input);
  const row = input.run === null ? [...rows.values()][0] : rows.get(input.run);
  if (row) return row;
  throw new RelayError('job-incomplete', `The row “${input.run ?? ''}” cannot be fitted as it is.`);
}
