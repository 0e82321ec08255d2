import { createHash } from 'node:crypto';
import { existsSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { RelayError } from '@coin-relay/core';
import { DRAWING_LIMITS } from '@coin-relay/formats';
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

/** Writes a file. @throws RelayError file-broken where it cannot be written */
export function writeOut(file: string, content: string | Uint8Array): void {
  try {
    writeFileSync(file, content);
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    throw new RelayError('file-broken', `${file} cannot be written${code ? ` (${code})` : ''}.`);
  }
}

/** Reads a job. @throws RelayError file-too-large, file-broken, job-broken */
export function readJson(file: string): unknown {
  const text = readText(file);
  try {
    return JSON.parse(text);
  } catch {
    throw new RelayError('job-broken', `${file} is not a Coin Relay job: it is not JSON.`);
  }
}
