import { RelayError } from '@coin-relay/core';
import type { Job, Machine } from '@coin-relay/model';
import type * as z from 'zod';
import type { Platform } from '../frames/platform';

/** What is handed off: a job, and its rows as they are fitted. */
export interface ExportInput {
  readonly job: Job;
  /** Null while nothing of the job can be fitted. */
  readonly machine: Machine | null;
  /** Pictures on pieces, by their name, as data addresses; those not given are left out. */
  readonly pictures: ReadonlyMap<string, string>;
  /** What pictures are made with here; null where none can be. */
  readonly platform: Platform | null;
  /** Told now and then which part of the way is done, 0 to 1. */
  readonly progress: (part: number) => void;
}

/** A file among several. */
export interface NamedFile {
  readonly name: string;
  readonly content: Content;
}

/** What exports are offered under. */
export type ExportGroup = 'Drawings' | 'Solids' | 'Pictures and films' | 'Tables' | 'The job itself';

/** A way to hand off: entered in the list of exports, from where the interface, the server and the command line take it. */
export interface Export {
  readonly id: string;
  readonly title: string;
  readonly group: ExportGroup;
  /** What it is for, in a few words. */
  readonly purpose: string;
  /** What a file's name ends with. */
  readonly ending: string;
  /** Media type. */
  readonly type: string;
  /** Are its files made again only where they are not there? */
  readonly resumes?: true;
  /** May it take minutes? */
  readonly slow?: true;
  /** Does it want the rows fitted? */
  readonly fitted: boolean;
  /** The options it takes, described; others are passed over. */
  readonly options: z.ZodObject;
  /** Options that say nothing as the others are. */
  readonly moot?: (options: Readonly<Record<string, unknown>>) => readonly string[];
  /** What of the job is not in it, a sentence each; nothing where all of it is. */
  readonly leavesOut?: (input: ExportInput, options: unknown) => readonly string[];
  /** @throws RelayError where it cannot be written as it is */
  readonly write: (input: ExportInput, options: unknown) => Promise<Written>;
  /** What is in it, one file after the other, where it holds several; none is made that is not wanted. */
  readonly files?: (input: ExportInput, options: unknown, wanted: Wanted) => AsyncIterable<NamedFile>;
}

/** Which of several files are wanted, by their name and number from 0. */
export type Wanted = (name: string, i: number) => boolean;

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

/** Media types of what is text besides those that say so. */
const TEXT = ['image/svg+xml', 'application/json', 'image/vnd.dxf'];

/** Is what it writes text, which can be put out as it is? */
export const isText = ({ type }: Pick<Export, 'type'>): boolean =>
  type.startsWith('text/') || TEXT.includes(type);

/** What was written. */
export interface Written {
  readonly content: Content;
  readonly facts: ExportFacts;
  /** What is wrong with it all the same, a sentence each. */
  readonly findings?: readonly string[];
}

type Made = Content | Written;

const isContent = (made: Made): made is Content => typeof made === 'string' || made instanceof Uint8Array;

/** An export whose writer takes its own options, read from whatever was given. */
export function exportOf<S extends z.ZodObject>(
  made: Omit<Export, 'options' | 'leavesOut' | 'write' | 'files'> & {
    readonly options: S;
    readonly leavesOut?: (input: ExportInput, options: z.infer<S>) => readonly string[];
    /** What takes much code is loaded when it is asked for. */
    readonly write: (input: ExportInput, options: z.infer<S>) => Made | Promise<Made>;
    readonly files?: (input: ExportInput, options: z.infer<S>, wanted: Wanted) => AsyncIterable<NamedFile>;
  },
): Export {
  const { options, leavesOut, write, files, ...facts } = made;
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
    ...(files ? { files: (input, given, wanted) => files(input, read(given), wanted) } : {}),
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

/** @throws RelayError encoder-missing where nothing is at hand but the job */
export function platformIn({ platform }: ExportInput): Platform {
  if (platform) return platform;
  throw new RelayError(
    'encoder-missing',
    'Pictures, and what a job names, are put into files in the browser, or by the command line: not over HTTP. Take one of these.',
  );
}
