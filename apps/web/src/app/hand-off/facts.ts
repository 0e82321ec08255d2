import type { ExportedFile, ExportFacts } from '@coin-relay/formats';
import { formatLength, type Job, type Unit } from '@coin-relay/model';

/** A line of what is told of a file. */
export interface Fact {
  readonly what: string;
  readonly value: string;
}

const count = (value: number): string => value.toLocaleString('en');

/** How large a file is, in the unit that reads best. */
export function sizeWords(bytes: number): string {
  if (bytes < 1_000) return `${bytes} bytes`;
  const [value, unit] = bytes < 1e6 ? [bytes / 1e3, 'kB'] : [bytes / 1e6, 'MB'];
  return `${value < 10 ? value.toFixed(1) : value.toFixed(0)}\u00a0${unit}`;
}

/** What is told of a file that is written. */
export function factsOf({ facts, content }: ExportedFile, unit: Unit): Fact[] {
  const bytes = typeof content === 'string' ? new TextEncoder().encode(content).length : content.length;
  return [...numbers(facts, unit), { what: 'File', value: sizeWords(bytes) }];
}

function numbers({ width, height, links, triangles, frames, keys, stray }: ExportFacts, unit: Unit): Fact[] {
  const lines: (Fact | null)[] = [
    width !== undefined && height !== undefined
      ? { what: 'Size', value: `${formatLength(width, unit)} × ${formatLength(height, unit)}` }
      : null,
    links !== undefined ? { what: 'Parts', value: count(links) } : null,
    triangles !== undefined ? { what: 'Triangles', value: count(triangles) } : null,
    frames !== undefined ? { what: 'Frames', value: count(frames) } : null,
    keys !== undefined && keys > 0
      ? { what: 'Keys', value: `${count(keys)}, off by up to ${formatLength(stray ?? 0, unit)}` }
      : null,
  ];
  return lines.filter((line) => line !== null);
}

/** How pictures are taken out of a loop: a range of its frames, else all of them, every so many. */
export interface Taken {
  readonly frames?: { readonly from: number; readonly to: number } | undefined;
  readonly step: number;
}

/** How many pictures of a loop are taken. */
export function picturesIn({ motion }: Pick<Job, 'motion'>, { frames, step }: Taken): number {
  const { from, to } = frames ?? { from: 0, to: motion.frames - 1 };
  return Math.max(0, Math.floor((to - from) / step) + 1);
}

/**
 * What is told of pictures before there are any.
 * @param each bytes of one of them, where all are kept as they are
 */
export function pictureFacts(
  { motion }: Job,
  { frames, step, times }: Taken & { readonly times: number },
  each: number | null,
): Fact[] {
  const many = picturesIn({ motion }, { frames, step }) * times;
  const seconds = (many * step) / motion.framesPerSecond;
  return [
    { what: 'Frames', value: count(many) },
    {
      what: 'Runs for',
      value: `${Number(seconds.toFixed(2))} s, ${Number((motion.framesPerSecond / step).toFixed(2))} a second`,
    },
    ...(each === null ? [] : [{ what: 'File, about', value: sizeWords(each * many) }]),
  ];
}
