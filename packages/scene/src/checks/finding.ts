import type { RunFit } from '@coin-relay/model';
import type { RULES } from './rules';

/** What would mend a finding, and in words for the press that does it. */
export type MendProposal = { readonly words: string } & (
  | { readonly do: 'round'; readonly radius: number; readonly at: readonly number[] }
  | { readonly do: 'fit'; readonly change: Partial<RunFit> }
  | { readonly do: 'side'; readonly wheel: string }
  | { readonly do: 'travel'; readonly run: string; readonly travel: number }
  | { readonly do: 'loop'; readonly frames: number }
);

/** The step of the work that a finding is about. */
export type FindingStep = 'path' | 'link' | 'set-out' | 'fit' | 'motion';

/** What a rule says of what it found. */
export interface Found<K extends string = string> {
  readonly kind: K;
  readonly text: string;
  /** A warning where nothing is said. */
  readonly weight?: 'error' | 'warning';
  /** Where on the path, mm. */
  readonly at?: number;
  /** The wheel it is at. */
  readonly wheel?: string;
  /** The anchor, the spring or rope, or the run it is about. */
  readonly of?: string;
  /** The frame of the loop to look at it in. */
  readonly frame?: number;
  /** How large it is: mm, or for pitches and strains a part of one, for teeth a number, for turns radians. */
  readonly size?: number;
  /** What would mend it. */
  readonly mend?: MendProposal | null;
}

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
  readonly wheel: string | null;
  readonly of: string | null;
  readonly frame: number | null;
  readonly size: number | null;
  readonly mend: MendProposal | null;
}
