import { PLAIN_LAY } from '@coin-relay/core';
import { materialsOf } from '../catalogue/materials';
import { PLAIN_SETTING, type JobPiece } from '../families';
import type { Job, Lettering, Run, RunFit, Shaping, Unit, Upright } from '../job/schema';
import { formatExact } from '../units';

/** What of a part that is folded away holds now, in a few words; empty where all of it is plain. */
type Held = string;

const listed = (words: readonly (string | false)[]): Held => words.filter((word) => word).join(', ');
const degrees = (angle: number): string => `${Number(((angle * 180) / Math.PI).toFixed(1))}°`;
const percent = (part: number): string => `${Number((100 * part).toFixed(1))}\u00a0%`;

const FACING = {
  path: '',
  chord: 'with its chord',
  upright: 'upright',
  point: 'facing a point',
} as const;

/** How a piece sits on its place. */
export function settingHeld({ setting = PLAIN_SETTING }: JobPiece, unit: Unit): Held {
  const { line, out, along, turn, flip, scale, facing, lift = 0 } = setting;
  return listed([
    scale !== 1 && `${Number(scale.toFixed(3))} times as large`,
    turn !== 0 && `turned by ${degrees(turn)}`,
    flip && 'flipped',
    out !== 0 && `${formatExact(Math.abs(out), unit)} ${out > 0 ? 'out' : 'in'}`,
    along !== 0 && `${formatExact(Math.abs(along), unit)} ${along > 0 ? 'on' : 'back'}`,
    lift !== 0 && `${formatExact(Math.abs(lift), unit)} ${lift > 0 ? 'lifted' : 'lowered'}`,
    line !== 0 && 'on another line',
    FACING[facing],
  ]);
}

/** How unlike the copies of a piece are. */
export function variationHeld({ variation }: JobPiece): Held {
  if (!variation) return '';
  const { size, thickness, turn, wire } = variation;
  return listed([
    size > 0 && `size ±${percent(size)}`,
    thickness > 0 && `thickness ±${percent(thickness)}`,
    turn > 0 && `turn ±${degrees(turn)}`,
    wire > 0 && `wire ±${percent(wire)}`,
  ]);
}

/** What a piece is made of. */
export function finishHeld({ finish }: JobPiece, job: Job): Held {
  if (!finish) return '';
  const material = materialsOf(job).find(({ id }) => id === finish.material);
  return listed([
    material !== undefined && material.name.toLowerCase(),
    !finish.line && 'no outline',
    finish.picture !== null && 'a picture',
  ]);
}

/** What holds for a whole row beside its sequence. */
export function wholeRowHeld({ setOut }: Run): Held {
  if (!setOut) return '';
  const { rows, twin, boundary, reach, overlap, finishes } = setOut;
  return listed([
    overlap !== 'as-made' && (overlap === 'linked' ? 'linked' : 'one over the next'),
    rows.count > 1 && `${rows.count} rows`,
    twin !== null && 'a twin',
    boundary !== null && `kept ${boundary.keep}`,
    reach !== null && 'stretched',
    finishes !== null && 'finishes by seed',
  ]);
}

const REST = {
  end: '',
  start: 'rest at the start',
  both: 'rest at both ends',
  spread: 'rest spread',
} as const;

/** Where on its path a row lies. */
export function layHeld({ lay }: Pick<RunFit, 'lay'>, unit: Unit): Held {
  const { stretch, inset, ends, rest, middle, beyond } = lay ?? PLAIN_LAY;
  return listed([
    stretch !== null && 'on a part',
    inset[0] + inset[1] > 0 && `${inset.map((free) => formatExact(free, unit)).join(' and ')} free`,
    ends === 'points' && 'on the ends',
    middle !== null && 'both ways from a place',
    REST[rest],
    beyond === 'straight' && 'straight on',
  ]);
}

/** How pieces of different lengths lie. */
export const endToEndHeld = ({ endToEnd }: Pick<RunFit, 'endToEnd'>, unit: Unit): Held =>
  endToEnd ? `end to end, ${endToEnd.gap === 0 ? 'no gap' : formatExact(endToEnd.gap, unit)}` : '';

/** Which places are met. */
export function meetHeld({ meet }: Pick<RunFit, 'meet'>): Held {
  if (!meet) return '';
  const { corners, at, points, alone } = meet;
  if (points && alone && corners === null && at.length === 0) return 'one on every point';
  return listed([
    points === true && 'every point',
    corners !== null && 'corners',
    at.length > 0 && (at.length === 1 ? '1 place' : `${at.length} places`),
    alone === true && 'one on each',
  ]);
}

/** How a run goes through its travel. */
export function profileHeld({ motion }: Job, run: string): Held {
  const manner = motion.drives.find((drive) => drive.run === run)?.manner;
  if (!manner) return '';
  return listed([
    manner.way === 'to-and-fro' && 'to and fro',
    manner.dwell.some((frames) => frames > 0) && 'rests',
    manner.ease.some((frames) => frames > 0) && 'eases',
  ]);
}

/** What drives a run, if not its own travel. */
export function trainHeld({ motion, runs }: Job, run: string): Held {
  const train = motion.drives.find((drive) => drive.run === run)?.train;
  const by = runs.find(({ id }) => id === train?.by);
  return by ? by.name : '';
}

/** How a run breathes. */
export function breathHeld({ motion }: Job, run: string): Held {
  const breath = (motion.breaths ?? []).find((one) => one.run === run);
  return breath ? `${breath.what} ±${percent(breath.amount)}` : '';
}

/** Springs, ropes and measures of the machine. */
export function tiesHeld({ ties = [], anchors = [] }: Job): Held {
  return listed([
    ties.length > 0 && (ties.length === 1 ? ties[0].name : `${ties.length}`),
    ties.length === 0 && anchors.length > 0 && `${anchors.length} anchors`,
  ]);
}

const UP_WORDS: Readonly<Record<Upright['by']['by'], string>> = {
  'least-twist': '',
  outward: 'away from the path it winds round',
  fixed: 'one up',
  stations: 'up by stations',
  bank: 'leaning by stations',
  speed: 'leaning for a speed',
};

/** What keeps a row upright, in few words. */
export function uprightHeld({ by, roll, alternate, twist, across }: Upright): string {
  return [
    UP_WORDS[by.by],
    ...(roll !== 0 ? ['rolled'] : []),
    ...(alternate !== 0 ? ['every other one rolled'] : []),
    ...(twist !== 0 ? ['twisted'] : []),
    ...(across !== 0 ? ['beside the path'] : []),
  ]
    .filter((words) => words !== '')
    .join(', ');
}

/** What is written on a row, in few words. */
export const letteringHeld = ({ text, spelled }: Lettering): Held => `“${text}”${spelled ? ', spelled' : ''}`;

/** What of a row changes along its path, in few words. */
export function shapingHeld({ stations }: Shaping): string {
  const changes = (['scale', 'roll', 'lift'] as const).filter((key) =>
    stations.some((station) => station[key] !== (key === 'scale' ? 1 : 0)),
  );
  return `${stations.length} ${stations.length === 1 ? 'station' : 'stations'}${changes.length > 0 ? `: ${changes.join(', ')}` : ''}`;
}
