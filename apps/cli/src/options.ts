import {
  expectedLength,
  PLAIN_LAY,
  RelayError,
  type EndToEnd,
  type FitRequest,
  type HangBy,
  type PathStretch,
  type UpRule,
  type Vec,
  type Vec3,
} from '@coin-relay/core';
import type { AlsoAsked } from '@coin-relay/model';
import { readJob } from './files';

/** The options as they are typed. */
export interface Options {
  readonly path?: string;
  readonly row?: string;
  readonly svg?: string;
  readonly dxf?: string;
  readonly obj?: string;
  readonly glb?: string;
  readonly csv?: string;
  readonly closed?: boolean;
  readonly helix?: string;
  readonly profile?: string;
  readonly smooth?: boolean;
  readonly frames?: string;
  readonly id?: string;
  readonly file?: string;
  readonly unit?: string;
  readonly weld?: string;
  readonly triangles?: string;
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
  readonly frame?: string;
  readonly tension?: string;
  readonly slack?: string;
  readonly lengths?: string;
  readonly gap?: string;
  readonly weights?: string;
  readonly seed?: string;
  readonly apart?: boolean;
  readonly candidates?: string;
  readonly details?: boolean;
  readonly tolerance?: string;
  readonly solids?: string;
  readonly inset?: string;
  readonly stretch?: string;
  readonly ends?: string;
  readonly rest?: string;
  readonly sections?: string;
  readonly alone?: boolean;
  readonly to?: string;
  readonly with?: string;
  readonly kept?: string;
  readonly named?: string;
  readonly clearance?: string;
  readonly scale?: string;
  readonly as?: string;
  readonly size?: string;
  readonly step?: string;
  readonly times?: string;
  readonly clear?: boolean;
  readonly instances?: boolean;
  readonly view?: string;
  readonly turn?: string;
  readonly tilt?: string;
  readonly look?: string;
  readonly hidden?: boolean;
  readonly shard?: string;
  readonly out?: string;
  readonly piece?: string;
}

export interface HangOptions {
  readonly from?: string;
  readonly to?: string;
  readonly length?: string;
  readonly sag?: string;
}

/** A number after --round is the radius of corners in space; its words are how the count is rounded. */
export function cornersOf(round: string | undefined): number | undefined {
  if (round === undefined || round.trim() === '') return undefined;
  const radius = Number(round);
  return Number.isFinite(radius) ? radius : undefined;
}

/** What keeps pieces upright: the word least, or up:X,Y,Z. */
export function framesOf({ frames }: Options): UpRule | undefined {
  if (frames === undefined) return undefined;
  if (frames === 'least') return { by: 'least-twist' };
  const parts = frames.startsWith('up:') ? numbersOf(frames.slice(3)) : [];
  if (parts.length !== 3 || !parts.every(Number.isFinite)) {
    throw new RelayError(
      'request-invalid',
      `--frames is the word least, or up:X,Y,Z; it was given “${frames}”.`,
      {
        field: 'frames',
      },
    );
  }
  const [x, y, z] = parts;
  return { by: 'fixed', up: { x, y, z } };
}

/** A range of frames, as A..B. */
export function frameRangeOf({ frames }: Options): { from: number; to: number } | undefined {
  if (frames === undefined) return undefined;
  const [from, to] = (/^(-?\d+)\.\.(-?\d+)$/.exec(frames.trim()) ?? []).slice(1).map(Number);
  if (from === undefined || to < from)
    throw new RelayError(
      'request-invalid',
      `--frames is the first and the last one, as 0..119; it was given “${frames}”.`,
      { field: 'frames' },
    );
  return { from, to };
}

/** Which runs, by commas; all where none is named. */
export const runsOf = ({ run }: Options): string[] | undefined =>
  run === undefined ? undefined : run.split(',').map((id) => id.trim());

/** Reads the job that is named. */
export function jobOf({ job }: Options): unknown {
  if (job === undefined)
    throw new RelayError('request-invalid', 'Give the job: --job FILE.', { field: 'job' });
  return readJob(job);
}

/** The parts of a fit's request that were typed. */
export function requestOf(options: Options): Partial<FitRequest> {
  return {
    pitch: numberOf('pitch', options.pitch),
    pieces: wordOf('pieces', options.pieces, ['stiff', 'bending']),
    multiple: numberOf('multiple', options.multiple),
    rounding:
      cornersOf(options.round) === undefined
        ? wordOf('round', options.round, ['nearest', 'down', 'up'])
        : undefined,
    hold: wordOf('hold', options.hold, ['path', 'pitch', 'wheel', 'slack', 'both']),
    count: numberOf('count', options.count),
    ...tensionOf(options.tension),
    ...slackOf(options),
    ...lengthsOf(options),
    ...layOf(options),
    ...meetOf(options),
  };
}

/** How far a wheel may move where the option does not say, mm. */
const USUAL_TRAVEL = 200;

/** The wheel that may move: ID,dx,dy with or without how far back and on. It is then what gives way. */
function tensionOf(text: string | undefined): Pick<FitRequest, 'tension' | 'hold'> | object {
  if (text === undefined) return {};
  const [wheel, ...rest] = text.split(',').map((part) => part.trim());
  const numbers = rest.length === 0 ? [] : numbersOf(rest.join(','));
  if (wheel === '' || !(numbers.length === 2 || numbers.length === 4) || !numbers.every(Number.isFinite)) {
    throw new RelayError(
      'request-invalid',
      `--tension ${text} cannot be read. Give ID,dx,dy or ID,dx,dy,min,max.`,
      { field: 'tension' },
    );
  }
  const [dx, dy, min = -USUAL_TRAVEL, max = USUAL_TRAVEL] = numbers;
  return { hold: 'wheel', tension: { wheel, dx, dy, min, max } };
}

/** The span that hangs, by the wheel it leaves. Slack is then what gives way. */
function slackOf({ slack }: Options): Pick<FitRequest, 'span' | 'hold'> | object {
  return slack === undefined ? {} : { hold: 'slack', span: slack.trim() };
}

/** Pieces of their own lengths, laid end to end; their pitch is then the mean of these with the gap. */
function lengthsOf(options: Options): Pick<FitRequest, 'endToEnd' | 'pitch'> | object {
  const { lengths, gap } = options;
  const between = numberOf('gap', gap) ?? 0;
  if (lengths === undefined) {
    const field = (['gap', 'weights', 'seed', 'apart'] as const).find((name) => options[name] !== undefined);
    if (field === undefined) return {};
    throw new RelayError(
      'request-invalid',
      `--${field} is about pieces of given --lengths. Give these too.`,
      { field },
    );
  }
  const sizes = numbersOf(lengths);
  if (!sizes.every(Number.isFinite)) {
    throw new RelayError('request-invalid', `--lengths ${lengths} cannot be read. Give a,b,c in mm.`, {
      field: 'lengths',
    });
  }
  const endToEnd: EndToEnd = { lengths: sizes, gap: between, ...orderOf(options) };
  return { endToEnd, pitch: expectedLength(endToEnd) + between };
}

/** The largest seed of a random choice. */
const MOST_SEED = 0xffffffff;

/** Which of the lengths comes at each place: in turn, or drawn by weight. */
function orderOf({ weights, seed, apart }: Options): Pick<EndToEnd, 'order'> {
  if (weights === undefined) {
    const field = seed !== undefined ? 'seed' : apart !== undefined ? 'apart' : null;
    if (field === null) return {};
    throw new RelayError('request-invalid', `--${field} is for pieces drawn by --weights. Give these too.`, {
      field,
    });
  }
  const parts = numbersOf(weights);
  if (!parts.every(Number.isFinite)) {
    throw new RelayError(
      'request-invalid',
      `--weights ${weights} cannot be read. Give a,b,c, one for each of --lengths.`,
      { field: 'weights' },
    );
  }
  const start = numberOf('seed', seed) ?? 1;
  if (!Number.isInteger(start) || start < 0 || start > MOST_SEED) {
    throw new RelayError(
      'request-invalid',
      `--seed is a whole number from 0 to ${MOST_SEED}; it was given “${seed}”.`,
      {
        field: 'seed',
      },
    );
  }
  return { order: { by: 'weight', seed: start, apart: apart ?? false, weights: parts } };
}

/** Where on the path the row lies, where any of it is said. */
function layOf({ inset, stretch, ends, rest }: Options): Partial<Pick<FitRequest, 'lay'>> {
  if ([inset, stretch, ends, rest].every((option) => option === undefined)) return {};
  return {
    lay: {
      ...PLAIN_LAY,
      ...(inset === undefined ? {} : { inset: twoNumbers('inset', inset, 'a,b') }),
      ...(stretch === undefined ? {} : { stretch: stretchOf(stretch) }),
      ends: wordOf('ends', ends, ['pins', 'points']) ?? PLAIN_LAY.ends,
      rest: wordOf('rest', rest, ['end', 'start', 'both', 'spread']) ?? PLAIN_LAY.rest,
    },
  };
}

/** A stretch in mm, or in per cent of the length: both of its places then carry the sign. */
function stretchOf(text: string): PathStretch {
  const percent = text.includes('%');
  const plain = percent ? text.replace(/\s*%\s*(?=,|$)/g, '') : text;
  const [from, to] = twoNumbers('stretch', plain, 'from,to, in mm or both in %');
  return percent ? { by: 'part', from: from / 100, to: to / 100 } : { by: 'length', from, to };
}

/** Which places a pin has to stand on. */
function meetOf({ sections: text, alone }: Options): Partial<Pick<FitRequest, 'meet'>> {
  if (text === undefined) {
    if (alone === undefined) return {};
    throw new RelayError('request-invalid', '--alone is about the places of --sections. Give these too.', {
      field: 'alone',
    });
  }
  const only = alone === true ? { alone } : {};
  if (text === 'corner') return { meet: { corners: 0, at: [], ...only } };
  if (text === 'points') return { meet: { corners: null, at: [], points: true, ...only } };
  const angle = numberOf('sections', text) ?? NaN;
  if (!(angle > 0 && angle <= 180)) {
    throw new RelayError(
      'request-invalid',
      `--sections is the word corner, the word points, or an angle over 0 and up to 180 degrees; it was given “${text}”.`,
      { field: 'sections' },
    );
  }
  return { meet: { corners: (angle * Math.PI) / 180, at: [], ...only } };
}

/** The numbers of a list; NaN for what is none. */
export const numbersOf = (text: string): number[] =>
  text.split(',').map((part) => (part.trim() === '' ? NaN : Number(part)));

function twoNumbers(name: string, text: string, shape: string): [number, number] {
  const parts = numbersOf(text);
  if (parts.length !== 2 || !parts.every(Number.isFinite)) {
    throw new RelayError('request-invalid', `--${name} ${text} cannot be read. Give ${shape}.`, {
      field: name,
    });
  }
  return [parts[0], parts[1]];
}

/** What a fit is also asked; the tolerance is typed in per cent. */
export function alsoAskedOf({ candidates, tolerance, details }: Options): AlsoAsked {
  const percent = numberOf('tolerance', tolerance);
  return {
    candidates: numberOf('candidates', candidates),
    tolerance: percent === undefined ? undefined : percent / 100,
    details,
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

/** Reads one of some words. */
export function wordOf<T extends string>(
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

/** Reads a point typed as x,y, or as x,y,z. */
export function pointOf(name: string, text: string | undefined): Vec | Vec3 {
  const parts = numbersOf(text ?? '');
  const [x, y, z] = parts;
  if (![2, 3].includes(parts.length) || !parts.every((value) => Number.isFinite(value))) {
    throw new RelayError(
      'request-invalid',
      `--${name} needs a point as x,y or x,y,z; it was given “${text ?? ''}”.`,
      { field: name },
    );
  }
  return parts.length === 3 ? { x, y, z } : { x, y };
}

/** How deep a row hangs: by its length or by its sag, one of them. */
export function hangOf(options: HangOptions): HangBy {
  const length = numberOf('length', options.length);
  const sag = numberOf('sag', options.sag);
  if (length !== undefined && sag === undefined) return { by: 'length', length };
  if (sag !== undefined && length === undefined) return { by: 'sag', sag };
  throw new RelayError('request-invalid', 'Give either --length or --sag, in mm.', { field: 'length' });
}
