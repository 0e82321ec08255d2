import { marchChords, type Obstacle } from '../chain';
import { stillRow, type Row } from '../motion/row';
import type { WheelTurning } from '../motion/wheel-angle';
import { wheelTurning } from '../motion/wheel-turning';
import { pathReader } from '../path';
import type { RowWindow } from './lay';
import type { FitRequest } from './request';
import type { FittedSection } from './sections';
import type { Layout } from './source';

/** What came of a fit. Plain data: it can be handed to another thread. */
export interface FitOutcome {
  readonly request: FitRequest;
  /** Length of the path as it was given, mm. */
  readonly length: number;
  /** Pieces that would fit at the pitch asked for, as a real number. */
  readonly ideal: number;
  readonly count: number;
  /** The pitch the row really has, its mean over a cycle, mm; null where the row does not close. */
  readonly effectivePitch: number | null;
  /** effectivePitch / pitch − 1. */
  readonly pitchChange: number | null;
  /** Factor the path was scaled by. */
  readonly scale: number;
  /** How far the wheel that gives way has moved along its line, mm; null where none does. */
  readonly takeUp: number | null;
  /** What hangs in the span that gives way, over its taut length, mm; null where none does. */
  readonly spare: number | null;
  /**
   * Where pieces lie end to end, or stand apart: their lengths as they follow one another, again and again, the
   * factor on them, and what lies between two, mm.
   */
  readonly apart: {
    readonly factor: number;
    readonly gap: number;
    readonly lengths: readonly number[];
  } | null;
  /** The part of the path the row is laid on. */
  readonly window: RowWindow;
  /** Path left over between the last piece and the first (or the ends of the window), mm; negative where they overlap. */
  readonly gap: number;
  /** What of it lies before the first piece; the rest is behind the last one. */
  readonly gapBefore: number;
  /** The stretches between places that had to be met, with their counts and pitches; null where there were none. */
  readonly sections: readonly FittedSection[] | null;
  /** (max − min) / mean of the pitch over a cycle, parts per million. */
  readonly ripplePpm: number;
  /** The last pin is the first one (closed), or on the end (open). */
  readonly closes: boolean;
  readonly obstacles: readonly Obstacle[];
  /** The path, wheels and wraps as fitted. */
  readonly layout: Layout;
  readonly row: Row;
  readonly turnings: readonly WheelTurning[];
}

/** What is known of a fit before it is known what gives way. */
export type Common = Pick<FitOutcome, 'request' | 'length' | 'ideal' | 'count' | 'window' | 'sections'>;

/**
 * How far the pitch is off, as a part of one: of the stretch it is off most on, where places are
 * met; null where the row does not close.
 */
export function worstPitchChange({
  sections,
  pitchChange,
  request,
}: Pick<FitOutcome, 'sections' | 'pitchChange' | 'request'>): number | null {
  // Where one piece stands on every place, there is no pitch to be kept.
  if (request.meet?.alone) return null;
  if (!sections) return pitchChange;
  return sections
    .map(({ pitch }) => pitch / request.pitch - 1)
    .reduce((most, change) => (Math.abs(change) > Math.abs(most) ? change : most), 0);
}

/** How deep the span that gives way hangs below the line between its ends, mm. */
export function sagOf({ layout, request }: Pick<FitOutcome, 'layout' | 'request'>): number {
  return layout.sags.find(({ after }) => after === request.span)?.sag ?? 0;
}

/** How the wheels of a layout turn with its row. */
export function turningsOf(layout: Layout, row: Row, pitch: number, request: FitRequest): WheelTurning[] {
  return layout.wheels.map((wheel, i) => wheelTurning(wheel, layout.wraps[i], row, pitch, request.pieces));
}

/** A row that cannot close: pins as far as they go. */
export function stopped(common: Common, layout: Layout, obstacles: readonly Obstacle[]): FitOutcome {
  const { request, count, window } = common;
  const places = new Float64Array(count + 1);
  const { path } = layout;
  const made = marchChords(
    pathReader(path),
    window.from,
    request.pitch,
    count,
    Math.min(path.length, 8 * request.pitch),
    places,
  );
  let kept = made;
  while (kept > 2 && places[kept - 1] > window.to) kept--;
  const row = stillRow(path, places.slice(0, kept));
  return {
    ...common,
    effectivePitch: null,
    pitchChange: null,
    scale: 1,
    takeUp: null,
    spare: null,
    apart: null,
    gap: window.to - places[kept - 1],
    gapBefore: 0,
    ripplePpm: 0,
    closes: false,
    obstacles,
    layout,
    row,
    turnings: turningsOf(layout, row, request.pitch, request),
  };
}
