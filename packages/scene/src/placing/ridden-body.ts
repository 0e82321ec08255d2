import { shapingAlong, type FitOutcome, type ReadShaping } from '@coin-relay/core';
import type { ResolvedSetOut } from '@coin-relay/model';

/** A body that is shaped by places of its own, and takes them with it: the pieces between two of its beginnings. */
export interface RiddenBody {
  /** Where its pieces begin, from its own beginning, mm. */
  readonly offsets: Float64Array;
  readonly read: ReadShaping;
}

/** The body that a row is where its shaping rides with it; null where that is told along the path. */
export function riddenBody(
  { apart, count, effectivePitch, request, layout }: FitOutcome,
  { shaping }: ResolvedSetOut,
): RiddenBody | null {
  if (!shaping?.rides) return null;
  const pitch = effectivePitch ?? request.pitch;
  const lengths = apart
    ? apart.lengths.map((length) => length * apart.factor)
    : Array.from({ length: count }, () => pitch);
  const gap = apart?.gap ?? 0;
  const offsets = new Float64Array(lengths.length);
  for (let i = 1; i < offsets.length; i++) offsets[i] = offsets[i - 1] + lengths[i - 1] + gap;
  const length = offsets[offsets.length - 1] + lengths[lengths.length - 1];
  const stations = shaping.stations.map((station) => ({
    ...station,
    s: (station.s / layout.path.length) * length,
  }));
  return { offsets, read: shapingAlong(stations, { length, closed: false }, shaping.smooth) };
}
