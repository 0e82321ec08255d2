import { chance, chanceAround } from './chance';
import { orderSteps, type PieceOrder } from './order';
import { WIRE_SHAPES } from './wire-shapes';
import { nearestPlace, rolePlaces, type RestingRow, type Role } from './roles';

/** How a piece sits on its place besides what its master says: turned (radians), moved along and out of the path (mm), rolled about it (radians). */
export interface Touch {
  readonly turn: number;
  readonly along: number;
  readonly out: number;
  readonly roll?: number | undefined;
}

/** One step of a sequence: a piece by its number, how it sits, and a finish by its number (−1: its own). */
export interface SequenceStep extends Touch {
  readonly piece: number;
  readonly finish: number;
}

/** A rule: what comes to the places of a role. Rules further down lie over those above them. */
export interface PlaceRule extends Touch {
  readonly on: Role;
  /** −1: the piece that is there stays. */
  readonly piece: number;
  readonly finish: number;
  /** At a corner or point: sits on it exactly, not at the place beside it. */
  readonly snap: boolean;
}

/** What was done to a single place by hand. It goes over every rule. */
export interface HandTouch extends Touch {
  /** Which place: its number, or the one nearest to an arc length. */
  readonly at:
    { readonly by: 'index'; readonly index: number } | { readonly by: 'distance'; readonly s: number };
  readonly leftOut: boolean;
  /** −1: the piece that is there stays. */
  readonly piece: number;
}

/** Seeded differences from piece to piece: parts of one for size and thickness, radians for the turn. */
export interface Spread {
  readonly seed: number;
  readonly size: number;
  readonly thickness: number;
  readonly turn: number;
}

export interface SetOutPlan {
  readonly order: PieceOrder;
  readonly steps: readonly SequenceStep[];
  /** Every other place is turned by this, radians. */
  readonly alternate: number;
  readonly rules: readonly PlaceRule[];
  readonly byHand: readonly HandTouch[];
  /** The spread of each piece, by its number; null: all alike. */
  readonly spreads: readonly (Spread | null)[];
  /** Objects handed to the places in order, by their numbers; places that are left out get none. */
  readonly handed: readonly number[];
  /** Finishes drawn by seed, by their numbers; null: none. */
  readonly finishes: { readonly seed: number; readonly of: readonly number[] } | null;
}

/** What put a piece to its place, where it was no rule (rules have their number). */
export const BY = { sequence: -1, hand: -2, handed: -3 } as const;

const STREAM = { size: 1, thickness: 2, turn: 3, wire: 4, finish: 5 } as const;

/** Every place of a row: flat arrays of `count`, so that it can be handed to another thread. */
export interface PlaceTable {
  readonly count: number;
  /** The piece there, by its number, and the one the sequence alone would put there. */
  readonly piece: Int32Array;
  readonly plain: Int32Array;
  /** What comes in before the first place of an open row, and after its last one, again and again. */
  readonly beyond: Int32Array;
  /** The rule that put it there, or one of `BY`. */
  readonly by: Int32Array;
  readonly leftOut: Uint8Array;
  /** Radians; mm; mm. */
  readonly turn: Float64Array;
  readonly along: Float64Array;
  readonly out: Float64Array;
  /** About the path, radians. */
  readonly roll: Float64Array;
  /** Factors along and across the piece. */
  readonly size: Float64Array;
  readonly thickness: Float64Array;
  /** −1: the piece's own. */
  readonly finish: Int32Array;
  /** Which shape of an uneven wire, below WIRE_SHAPES. */
  readonly wire: Uint8Array;
  /** Which of the handed objects stands there; −1: none. */
  readonly handed: Int32Array;
  /** For every rule: how many places match it, and how many of them it has in the end. */
  readonly matched: Int32Array;
  /** For every rule on corners or points: how many there are; two may be nearest to one place. 0 for others. */
  readonly spots: Int32Array;
  readonly taken: Int32Array;
  /** For everything done by hand: the place it is at now, −1 where there is none. */
  readonly handPlaces: Int32Array;
}

/**
 * What stands on every place of a row.
 *
 * The sequence comes first, then the rules in their order: where two meet, the later one decides
 * the turn and the moves, and the piece if it names one. Then the turn of every other place is added, then what was done by hand goes
 * over it, then the seeded spread of each piece.
 * @throws RelayError weights-invalid
 */
export function resolvePlaces(plan: SetOutPlan, row: RestingRow): PlaceTable {
  const { count } = row;
  const table = emptyTable(count, plan);
  const order = orderSteps(plan.order, plan.steps.length, count, row.closed);
  for (let i = 0; i < count; i++) {
    const step = plan.steps[order[i]];
    put(table, i, BY.sequence, step.piece, step.finish, step);
    table.plain[i] = step.piece;
  }
  plan.rules.forEach((rule, r) => {
    const places = rolePlaces(rule.on, row);
    table.matched[r] = places.length;
    table.spots[r] = spotsOf(rule.on, row);
    for (const { place, at } of places) {
      const piece = rule.piece < 0 ? table.piece[place] : rule.piece;
      const finish = rule.finish < 0 && rule.piece < 0 ? table.finish[place] : rule.finish;
      put(table, place, r, piece, finish, rule);
      if (rule.snap && at !== null) table.along[place] += shortWay(at - row.middles[place], row);
    }
  });
  for (let i = 0; i < count; i++) if (table.by[i] >= 0) table.taken[table.by[i]]++;
  if (plan.alternate !== 0) for (let i = 1; i < count; i += 2) table.turn[i] += plan.alternate;
  plan.byHand.forEach((touch, h) => {
    const place = handPlace(touch, row);
    table.handPlaces[h] = place;
    if (place < 0) return;
    table.by[place] = BY.hand;
    table.leftOut[place] = touch.leftOut ? 1 : 0;
    if (touch.piece >= 0) table.piece[place] = touch.piece;
    table.turn[place] += touch.turn;
    table.along[place] += touch.along;
    table.out[place] += touch.out;
    table.roll[place] += touch.roll ?? 0;
  });
  handOut(table, plan.handed);
  spread(table, plan);
  return table;
}

const spotsOf = ({ role }: Role, { corners, points }: RestingRow): number =>
  role === 'corners' ? corners.length : role === 'points' ? points.length : 0;

function put(t: PlaceTable, i: number, by: number, piece: number, finish: number, touch: Touch): void {
  t.piece[i] = piece;
  t.by[i] = by;
  t.finish[i] = finish;
  t.turn[i] = touch.turn;
  t.along[i] = touch.along;
  t.out[i] = touch.out;
  t.roll[i] = touch.roll ?? 0;
}

function handPlace({ at }: HandTouch, row: RestingRow): number {
  if (at.by === 'index') return at.index < row.count ? at.index : -1;
  if (!row.closed && at.s > row.length) return -1;
  return nearestPlace(at.s, row) ?? -1;
}

function handOut(table: PlaceTable, objects: readonly number[]): void {
  let next = 0;
  for (let i = 0; i < table.count && next < objects.length; i++) {
    if (table.leftOut[i] === 1) continue;
    table.handed[i] = next;
    table.piece[i] = objects[next];
    table.by[i] = BY.handed;
    next++;
  }
}

/** An arc length from one spot to another, the shorter way round a loop. */
function shortWay(d: number, { closed, length }: RestingRow): number {
  return closed ? d - length * Math.round(d / length) : d;
}

function spread(table: PlaceTable, { spreads, finishes }: SetOutPlan): void {
  for (let i = 0; i < table.count; i++) {
    const of = spreads[table.piece[i]];
    if (of) {
      table.size[i] = 1 + of.size * chanceAround(of.seed, i, STREAM.size);
      table.thickness[i] = 1 + of.thickness * chanceAround(of.seed, i, STREAM.thickness);
      table.turn[i] += of.turn * chanceAround(of.seed, i, STREAM.turn);
      table.wire[i] = Math.floor(chance(of.seed, i, STREAM.wire) * WIRE_SHAPES);
    }
    if (finishes && finishes.of.length > 0 && table.finish[i] < 0) {
      table.finish[i] = finishes.of[Math.floor(chance(finishes.seed, i, STREAM.finish) * finishes.of.length)];
    }
  }
}

function emptyTable(count: number, { rules, byHand, order, steps }: SetOutPlan): PlaceTable {
  const plain = new Int32Array(count);
  return {
    count,
    piece: new Int32Array(count),
    plain,
    // A sequence goes on in its order; what was drawn by weight comes once more.
    beyond: order.by === 'turn' ? Int32Array.from(steps, ({ piece }) => piece) : plain,
    by: new Int32Array(count),
    leftOut: new Uint8Array(count),
    turn: new Float64Array(count),
    along: new Float64Array(count),
    out: new Float64Array(count),
    roll: new Float64Array(count),
    size: new Float64Array(count).fill(1),
    thickness: new Float64Array(count).fill(1),
    finish: new Int32Array(count),
    wire: new Uint8Array(count),
    handed: new Int32Array(count).fill(-1),
    matched: new Int32Array(rules.length),
    spots: new Int32Array(rules.length),
    taken: new Int32Array(rules.length),
    handPlaces: new Int32Array(byHand.length),
  };
}
