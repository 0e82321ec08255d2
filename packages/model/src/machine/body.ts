import { drivenBy, groundStrand, type FitOutcome, type GroundStrand } from '@coin-relay/core';
import { travelOf, type Machine } from './machine';

/** How a body that drives over the ground stands at a frame. */
export interface BodyPlace {
  readonly strand: GroundStrand;
  /** How far it has driven since frame 0, mm. */
  readonly driven: number;
  /** The same as a shift of all that belongs to it, mm. */
  readonly dx: number;
  readonly dy: number;
}

const strands = new WeakMap<FitOutcome, { readonly strand: GroundStrand | null }>();

function strandOf(fit: FitOutcome): GroundStrand | null {
  let found = strands.get(fit);
  if (!found) {
    found = { strand: groundStrand(fit) };
    strands.set(fit, found);
  }
  return found.strand;
}

/** Null where the job’s machine does not drive, or has no strand to drive on. */
export function bodyAt(machine: Machine, frame: number): BodyPlace | null {
  const run = machine.job.motion.body?.run;
  const fit = run === undefined ? undefined : machine.rows.get(run)?.fit;
  const strand = fit ? strandOf(fit) : null;
  if (run === undefined || !fit || !strand) return null;
  const driven = drivenBy(fit, strand, travelOf(machine, run, frame));
  // The strand stands still: what carries it goes the other way.
  return { strand, driven, dx: -driven * strand.dx, dy: -driven * strand.dy };
}
