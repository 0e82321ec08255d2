import { sharpestTurn } from '@coin-relay/core';
import { motionFacts, type FittedRow, type Job, type Machine } from '@coin-relay/model';
import type { FindingStep, Found } from './found';
import type { Finding, FindingKind } from './finding';
import type { RowContext, Rule } from './rule';
import { RULES } from './rules';

/** A row that was fitted, as it is checked: what it costs more to look for may be missing. */
export type CheckedRow = FittedRow &
  Partial<Pick<RowContext, 'approaches' | 'cuts' | 'crossings' | 'sharpest'>>;

/** What is known of a job that was fitted. */
export interface CheckedJob {
  readonly job: Job;
  readonly rows: readonly CheckedRow[];
  /** The machine its rows make; null while it cannot run. */
  readonly machine: Machine | null;
  /** Why rows cannot be fitted, or the machine cannot run (of no run). */
  readonly problems: readonly { readonly run: string | null; readonly message: string }[];
}

/** Everything the checks have to say about a fitted job, the heaviest first: the one list that is shown anywhere. */
export function checkFitted({ job, rows, machine, problems }: CheckedJob): Finding[] {
  const found = [
    ...problems.map(({ run, message }) =>
      finding(run === null ? 'motion' : 'fit', run, {
        kind: run === null ? 'cannot-run' : 'cannot-fit',
        weight: 'error',
        text: message,
      }),
    ),
    ...rows.flatMap((row) => checkRow(job, row, machine)),
    ...(machine ? checkMachine(machine) : []),
  ];
  return found.sort((a, b) => (a.weight === b.weight ? 0 : a.weight === 'error' ? -1 : 1));
}

/** What the checks have to say about one row. */
export function checkRow(job: Job, row: CheckedRow, machine: Machine | null = null): Finding[] {
  const run = row.resolved.run.id;
  const context: RowContext = {
    approaches: [],
    cuts: [],
    crossings: [],
    ...row,
    sharpest: row.sharpest === undefined ? sharpestTurn(row.fit.row) : row.sharpest,
    job,
    facts: machine && motionFacts(machine, run),
  };
  const rules: readonly Rule[] = RULES;
  return rules.flatMap((rule) =>
    rule.of === 'row' ? rule.check(context).map((found) => finding(rule.step, run, found)) : [],
  );
}

/** What the checks have to say about a machine, its rows apart. */
export function checkMachine(machine: Machine): Finding[] {
  const rules: readonly Rule[] = RULES;
  return rules.flatMap((rule) =>
    rule.of === 'machine' ? rule.check(machine).map((found) => finding(rule.step, null, found)) : [],
  );
}

function finding(step: FindingStep, run: string | null, found: Found): Finding {
  return {
    weight: 'warning',
    at: null,
    places: found.at === undefined ? [] : [found.at],
    wheel: null,
    of: null,
    frame: null,
    size: null,
    mend: null,
    ...found,
    // Rules say only the kinds they are entered with.
    kind: found.kind as FindingKind,
    step,
    run,
  };
}
