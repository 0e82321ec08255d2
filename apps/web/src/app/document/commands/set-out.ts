import {
  freshId,
  type HandTouch,
  PLAIN_SET_OUT,
  type Run,
  type SetOut,
  withoutLostBody,
} from '@coin-relay/model';
import { castDraft, type Draft } from 'immer';
import type { Command } from './command';

/** Changes what goes where in a run. A set-out that is plain again is not kept. */
export function changeSetOut(
  runId: string,
  recipe: (setOut: Draft<SetOut>, run: Draft<Run>) => void,
  label = 'Change set-out',
): Command {
  return {
    label,
    recipe: (job) => {
      const run = job.runs.find((r) => r.id === runId);
      if (!run) return;
      run.setOut ??= castDraft(structuredClone(PLAIN_SET_OUT));
      recipe(run.setOut, run);
      if (JSON.stringify(run.setOut) === JSON.stringify(PLAIN_SET_OUT)) delete run.setOut;
    },
  };
}

/** Another sequence, with how each of its steps sits; the multiple of the count follows its length. */
export function setSequence(
  runId: string,
  sequence: readonly string[],
  steps: SetOut['steps'],
  weights: readonly number[] | null = null,
): Command {
  return changeSetOut(
    runId,
    (setOut, run) => {
      if (run.fit.multiple === run.sequence.length && run.sequence.length > 1) {
        run.fit.multiple = sequence.length;
        run.fit.count = null;
      }
      run.sequence = [...sequence];
      run.fit = castDraft(withoutLostBody(run.fit as Run['fit'], sequence));
      setOut.steps = castDraft(steps);
      if (setOut.order.by === 'weight')
        setOut.order.weights = weights ? [...weights] : sequence.map((_, i) => weightAt(setOut, i));
    },
    'Change sequence',
  );
}

function weightAt(setOut: Draft<SetOut>, i: number): number {
  return setOut.order.by === 'weight' ? (setOut.order.weights[i] ?? 1) : 1;
}

/** A place to be worked on by hand. */
export interface HandPlace {
  readonly index: number;
  /** Its middle on the path before the row travels, mm. */
  readonly s: number;
}

const UNTOUCHED = { leftOut: false, piece: null, turn: 0, along: 0, out: 0 };

/** At which place each thing done by hand stands, by its id; −1 beyond the row. */
export type HandPlaces = ReadonlyMap<string, number>;

/** @param places as a fit of this very set-out gives them, in the order of its list */
export function handPlacesOf(setOut: SetOut | undefined, places: ArrayLike<number>): HandPlaces {
  return new Map((setOut?.byHand ?? []).map(({ id }, h) => [id, places[h] ?? -1]));
}

/**
 * Does something to single places by hand. What was done to them before stays, but for what is
 * changed now; where nothing is left of it, the place is as the rules say again.
 * @param known from the last fit. It may be older than the document, as keys come faster than
 *   fits: what was done since is found by its number or its place.
 * @param bind whether they keep to their number or to their place on the path when the count changes
 */
export function touchPlaces(
  runId: string,
  places: readonly HandPlace[],
  known: HandPlaces,
  bind: 'index' | 'distance',
  change: (touch: Draft<HandTouch>) => void,
  label: string,
): Command {
  return changeSetOut(
    runId,
    (setOut) => {
      for (const place of places) {
        let touch = setOut.byHand.findLast((done) => standsAt(done, place, known));
        if (!touch) {
          touch = {
            id: freshId(setOut.byHand, `h${setOut.byHand.length + 1}`),
            at: bind === 'index' ? { by: 'index', index: place.index } : { by: 'distance', s: place.s },
            ...UNTOUCHED,
          };
          setOut.byHand.push(touch);
        }
        change(touch);
      }
      setOut.byHand = setOut.byHand.filter(
        ({ leftOut, piece, turn, along, out, roll }) =>
          leftOut || piece !== null || turn !== 0 || along !== 0 || out !== 0 || Boolean(roll),
      );
    },
    label,
  );
}

function standsAt({ id, at }: HandTouch, { index, s }: HandPlace, known: HandPlaces): boolean {
  const place = known.get(id);
  if (place !== undefined) return place === index;
  return at.by === 'index' ? at.index === index : at.s === s;
}
