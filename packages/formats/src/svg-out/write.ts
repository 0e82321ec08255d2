import {
  isOnPath,
  newRowFrame,
  pathBounds,
  RelayError,
  rowFrame,
  wheelAngle,
  writeNumber,
  writePathData,
  type FitOutcome,
  type RowFrame,
} from '@coin-relay/core';
import type { Job, JobPiece, ResolvedRun } from '@coin-relay/model';
import {
  bandOutline,
  FINISHES,
  INK,
  pieceFigure,
  pieceLayer,
  pieceSeat,
  wheelFigure,
  type Figure,
} from '../figures';
import { insideSide } from './side';

export interface SvgOptions {
  /** A drawing that moves by itself, or one that stands. */
  readonly moving: boolean;
  /** How far the row has travelled where it stands, in pitches. */
  readonly travel: number;
  /** Draw the path under the row. */
  readonly path: boolean;
}

/** Places of a link that a moving drawing states for one pitch; browsers draw straight lines between them. */
const STATIONS = 16;
/** A moving drawing repeats every link's way; beyond this many stations in all it is refused. */
export const MOST_STATIONS = 400_000;

const n3 = (value: number): string => writeNumber(value, 3);
const degrees = (angle: number): number => (angle * 180) / Math.PI;

/**
 * Writes a fitted run as an SVG drawing in mm, its size on paper its real size. A moving one
 * plays by itself in any browser (SMIL): every link runs through one repeat of the row's sequence
 * and starts again where the next link stood, every wheel through whole turns, so that no part
 * has a start to be seen.
 */
export function writeSvg(job: Job, resolved: ResolvedRun, fit: FitOutcome, options: SvgOptions): string {
  const pieces = [...new Map(resolved.sequence.map((piece) => [piece.id, piece])).values()];
  const span = fit.effectivePitch ?? fit.request.pitch;
  const frame = newRowFrame(fit.row);
  rowFrame(fit.row, options.travel, frame);
  const side = insideSide(fit.layout.path);
  const hanging = new Set(
    pieces
      .filter((piece) => pieceFigure(piece, span).parts.some((part) => part.behind))
      .map((piece) => piece.id),
  );
  const body = [
    ...linkElements(job, resolved, fit, frame, options, 'behind', (piece) => hanging.has(piece.id)),
    ...wheelElements(fit, resolved.sequence[0], span, options, job),
    options.path
      ? `<path d="${writePathData(fit.layout.contour, 4)}" fill="none" stroke="#0f6a66" stroke-width="0.4"/>`
      : '',
    bandElement(fit, resolved.sequence[0], side),
    ...([0, 1] as const).flatMap((layer) =>
      linkElements(job, resolved, fit, frame, options, 'piece', (piece) => pieceLayer(piece) === layer),
    ),
  ].filter((line) => line !== '');
  const [x0, y0, x1, y1] = pictureBounds(fit, span);
  const size = `${n3(x1 - x0)}mm" height="${n3(y1 - y0)}mm" viewBox="${n3(x0)} ${n3(-y1)} ${n3(x1 - x0)} ${n3(y1 - y0)}`;
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${size}">`,
    `<title>${escapeXml(job.name)}</title>`,
    '<defs>',
    ...pieces.flatMap((piece) => symbols(piece, span, side)),
    '</defs>',
    // Figures have y up; one mirror turns the whole drawing.
    '<g transform="scale(1 -1)">',
    ...body,
    '</g>',
    '</svg>',
    '',
  ].join('\n');
}

/** A piece as a symbol, and what of it lies behind the wheels as another. */
function symbols(piece: JobPiece, span: number, side: 1 | -1): string[] {
  const { parts } = pieceFigure(piece, span);
  const flip = side < 0 ? ' transform="scale(1 -1)"' : '';
  const behind = parts.filter((part) => part.behind);
  const front = parts.filter((part) => !part.behind);
  return [
    ...(behind.length > 0
      ? [`<g id="behind-${piece.id}"${flip}>${figureMarkup({ parts: behind })}</g>`]
      : []),
    `<g id="piece-${piece.id}"${flip}>${figureMarkup({ parts: front })}</g>`,
  ];
}

function figureMarkup({ parts }: Figure): string {
  return parts
    .map(
      ({ d, fill, line }) =>
        `<path d="${d}" fill="${fill ? FINISHES[fill] : 'none'}"${line ? ` stroke="${INK}" stroke-width="0.3"` : ''}/>`,
    )
    .join('');
}

function wheelElements(
  fit: FitOutcome,
  piece: JobPiece,
  span: number,
  options: SvgOptions,
  job: Job,
): string[] {
  const pitchesPerSecond = speedOf(job, fit);
  return fit.layout.wheels.map((wheel, i) => {
    const turning = fit.turnings[i];
    const angle = degrees(wheelAngle(turning, options.travel));
    const at = `translate(${n3(wheel.x)} ${n3(wheel.y)})`;
    const markup = figureMarkup(wheelFigure(wheel, piece, span));
    if (!options.moving || pitchesPerSecond === 0 || fit.row.kind === 'still') {
      return `<g transform="${at} rotate(${n3(angle)})">${markup}</g>`;
    }
    const perSecond = degrees(turning.perPitch) * pitchesPerSecond;
    const turn = Math.sign(perSecond) * 360;
    const seconds = 360 / Math.abs(perSecond);
    return (
      `<g transform="${at}"><g transform="rotate(${n3(angle)})">${markup}` +
      `<animateTransform attributeName="transform" type="rotate" from="${n3(angle)}" to="${n3(angle + turn)}" dur="${writeNumber(seconds, 6)}s" repeatCount="indefinite"/></g></g>`
    );
  });
}

function bandElement(fit: FitOutcome, piece: JobPiece, side: 1 | -1): string {
  if (piece.family !== 'toothed-belt') return '';
  return `<path d="${bandOutline(fit.layout.path, piece, side)}" fill="${FINISHES.rubber}" fill-rule="evenodd"/>`;
}

function linkElements(
  job: Job,
  resolved: ResolvedRun,
  fit: FitOutcome,
  frame: RowFrame,
  options: SvgOptions,
  symbol: 'piece' | 'behind',
  wanted: (piece: JobPiece) => boolean,
): string[] {
  const { sequence } = resolved;
  const moves = options.moving && fit.row.kind === 'ring' && speedOf(job, fit) !== 0;
  const repeat = repeatOf(fit, sequence.length);
  if (moves && frame.links * repeat * STATIONS > MOST_STATIONS) {
    throw new RelayError(
      'too-many-links',
      `A moving drawing of ${frame.links} links with a sequence of ${sequence.length} would state ${frame.links * repeat * STATIONS} places; at most ${MOST_STATIONS} are written. Take the still drawing.`,
    );
  }
  const lines: string[] = [];
  for (let k = 0; k < frame.links; k++) {
    const piece = sequence[(((k + frame.firstLink) % sequence.length) + sequence.length) % sequence.length];
    if (!wanted(piece) || !isOnPath(fit.row, frame, k)) continue;
    const use = `<use href="#${symbol}-${piece.id}"`;
    if (moves) {
      lines.push(movingLink(job, fit, k, piece, repeat, options.travel, use));
    } else {
      const [x, y, angle] = seat(frame, k, piece, fit);
      lines.push(`${use} transform="translate(${n3(x)} ${n3(y)}) rotate(${n3(degrees(angle))})"/>`);
    }
  }
  return lines;
}

/** One link's way through a whole repeat, as translations and turns stated at even times. */
function movingLink(
  job: Job,
  fit: FitOutcome,
  k: number,
  piece: JobPiece,
  repeat: number,
  travel: number,
  use: string,
): string {
  const frame = newRowFrame(fit.row);
  const speed = speedOf(job, fit);
  const places: string[] = [];
  const turns: string[] = [];
  let before = 0;
  const count = repeat * STATIONS;
  for (let j = 0; j <= count; j++) {
    rowFrame(fit.row, travel + (Math.sign(speed) * j) / STATIONS, frame);
    const [x, y, raw] = seat(frame, k, piece, fit);
    // Angles go on steadily, so that no link turns the long way between two stations.
    const angle = j === 0 ? raw : before + Math.atan2(Math.sin(raw - before), Math.cos(raw - before));
    before = angle;
    places.push(`${n3(x)} ${n3(y)}`);
    turns.push(n3(degrees(angle)));
  }
  const time = `dur="${writeNumber(repeat / Math.abs(speed), 6)}s" repeatCount="indefinite"`;
  return (
    `<g transform="translate(${places[0]})"><g transform="rotate(${turns[0]})">${use}/><animateTransform attributeName="transform" type="rotate" values="${turns.join(';')}" ${time}/></g>` +
    `<animateTransform attributeName="transform" type="translate" values="${places.join(';')}" ${time}/></g>`
  );
}

/** Where a piece stands: its first pin and the direction to the second, or the tangent at its pin. */
function seat(frame: RowFrame, k: number, piece: JobPiece, fit: FitOutcome): [number, number, number] {
  const { pins } = frame;
  const x = pins[2 * k];
  const y = pins[2 * k + 1];
  if (pieceSeat(piece) === 'between-pins')
    return [x, y, Math.atan2(pins[2 * k + 3] - y, pins[2 * k + 2] - x)];
  const before = k > 0 ? k - 1 : fit.layout.path.closed ? frame.links - 1 : 0;
  return [x, y, Math.atan2(pins[2 * k + 3] - pins[2 * before + 1], pins[2 * k + 2] - pins[2 * before])];
}

/** Pitches after which the row looks the same again: its sequence, or the whole loop where that does not go round evenly. */
function repeatOf(fit: FitOutcome, sequence: number): number {
  return fit.count % sequence === 0 ? sequence : fit.count;
}

function speedOf(job: Job, fit: FitOutcome): number {
  const run = job.motion.drives[0];
  if (!run || fit.row.kind === 'still') return 0;
  return (run.pitches * job.motion.framesPerSecond) / job.motion.frames;
}

function pictureBounds(fit: FitOutcome, span: number): [number, number, number, number] {
  const [x0, y0, x1, y1] = pathBounds(fit.layout.path);
  const margin = span * 2.2;
  const box: [number, number, number, number] = [x0, y0, x1, y1];
  for (const wheel of fit.layout.wheels) {
    box[0] = Math.min(box[0], wheel.x - wheel.radius);
    box[1] = Math.min(box[1], wheel.y - wheel.radius);
    box[2] = Math.max(box[2], wheel.x + wheel.radius);
    box[3] = Math.max(box[3], wheel.y + wheel.radius);
  }
  return [box[0] - margin, box[1] - margin, box[2] + margin, box[3] + margin];
}

function escapeXml(text: string): string {
  return text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
}
