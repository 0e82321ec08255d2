import { parentPort, workerData } from 'node:worker_threads';
import { fixturesIn, inputOf } from './inputs';
import { isRefusal, TARGETS } from './targets';

/** What a thread is told: which inputs it makes and reads. */
export interface Share {
  /** Folder of the fixtures. */
  readonly fixtures: string;
  readonly target: string;
  readonly from: number;
  readonly to: number;
}

/** What it says: that it begins an input, what was found, or that it is done. */
export type Said =
  | { readonly kind: 'begin'; readonly n: number }
  | { readonly kind: 'fault'; readonly n: number; readonly error: string }
  | { readonly kind: 'done'; readonly slowest: number; readonly slowestMs: number };

const { fixtures, target: name, from, to } = workerData as Share;
const found = TARGETS(fixturesIn(fixtures)).find((target) => target.name === name);
if (found && parentPort) {
  const port = parentPort;
  const say = (said: Said): void => port.postMessage(said);
  let slowest = from;
  let slowestMs = 0;
  for (let n = from; n < to; n++) {
    say({ kind: 'begin', n });
    const began = performance.now();
    try {
      await found.read(inputOf(found.seeds, n));
    } catch (error) {
      if (!isRefusal(error)) say({ kind: 'fault', n, error: String(error) });
    }
    const took = performance.now() - began;
    if (took > slowestMs) [slowest, slowestMs] = [n, took];
  }
  say({ kind: 'done', slowest, slowestMs });
}
