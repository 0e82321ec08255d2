import { composed, determinant3, inverse3, withinPath, type Map3 } from '@coin-relay/core';
import { behaviourOf, familyOf } from '@coin-relay/model';
import { pinsAcross, splitTurn } from '../placing/joints';
import { SPACE_NUMBERS } from '../placing/room';
import { pieceNumberAt, placeOf, type RowScene, type ScenePiece } from '../placing/scene';
import { placeInSpace, placeOnStraight } from '../placing/space-placement';
import { neighbourPairs } from './neighbour-pairs';
import { awayOnStraight, SPOKEN_OF, type NeighbourCut } from './neighbours';

/** Ways two neighbours may stand to one another that are looked at, at the most: those furthest from straight. */
export const MOST_POSES = 600;
/** Neighbours that stand as they would on a straight, by this much, are not looked at: radians, and as a part of the pitch. */
const STRAIGHT = 1e-4;
/** Those that stand as alike as this are looked at once: radians, and as a part of the pitch. */
const SAME = 0.002;

/** How two neighbours stand to one another, for their solids to be looked at. */
export interface NeighbourPose {
  /** Their numbers among the pieces of the scene. */
  readonly first: number;
  readonly second: number;
  /** Takes the axes of the second to those of the first: as they stand, and as they would on a straight. */
  readonly pose: Map3;
  readonly straight: Map3;
  /** How much larger than it is made the first one stands. */
  readonly scale: number;
  /** Cuts up to this are not spoken of, mm. */
  readonly over: number;
  /** How far links with pins turn against each other other than about these, radians: what their joint has to take. */
  readonly askew: number;
}

/** The poses of a row, with all the places where each of them is found. */
export interface NeighbourPoses {
  readonly poses: readonly NeighbourPose[];
  /** The pin distance each piece of the scene is drawn with, mm. */
  readonly spans: readonly number[];
  readonly found: readonly (readonly Omit<NeighbourCut, 'depth'>[])[];
}

interface Found {
  readonly pose: NeighbourPose;
  readonly places: Omit<NeighbourCut, 'depth'>[];
  /** How far it is from straight. */
  readonly turned: number;
}

/**
 * How the neighbours of a row in space stand to one another: every piece to the next one and the one after, where they
 * do not stand as on a straight. Pieces that bend or face something are left out.
 */
export function neighbourPoses(scene: RowScene): NeighbourPoses {
  const { fit, frame, pieces, span } = scene;
  const { stand, setOut } = scene.setOut;
  if (!stand || setOut.handed) return { poses: [], spans: [], found: [] };
  const judged = pieces.map(isJudged);
  const known = new Map<string, Found>();
  const room = [0, 1, 2, 3].map(() => new Float64Array(SPACE_NUMBERS));
  for (const { k, other, ahead } of neighbourPairs(scene)) {
    const [first, second, place] = [pieceNumberAt(scene, k), pieceNumberAt(scene, other), placeOf(scene, k)];
    if (first < 0 || second < 0 || place < 0 || !judged[first] || !judged[second]) continue;
    const [a, b, straightA, straightB] = room;
    // Each as it stands, then as it would if the first pin of the one were at zero and the row went straight.
    const seats = [seatOf(scene, k, pieces[first]), seatOf(scene, other, pieces[second])];
    placeInSpace(scene, stand, k, pieces[first], 0, a);
    placeOnStraight(scene, stand, k, pieces[first], seats[0], straightA);
    placeInSpace(scene, stand, other, pieces[second], 0, b);
    const away = awayOnStraight(scene, k, ahead);
    placeOnStraight(scene, stand, other, pieces[second], away + seats[1], straightB);
    const pose = between(a, b);
    const straight = between(straightA, straightB);
    if (!pose || !straight) continue;
    const turned = apart(pose, straight, span);
    if (turned <= STRAIGHT) continue;
    const key = `${first} ${second} ${rounded(pose, span)} ${rounded(straight, span)}`;
    let found = known.get(key);
    if (!found) {
      const scale = Math.cbrt(Math.abs(determinant3(mapOf(a))));
      const over = Math.max(SPOKEN_OF * span, playOf(pieces[first]), playOf(pieces[second]));
      const askew = hasPins(pieces[first]) ? askewBy(pose, straight, pinsAcross(pieces[first])) : 0;
      found = { pose: { first, second, pose, straight, scale, over, askew }, places: [], turned };
      known.set(key, found);
    }
    const s = withinPath(fit.layout.path, frame.arc[k * frame.step + 1]);
    found.places.push({ place, other: placeOf(scene, other), s });
  }
  const kept = [...known.values()].sort((p, q) => q.turned - p.turned).slice(0, MOST_POSES);
  return {
    poses: kept.map(({ pose }) => pose),
    spans: pieces.map((piece) => piece.span),
    found: kept.map(({ places }) => places),
  };
}

const isJudged = ({ piece, setting }: ScenePiece): boolean =>
  behaviourOf(piece) !== 'bending' && (setting.facing === 'path' || setting.facing === 'chord');

const playOf = ({ piece }: ScenePiece): number => familyOf(piece).play?.(piece) ?? 0;

const hasPins = ({ piece }: ScenePiece): boolean => {
  const { sidewise, twist } = familyOf(piece);
  return sidewise !== undefined || twist !== undefined;
};

function askewBy(pose: Map3, straight: Map3, across: boolean): number {
  const back = inverse3(straight);
  if (!back) return 0;
  const { sidewise, twist } = splitTurn(AS_IT_IS, axesIn(composed(pose, back)), across);
  return sidewise + twist;
}

const AS_IT_IS = Float64Array.of(1, 0, 0, 0, 1, 0, 0, 0, 1);
const axesIn = (m: Map3): Float64Array =>
  Float64Array.of(m[0], m[4], m[8], m[1], m[5], m[9], m[2], m[6], m[10]);

/** Where between its two pins a piece is set down, on a straight. */
const seatOf = (scene: RowScene, k: number, { mode }: ScenePiece): number =>
  mode === 'on-pin' ? 0 : awayOnStraight(scene, k, 1) / 2;

/** A place in space as a map. */
const mapOf = (m: Float64Array): Map3 => [
  ...[m[0], m[3], m[6], m[9]],
  ...[m[1], m[4], m[7], m[10]],
  ...[m[2], m[5], m[8], m[11]],
];

function between(a: Float64Array, b: Float64Array): Map3 | null {
  const back = inverse3(mapOf(a));
  return back && composed(back, mapOf(b));
}

/** How far a pose is from another one: the largest of what its axes differ by, and its zero point as a part of the pitch. */
const apart = (p: Map3, q: Map3, span: number): number =>
  p.reduce((most, value, i) => Math.max(most, Math.abs(value - q[i]) / (i % 4 === 3 ? span : 1)), 0);

const rounded = (m: Map3, span: number): string =>
  m.map((value, i) => Math.round(value / (i % 4 === 3 ? SAME * span : SAME))).join(' ');
