import type { RunFit, Upright } from '@coin-relay/model';

/** What would mend a finding, and in words for the press that does it. */
export type MendProposal = { readonly words: string } & (
  | { readonly do: 'round'; readonly radius: number; readonly at: readonly number[] }
  | { readonly do: 'fit'; readonly change: Partial<RunFit> }
  | { readonly do: 'sideways'; readonly run: string; readonly sideways: number }
  | { readonly do: 'upright'; readonly run: string; readonly change: Partial<Upright> }
  | { readonly do: 'side'; readonly wheel: string }
  | {
      readonly do: 'travel';
      readonly run: string;
      readonly travel: number;
      /** Pitches in one round of a row with a gap, whose travel is whole rounds. */
      readonly lap: number | null;
    }
  | { readonly do: 'turning'; readonly run: string; readonly turning: number }
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
  /** All places on the path it is about, mm; `at` where nothing is said. */
  readonly places?: readonly number[];
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
