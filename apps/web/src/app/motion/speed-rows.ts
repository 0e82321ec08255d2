import { seamlessTravels, speedFor, travelFor, type Speed } from '@coin-relay/core';
import type { Job, MotionFacts } from '@coin-relay/model';

/** One way to say how fast the row runs, that can be typed. */
export interface SpeedRow {
  readonly key: string;
  readonly words: string;
  readonly unit: string;
  readonly in: Speed['in'];
  /** Of a wheel: its turn a pitch, radians. */
  readonly perPitch: number;
  readonly value: number;
}

/** The speeds of a row: what it has no laps for is left out, and wheels that do not turn. */
export function speedRows(facts: MotionFacts, many: string): SpeedRow[] {
  const { speeds, wheels, measure } = facts;
  const row = (kind: Exclude<Speed['in'], 'rpm'>, words: string, unit: string): SpeedRow => ({
    key: kind,
    words,
    unit,
    in: kind,
    perPitch: 0,
    value: speeds[kind],
  });
  return [
    row('links-a-second', `${many} a second`, ''),
    row('mm-a-second', 'along the path', 'mm/s'),
    ...(measure.lap === null
      ? []
      : [row('laps-a-minute', 'laps a minute', ''), row('laps-a-loop', 'laps in the loop', '')]),
    ...wheels.map(({ id, name, rpm, perPitch }): SpeedRow => ({
      key: `wheel-${id}`,
      words: name,
      unit: 'rpm',
      in: 'rpm',
      perPitch,
      value: Math.sign(facts.travel || 1) * rpm,
    })),
  ];
}

/** A speed that was asked for, and what of it meets the loop's end. */
export interface SpeedAnswer {
  readonly travel: number;
  readonly words: string;
  /** The next one on the other side of what was asked; null where it loops as it is. */
  readonly other: { readonly travel: number; readonly words: string } | null;
}

/**
 * The travel for a speed that is typed.
 * @throws RelayError for speeds that cannot be run at
 */
export function answerSpeed(
  job: Job,
  facts: MotionFacts,
  row: SpeedRow,
  value: number,
  many: string,
): SpeedAnswer {
  const { motion } = job;
  const wanted = travelFor({ in: row.in, value, perPitch: row.perPitch }, motion, facts.measure);
  const { nearest, slower, faster } = seamlessTravels(wanted, facts.repeat);
  const said = (travel: number): string =>
    `${figure(speedFor(row.in, travel, motion, facts.measure, row.perPitch))}${row.unit ? ` ${row.unit}` : ''} (${Math.abs(travel)} ${many})`;
  const asked = `${figure(value)}${row.unit ? ` ${row.unit}` : ''}`;
  if (Math.abs(nearest - wanted) <= 1e-9 * Math.max(1, Math.abs(wanted))) {
    return { travel: nearest, words: `${said(nearest)} meets the loop’s end as it is.`, other: null };
  }
  const beyond = Math.abs(nearest) > Math.abs(wanted) ? slower : faster;
  return {
    travel: nearest,
    words: `${asked} would leave a seam. The nearest that does not is ${said(nearest)}; it is taken.`,
    other: beyond === null ? null : { travel: beyond, words: said(beyond) },
  };
}

/** Travels to choose from about the one there is, in steps of the repeat, none of them standing still. */
export function travelChoices(travel: number, repeat: number, many = 5): number[] {
  const way = travel < 0 ? -1 : 1;
  const middle = Math.max(1, Math.round(Math.abs(travel) / repeat));
  const first = Math.max(1, middle - Math.floor((many - 1) / 2));
  return Array.from({ length: many }, (_, i) => way * (first + i) * repeat);
}

const figure = (value: number): string => String(Number(value.toPrecision(4))).replace('-', '−');
