import { readFileSync, statSync } from 'node:fs';
import { RelayError, type FitRequest } from '@coin-relay/core';
import { SVG_LIMITS, type GivenSource } from '@coin-relay/formats';

/** The options as they are typed. */
export interface Options {
  readonly path?: string;
  readonly svg?: string;
  readonly id?: string;
  readonly wheels?: string;
  readonly job?: string;
  readonly run?: string;
  readonly pitch?: string;
  readonly pieces?: string;
  readonly multiple?: string;
  readonly round?: string;
  readonly hold?: string;
  readonly count?: string;
  readonly phase?: string;
}

/** Reads the files that the options name. */
export function sourceOf(options: Options): GivenSource {
  return {
    path: options.path,
    id: options.id,
    run: options.run,
    svg: options.svg === undefined ? undefined : readText(options.svg),
    wheels: options.wheels === undefined ? undefined : readText(options.wheels),
    job: options.job === undefined ? undefined : readJson(options.job),
  };
}

/** The parts of a fit's request that were typed. */
export function requestOf(options: Options): Partial<FitRequest> {
  return {
    pitch: numberOf('pitch', options.pitch),
    pieces: wordOf('pieces', options.pieces, ['stiff', 'bending']),
    multiple: numberOf('multiple', options.multiple),
    rounding: wordOf('round', options.round, ['nearest', 'down', 'up']),
    hold: wordOf('hold', options.hold, ['path', 'pitch', 'both']),
    count: numberOf('count', options.count),
  };
}

/** Reads a number. NaN and infinity are refused here, in the option's own name. */
export function numberOf(name: string, text: string | undefined): number | undefined {
  if (text === undefined) return undefined;
  const value = text.trim() === '' ? NaN : Number(text);
  if (!Number.isFinite(value)) {
    throw new RelayError('request-invalid', `--${name} needs a finite number; it was given “${text}”.`, {
      field: name,
    });
  }
  return value;
}

function wordOf<T extends string>(
  name: string,
  text: string | undefined,
  words: readonly T[],
): T | undefined {
  if (text === undefined) return undefined;
  const found = words.find((word) => word === text);
  if (found === undefined) {
    throw new RelayError(
      'request-invalid',
      `--${name} is one of ${words.join(', ')}; it was given “${text}”.`,
      { field: name },
    );
  }
  return found;
}

function readText(file: string): string {
  try {
    const { size } = statSync(file);
    if (size > SVG_LIMITS.size) {
      throw new RelayError(
        'file-too-large',
        `${file} is ${(size / 1e6).toFixed(1)} MB; at most ${SVG_LIMITS.size / 1e6} MB are read.`,
      );
    }
    return readFileSync(file, 'utf8');
  } catch (error) {
    if (error instanceof RelayError) throw error;
    const { code } = error as NodeJS.ErrnoException;
    throw new RelayError('file-broken', `${file} cannot be read${code ? ` (${code})` : ''}.`);
  }
}

function readJson(file: string): unknown {
  const text = readText(file);
  try {
    return JSON.parse(text);
  } catch {
    throw new RelayError('job-broken', `${file} is not a Coin Relay job: it is not JSON.`);
  }
}
