import { createHash } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { RelayError } from '@coin-relay/core';
import { DRAWING_LIMITS } from '@coin-relay/formats';
import { readBundle, type Bundle } from '@coin-relay/formats/job-bundle';
import { SOLID_FILE_LIMIT } from '@coin-relay/formats/solid-in';

/** Reads a drawing or a table. @throws RelayError file-too-large, file-broken */
export const readText = (file: string): string => readWithin(file, DRAWING_LIMITS.size).toString('utf8');
/** Reads a file of solids. @throws RelayError file-too-large, file-broken */
export const readBytes = (file: string): Uint8Array => readWithin(file, SOLID_FILE_LIMIT);

/**
 * Reads a file that is named by the SHA-256 of what is in it.
 * @returns null where there is none
 * @throws RelayError file-too-large, file-broken also where it holds something else
 */
export function readKept(file: string, hash: string): Uint8Array | null {
  if (!existsSync(file)) return null;
  const bytes = readBytes(file);
  if (createHash('sha256').update(bytes).digest('hex') === hash) return bytes;
  throw new RelayError('file-broken', `${file} is not what it is called: its SHA-256 is another one.`);
}

function readWithin(file: string, limit: number): Buffer {
  try {
    const { size } = statSync(file);
    if (size > limit) {
      throw new RelayError(
        'file-too-large',
        `${file} is ${(size / 1e6).toFixed(1)} MB; at most ${limit / 1e6} MB are read.`,
      );
    }
    return readFileSync(file);
  } catch (error) {
    if (error instanceof RelayError) throw error;
    const { code } = error as NodeJS.ErrnoException;
    throw new RelayError('file-broken', `${file} cannot be read${code ? ` (${code})` : ''}.`);
  }
}

/**
 * Writes a file. It is there all at once, or not at all: who waits for it never sees half of it.
 * @throws RelayError file-broken where it cannot be written
 */
export function writeOut(file: string, content: string | Uint8Array): void {
  // Beside it, so that it is only renamed: each program that writes has a name of its own.
  const part = `${file}.${process.pid}.part`;
  try {
    writeFileSync(part, content);
    renameSync(part, file);
  } catch (error) {
    rmSync(part, { force: true });
    throw notWritten(file, error);
  }
}

function notWritten(file: string, error: unknown): RelayError {
  const { code } = error as NodeJS.ErrnoException;
  const why = code === 'ENOSPC' ? 'the disk is full' : (code ?? 'for a reason it does not say');
  return new RelayError('file-broken', `${file} cannot be written (${why}).`);
}

/** The last bytes of a PNG file: its end, with its check sum. */
const PNG_END = Buffer.from('0000000049454e44ae426082', 'hex');

/** Is a picture there already, and all of it? */
export function isWhole(file: string): boolean {
  if (!existsSync(file)) return false;
  const bytes = readFileSync(file);
  return bytes.length > PNG_END.length && bytes.subarray(-PNG_END.length).equals(PNG_END);
}

/** Tells what the files of a folder were made from. */
const MADE_FROM = 'made-from.json';

/**
 * Makes a folder for files that are made from something, or sees that those in it are.
 * @throws RelayError file-broken where it cannot be written, or holds what was made from something else
 */
export function keepsOnly(folder: string, from: object): void {
  const sha256 = createHash('sha256').update(JSON.stringify(from)).digest('hex');
  const note = join(folder, MADE_FROM);
  try {
    mkdirSync(folder, { recursive: true });
    // A folder without pictures may be used for any.
    if (!existsSync(note) || !readdirSync(folder).some((name) => name.endsWith('.png'))) {
      writeOut(note, `${JSON.stringify({ sha256 })}\n`);
      return;
    }
  } catch (error) {
    throw error instanceof RelayError ? error : notWritten(folder, error);
  }
  const known = readJson(note) as { readonly sha256?: unknown } | null;
  if (known?.sha256 !== sha256)
    throw new RelayError(
      'file-broken',
      `${folder} holds files that were made from another job or with other options. Take another folder, or empty it.`,
    );
}

/** Bytes of a job with all it names, at the most. */
const MOST_BUNDLE = 400_000_000;

/** Reads a job that was written with all it names. @throws RelayError file-too-large, file-broken, job-broken */
export function readJob(file: string): unknown {
  if (!/\.zip$/i.test(file)) return readJson(file);
  return jsonIn(readBundleFile(file).job, file);
}

/** A job with all it names. @throws RelayError file-too-large, file-broken */
export const readBundleFile = (file: string): Bundle => readBundle(readWithin(file, MOST_BUNDLE));

/** Reads a job. @throws RelayError file-too-large, file-broken, job-broken */
export function readJson(file: string): unknown {
  return jsonIn(readText(file), file);
}

function jsonIn(text: string, file: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw new RelayError('job-broken', `${file} is not a Coin Relay job: it is not JSON.`);
  }
}
