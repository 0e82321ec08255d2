import { checkSliderCrank, RelayError, springFacts } from '@coin-relay/core';
import { anchorAt, centreOf, type Machine } from '../machine/machine';
import { tieAt } from '../machine/ties';
import { sliderCrank } from '../resolve';
import { formatLength } from '../units';
import { closingTravels, hasCrank } from '../machine/travel';
import type { Job, Tie } from '../job/schema';
import { motionFacts } from './facts';

/** Something to be warned of in how a machine moves. */
export interface MachineWarning {
  readonly kind: 'rod' | 'spring' | 'rope' | 'anchor' | 'crank' | 'train' | 'prepared';
  readonly text: string;
  /** What it is about: the id of an anchor, a tie or a run. */
  readonly of: string;
  /** The frame to look at it in. */
  readonly frame: number | null;
  /** The run whose travel mends it, and that travel, pitches. */
  readonly mend: { readonly run: string; readonly travel: number } | null;
}

/** Frames of a loop that are looked at, at the most. */
const MOST_LOOKED_AT = 480;

/** What in a machine does not work, or would be seen to jump. */
export function machineWarnings(machine: Machine): MachineWarning[] {
  const found = [...anchorWarnings(machine), ...trainWarnings(machine)];
  for (const tie of machine.job.ties ?? []) found.push(...tieWarnings(machine, tie));
  for (const { of, message } of machine.prepared.problems)
    found.push({ kind: 'prepared', text: message, of, frame: null, mend: null });
  return found;
}

function anchorWarnings(machine: Machine): MachineWarning[] {
  return (machine.job.anchors ?? []).flatMap(({ id, name, on }): MachineWarning[] => {
    const warn = (
      kind: MachineWarning['kind'],
      text: string,
      frame: number | null = null,
    ): MachineWarning => ({
      kind,
      text,
      of: id,
      frame,
      mend: null,
    });
    if (on.kind === 'slider') {
      const centre = centreOf(machine, on.wheel);
      try {
        if (centre) checkSliderCrank(sliderCrank(on, centre), name);
      } catch (error) {
        if (error instanceof RelayError) return [warn('rod', error.message)];
        throw error;
      }
    }
    if (on.kind !== 'fixed' && on.kind !== 'rider' && !machine.wheels.has(on.wheel))
      return [warn('anchor', `“${name}” is on a wheel that no row goes round: it does not turn.`)];
    if (on.kind !== 'rider') return [];
    const frame = framesOf(machine).find((k) => anchorAt(machine, id, k) === null);
    if (frame !== undefined)
      return [warn('anchor', `“${name}” rides on a link that is not on the path in frame ${frame}.`, frame)];
    return riderWarnings(machine, id, name, on.run);
  });
}

/** A link that has gone on when the loop ends takes what rides on it along: only whole laps bring it back. */
function riderWarnings(machine: Machine, of: string, name: string, run: string): MachineWarning[] {
  const [row, motion] = [machine.rows.get(run), machine.motions.get(run)];
  if (!row || !motion || motion.travel === 0 || motion.manner.way === 'to-and-fro') return [];
  const { kind, lap } = row.fit.row;
  const laps = motion.travel / lap;
  if (kind !== 'open' && Math.abs(laps - Math.round(laps)) < 1e-9) return [];
  const back =
    kind === 'open'
      ? 'Along an open path it is back only where the row goes to and fro.'
      : `It is after whole laps of ${Number(lap.toFixed(2))}.`;
  const travel = kind === 'ring' && motion.driven === null ? nearestMultiple(motion.travel, lap) : null;
  return [
    {
      kind: 'anchor',
      text: `“${name}” is not back when the loop ends: its link has gone on by ${Number(Math.abs(motion.travel).toFixed(2))}. ${back}`,
      of,
      frame: null,
      mend: travel === null ? null : { run, travel },
    },
  ];
}

function tieWarnings(machine: Machine, tie: Tie): MachineWarning[] {
  const { job } = machine;
  const warn = (kind: MachineWarning['kind'], text: string, frame: number | null): MachineWarning => ({
    kind,
    text,
    of: tie.id,
    frame,
    mend: null,
  });
  const length = (mm: number): string => formatLength(mm, job.unit);
  const { is, name } = tie;
  if (is.kind === 'spring') {
    try {
      const { solid } = springFacts(is);
      const states = framesOf(machine).map((k) => ({ k, at: tieAt(machine, tie, k) }));
      const shortest = least(states, ({ at }) => at?.span ?? Infinity);
      const longest = least(states, ({ at }) => -(at?.span ?? -Infinity));
      const found: MachineWarning[] = [];
      if (shortest?.at?.spring?.state === 'solid') {
        found.push(
          warn(
            'spring',
            `“${name}” would be pressed to ${length(shortest.at.span)} in frame ${shortest.k}; solid it is ${length(solid)} long.`,
            shortest.k,
          ),
        );
      }
      if (longest?.at?.spring?.state === 'too-long' && is.longest !== null) {
        found.push(
          warn(
            'spring',
            `“${name}” would be pulled to ${length(longest.at.span)} in frame ${longest.k}; its limit is ${length(is.longest)}.`,
            longest.k,
          ),
        );
      }
      return found;
    } catch (error) {
      if (error instanceof RelayError) return [warn('spring', `“${name}”: ${error.message}`, null)];
      throw error;
    }
  }
  const taut = framesOf(machine)
    .map((k) => ({ k, at: tieAt(machine, tie, k) }))
    .filter(({ at }) => at?.rope && !at.rope.reaches);
  const worst = least(taut, ({ at }) => -((at?.span ?? 0) - (at?.rope?.length ?? 0)));
  if (!worst?.at?.rope) return [];
  return [
    warn(
      'rope',
      `“${name}” does not reach: in frame ${worst.k} its anchors are ${length(worst.at.span)} apart, and it is ${length(worst.at.rope.length)} long.`,
      worst.k,
    ),
  ];
}

/** Rows that others drive, and wheels with cranks, that are not back when the loop ends. */
function trainWarnings(machine: Machine): MachineWarning[] {
  const { job } = machine;
  const masters = new Set(
    [...machine.motions.values()].filter(({ driven }) => driven === null).map(({ run }) => run),
  );
  return [...masters].flatMap((run): MachineWarning[] => {
    const facts = motionFacts(machine, run);
    if (!facts || facts.travel === 0 || facts.manner.way === 'to-and-fro') return [];
    const group = [...machine.motions.values()].filter((m) => m.run === run || m.driven?.master === run);
    const late = group.filter((m) => m.run !== run && motionFacts(machine, m.run)?.seamless === false);
    const cranks = group.flatMap((m) =>
      (motionFacts(machine, m.run)?.wheels ?? []).filter(
        ({ id, turns }) => hasCrank(job, id) && Math.abs(turns - Math.round(turns)) > 1e-9,
      ),
    );
    if (late.length === 0 && cranks.length === 0) return [];
    // A plain wheel with a crank comes round when it happens to.
    const closing = cranks.some(({ teeth }) => teeth === null) ? null : closingOf(machine, run);
    const travel = closing === null ? null : nearestMultiple(facts.travel, closing);
    const names = [
      ...late.map((m) => `“${nameOf(job, m.run)}”`),
      ...cranks.map(({ name }) => `the crank on ${name}`),
    ];
    const ends = names.length === 1 ? `${names[0]} is not back` : `${listed(names)} are not back`;
    return [
      {
        kind: late.length > 0 ? 'train' : 'crank',
        text:
          closing === null
            ? `When the loop ends, ${ends}, and no travel of “${nameOf(job, run)}” brings all of them back together.`
            : `When the loop ends, ${ends}. They are when “${nameOf(job, run)}” travels by ${closing}.`,
        of: run,
        frame: null,
        mend: travel === null ? null : { run, travel },
      },
    ];
  });
}

/** The least travel of a master that brings back all the rows it drives and the cranks on their wheels. */
export function closingOf(machine: Machine, master: string): number | null {
  const facts = motionFacts(machine, master);
  if (!facts || !Number.isInteger(facts.repeat)) return null;
  const needs = [...machine.motions.values()].flatMap((motion) => {
    if (motion.run !== master && motion.driven?.master !== master) return [];
    const own = motionFacts(machine, motion.run);
    if (!own) return [];
    const ratio = motion.driven?.ratio ?? 1;
    const rolls = motion.slip === 0;
    const row = motion.run === master || !rolls ? [] : [{ ratio, repeat: own.repeat }];
    const cranks = own.wheels
      .filter(({ id, teeth }) => teeth !== null && hasCrank(machine.job, id))
      .map(({ perPitch }) => ({ ratio, repeat: Math.abs((2 * Math.PI) / perPitch) }));
    return [...row, ...cranks];
  });
  return closingTravels(facts.repeat, needs);
}

const nearestMultiple = (travel: number, step: number): number =>
  Math.max(1, Math.round(Math.abs(travel) / step)) * step * (travel < 0 ? -1 : 1);

function framesOf({ frames }: Machine): number[] {
  const many = Math.min(frames, MOST_LOOKED_AT);
  return Array.from({ length: many }, (_, i) => Math.floor((frames * i) / many));
}

function least<T>(items: readonly T[], of: (item: T) => number): T | null {
  let best: T | null = null;
  for (const item of items) if (best === null || of(item) < of(best)) best = item;
  return best;
}

const nameOf = (job: Job, run: string): string => job.runs.find(({ id }) => id === run)?.name ?? run;

const listed = (names: readonly string[]): string =>
  `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;
