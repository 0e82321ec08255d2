import { RelayError } from '../error';
import { chance } from './chance';

/** Which of several pieces comes at each place. */
export type PieceOrder =
  /** In turn: 0, 1, … n − 1, 0, 1, … */
  | { readonly by: 'turn' }
  /** By weight, at random; `apart` keeps equal ones from being neighbours. */
  | {
      readonly by: 'weight';
      readonly seed: number;
      readonly apart: boolean;
      readonly weights: readonly number[];
    };

const STREAM = 11;

/**
 * The step of the sequence at every place.
 * @param steps how many steps the sequence has
 * @param closed the last place is a neighbour of the first
 * @throws RelayError weights-invalid
 */
export function orderSteps(order: PieceOrder, steps: number, count: number, closed: boolean): Int32Array {
  const found = new Int32Array(count);
  if (order.by === 'turn') {
    for (let i = 0; i < count; i++) found[i] = i % steps;
    return found;
  }
  const { weights, seed, apart } = order;
  checkWeights(weights, steps, apart, count, closed);
  for (let i = 0; i < count; i++) {
    const before = apart && i > 0 ? found[i - 1] : -1;
    // A loop's last place has two neighbours that are known.
    const after = apart && closed && i === count - 1 ? found[0] : -1;
    found[i] = draw(weights, chance(seed, i, STREAM), before, after);
  }
  return found;
}

function draw(weights: readonly number[], u: number, before: number, after: number): number {
  let sum = 0;
  let last = 0;
  for (let k = 0; k < weights.length; k++) if (k !== before && k !== after) sum += weights[k];
  let rest = u * sum;
  for (let k = 0; k < weights.length; k++) {
    if (k === before || k === after || weights[k] === 0) continue;
    last = k;
    rest -= weights[k];
    if (rest < 0) return k;
  }
  return last;
}

/** Says what weights cannot be drawn by. */
function checkWeights(
  weights: readonly number[],
  steps: number,
  apart: boolean,
  count: number,
  closed: boolean,
): void {
  const wrong = (message: string): never => {
    throw new RelayError('weights-invalid', message, { field: 'weights' });
  };
  if (weights.length !== steps) {
    wrong(`There are ${weights.length} weights for ${steps} pieces. Give every piece its weight.`);
  }
  if (!weights.every((weight) => weight >= 0 && weight <= 1e6)) {
    wrong('A weight must be a number from 0 to 1 000 000.');
  }
  const usable = weights.filter((weight) => weight > 0).length;
  if (usable === 0)
    wrong('All weights are zero, so no piece would ever be taken. Give one at least a weight.');
  if (!apart || count < 2) return;
  // An odd loop cannot be coloured with two; any longer row needs two.
  const least = closed && count % 2 === 1 && count > 1 ? 3 : 2;
  if (usable < least) {
    wrong(
      `To keep equal pieces apart ${least === 3 ? 'round an odd loop' : 'in a row'} takes ${least} pieces with a weight; there ${usable === 1 ? 'is 1' : `are ${usable}`}.`,
    );
  }
}
