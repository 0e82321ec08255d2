import { closingOf, hasCrank, motionFacts, type Job } from '@coin-relay/model';
import type { Found } from '../found';
import { nearestMultiple, travelProposal } from '../proposals';
import { machineRule } from '../rule';

/** Rows that others drive, and wheels with cranks, that are not back when the loop ends. */
export const notBack = machineRule(['train', 'crank'], (machine) => {
  const { job } = machine;
  const masters = new Set(
    [...machine.motions.values()].filter(({ driven }) => driven === null).map(({ run }) => run),
  );
  return [...masters].flatMap((run): Found<'train' | 'crank'>[] => {
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
        mend: closing === null ? null : travelProposal(run, nearestMultiple(facts.travel, closing)),
      },
    ];
  });
});

const nameOf = (job: Job, run: string): string => job.runs.find(({ id }) => id === run)?.name ?? run;

const listed = (names: readonly string[]): string =>
  `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;
