import type { Machine } from '../machine/machine';
import { closingTravels, hasCrank } from '../machine/travel';
import { motionFacts } from './facts';

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
