import { isSteady, newRowFrame, RelayError, rowFrame, writeNumber } from '@coin-relay/core';
import { repeatOf, type Machine, type ResolvedRun, type RowMotion } from '@coin-relay/model';
import { placeMatrix, type RowScene, type ScenePiece } from '@coin-relay/scene';
import { degrees, matrixText, n3 } from './markup';

/** Places of a link that a moving drawing states for one pitch; browsers draw straight lines between them. */
export const STATIONS = 16;
/** A moving drawing repeats every link's way; beyond this many stations in all it is refused. */
export const MOST_STATIONS = 400_000;

/** How a row moves in a drawing that plays by itself. */
export interface MovingRow {
  /** Pitches a second, signed. */
  readonly speed: number;
  /** Pitches after which the row looks the same again. */
  readonly repeat: number;
  readonly travel: number;
}

/** Pitches a second of a row that runs on at one speed. */
export function speedOf({ job }: Pick<Machine, 'job'>, { travel }: Pick<RowMotion, 'travel'>): number {
  return (travel * job.motion.framesPerSecond) / job.motion.frames;
}

/**
 * How the row moves, or null where it stands: only closed rings run on without an end.
 * @throws RelayError too-many-links, request-invalid
 */
export function movingRow(
  machine: Machine,
  resolved: ResolvedRun,
  scene: RowScene,
  travel: number,
): MovingRow | null {
  const { fit, setOut } = scene;
  const motion = machine.motions.get(resolved.run.id);
  if (motion && motion.travel !== 0 && !isSteady(motion.manner)) {
    throw new RelayError(
      'request-invalid',
      `“${resolved.run.name}” rests, eases or goes to and fro, which a moving drawing cannot show yet. Take the still drawing, or let it run at one speed.`,
    );
  }
  const speed = motion ? speedOf(machine, motion) : 0;
  if (speed === 0 || fit.row.kind !== 'ring') return null;
  if (setOut.setOut.reach) {
    throw new RelayError(
      'request-invalid',
      'Pieces that are stretched to another path change their length as they travel, which a moving drawing cannot show. Take the still drawing.',
    );
  }
  const repeat = repeatOf(fit, resolved.sequence, setOut);
  const stations = scene.frame.links * repeat * STATIONS;
  if (stations > MOST_STATIONS) {
    throw new RelayError(
      'too-many-links',
      `A moving drawing of ${scene.frame.links} links that repeats after ${repeat} would state ${stations} places; at most ${MOST_STATIONS} are written. Take the still drawing.`,
    );
  }
  return { speed, repeat, travel };
}

/** One link's way through a whole repeat, as translations and turns stated at even times. */
export function linkMotion(
  scene: RowScene,
  k: number,
  piece: ScenePiece,
  row: number,
  { speed, repeat, travel }: MovingRow,
  use: string,
): string {
  const frame = newRowFrame(scene.fit.row);
  const moved: RowScene = { ...scene, frame };
  const m = new Float64Array(6);
  const places: string[] = [];
  const turns: string[] = [];
  let before = 0;
  let own = '';
  const count = repeat * STATIONS;
  for (let j = 0; j <= count; j++) {
    rowFrame(scene.fit.row, travel + (Math.sign(speed) * j) / STATIONS, frame);
    placeMatrix(moved, k, piece, row, m);
    const raw = Math.atan2(m[1], m[0]);
    // Angles go on steadily, so that no link turns the long way between two stations.
    const angle = j === 0 ? raw : before + Math.atan2(Math.sin(raw - before), Math.cos(raw - before));
    before = angle;
    places.push(`${n3(m[4])} ${n3(m[5])}`);
    turns.push(n3(degrees(angle)));
    if (j === 0) own = ownMap(m, raw);
  }
  const time = `dur="${writeNumber(repeat / Math.abs(speed), 6)}s" repeatCount="indefinite"`;
  return (
    `<g transform="translate(${places[0]})"><g transform="rotate(${turns[0]})">${use}${own}/><animateTransform attributeName="transform" type="rotate" values="${turns.join(';')}" ${time}/></g>` +
    `<animateTransform attributeName="transform" type="translate" values="${places.join(';')}" ${time}/></g>`
  );
}

/** What a link's map does besides moving and turning (its side, its size), as an attribute; none where it is nothing. */
function ownMap(m: Float64Array, turn: number): string {
  const c = Math.cos(turn);
  const s = Math.sin(turn);
  const rest = [c * m[0] + s * m[1], -s * m[0] + c * m[1], c * m[2] + s * m[3], -s * m[2] + c * m[3], 0, 0];
  const plain = [1, 0, 0, 1, 0, 0].every((value, i) => Math.abs(value - rest[i]) < 1e-9);
  return plain ? '' : ` transform="${matrixText(rest)}"`;
}
