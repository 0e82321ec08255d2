import type { FindingStep, MendProposal } from './found';
import type { RULES } from './rules';

export type FindingKind = (typeof RULES)[number]['kinds'][number] | 'cannot-fit' | 'cannot-run';

/** Something the checks have to say about a job; what is null has no such thing. */
export interface Finding {
  readonly kind: FindingKind;
  readonly step: FindingStep;
  /** The run it is of; null where it is of the machine as a whole. */
  readonly run: string | null;
  readonly weight: 'error' | 'warning';
  readonly text: string;
  readonly at: number | null;
  /** All places on the path that it is about, mm. */
  readonly places: readonly number[];
  readonly wheel: string | null;
  readonly of: string | null;
  readonly frame: number | null;
  readonly size: number | null;
  readonly mend: MendProposal | null;
}
