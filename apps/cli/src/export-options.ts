import { RelayError } from '@coin-relay/core';
import { frameRangeOf, numberOf, type Options } from './options';

/** What of a drawing may be asked for by --with; what is not named is left out. */
const PARTS = ['path', 'marks', 'wheels', 'machine', 'ground'] as const;

/** The options of an export as they were typed. Those an export does not know it passes over. */
export function exportOptions(options: Options): Record<string, unknown> {
  const tolerance = numberOf('tolerance', options.tolerance);
  const given = {
    ...{ frame: numberOf('frame', options.frame), frames: frameRangeOf(options) },
    ...{ tolerance, stray: tolerance, as: options.as },
    ...{ step: numberOf('step', options.step), times: numberOf('times', options.times) },
    ...{ clear: options.clear, instances: options.instances, weld: options.weld, unit: options.unit },
    ...{ clearance: numberOf('clearance', options.clearance), scale: numberOf('scale', options.scale) },
    ...{ view: options.view, look: options.look, hidden: options.hidden },
    ...{ turn: numberOf('turn', options.turn), tilt: numberOf('tilt', options.tilt) },
    ...sizeOf(options.size),
    ...partsOf(options.with),
  };
  return Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined));
}

function sizeOf(text: string | undefined): { readonly width?: number; readonly height?: number } {
  if (text === undefined) return {};
  const found = /^(\d+)x(\d+)$/.exec(text.trim());
  if (!found)
    throw new RelayError(
      'request-invalid',
      `--size is width and height in pixels, as 1920x1080; it was given “${text}”.`,
      {
        field: 'size',
      },
    );
  return { width: Number(found[1]), height: Number(found[2]) };
}

function partsOf(text: string | undefined): Partial<Record<(typeof PARTS)[number], boolean>> {
  if (text === undefined) return {};
  const named = text
    .split(',')
    .map((word) => word.trim())
    .filter((word) => word !== '');
  const unknown = named.find((word) => !PARTS.some((part) => part === word));
  if (unknown !== undefined)
    throw new RelayError(
      'request-invalid',
      `--with takes ${PARTS.join(', ')}, by commas; “${unknown}” is none.`,
      {
        field: 'with',
      },
    );
  return Object.fromEntries(PARTS.map((part) => [part, named.includes(part)]));
}

/** One of several parts of the same work: number i of n, from 1. */
export interface Shard {
  readonly i: number;
  readonly n: number;
}

export function shardOf({ shard }: Options): Shard {
  if (shard === undefined) return { i: 1, n: 1 };
  const [i, n] = (/^(\d+)\/(\d+)$/.exec(shard.trim()) ?? []).slice(1).map(Number);
  if (!(i >= 1 && i <= n))
    throw new RelayError(
      'request-invalid',
      `--shard is the part and of how many, as 2/8; it was given “${shard}”.`,
      {
        field: 'shard',
      },
    );
  return { i, n };
}
