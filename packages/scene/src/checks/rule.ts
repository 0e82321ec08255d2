import type { Approach, Articulation, FitOutcome } from '@coin-relay/core';
import type { FittedRow, Job, Machine, MotionFacts, ResolvedRun, ResolvedSetOut } from '@coin-relay/model';
import type { NeighbourCut, RowCrossing } from '../interference';
import type { FindingStep, Found } from './found';

/** A fitted row of a job, with all that a rule may look at. */
export interface RowContext extends FittedRow {
  readonly job: Job;
  readonly resolved: ResolvedRun;
  readonly fit: FitOutcome;
  readonly setOut: ResolvedSetOut;
  /** Where the path comes closer to itself than the row is wide. */
  readonly approaches: readonly Approach[];
  /** Where its links turn against each other most; null where they do not. */
  readonly sharpest: Articulation | null;
  /** Neighbours that cut into each other. */
  readonly cuts: readonly NeighbourCut[];
  /** Other rows it cuts into, those after it in the job. */
  readonly crossings: readonly RowCrossing[];
  /** How it moves; null while its machine cannot run. */
  readonly facts: MotionFacts | null;
}

interface Said<K extends string> {
  /** The kinds of finding it has. */
  readonly kinds: readonly K[];
  readonly step: FindingStep;
}

/** What is wrong, or worth a look, with a row. */
export interface RowRule<K extends string = string> extends Said<K> {
  readonly of: 'row';
  readonly check: (context: RowContext) => readonly Found<K>[];
}

/** What is wrong, or worth a look, with the machine that all rows make together. */
export interface MachineRule<K extends string = string> extends Said<K> {
  readonly of: 'machine';
  readonly check: (machine: Machine) => readonly Found<K>[];
}

/** A rule of the checks: one a file, entered in the list of rules. */
export type Rule = RowRule | MachineRule;

export const rowRule = <const K extends string>(
  step: FindingStep,
  kinds: readonly K[],
  check: (context: RowContext) => readonly Found<K>[],
): RowRule<K> => ({ of: 'row', step, kinds, check });

export const machineRule = <const K extends string>(
  kinds: readonly K[],
  check: (machine: Machine) => readonly Found<K>[],
): MachineRule<K> => ({ of: 'machine', step: 'motion', kinds, check });
