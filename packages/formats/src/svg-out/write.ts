import {
  IDENTITY,
  RelayError,
  wheelAngle,
  writeNumber,
  writePathData,
  type FitOutcome,
  type WheelTurning,
} from '@coin-relay/core';
import {
  materialsOf,
  travelOf,
  type Boundary,
  type FittedRow,
  type Machine,
  type ResolvedRun,
  bandOf,
} from '@coin-relay/model';
import {
  bandOutline,
  colourOf,
  cropped,
  wheelFigure,
  machineBounds,
  machineParts,
  moveScene,
  rowBounds,
  rowCopies,
  rowScene,
  twinMatrix,
  type RowScene,
} from '@coin-relay/scene';
import { areaData } from './area';
import { linkElements } from './links';
import { degrees, escapeXml, figureMarkup, machinePartMarkup, matrixText, n3 } from './markup';
import { movingRow, speedOf } from './motion';
import { Looks } from './symbols';

export interface SvgOptions {
  /** A drawing that moves by itself, or one that stands. */
  readonly moving: boolean;
  /** The frame of the loop it stands in. */
  readonly frame: number;
  /** Draw the path under the row. */
  readonly path: boolean;
  /** Pictures of finishes, by their name, as data addresses; those not given are left out. */
  readonly pictures?: ReadonlyMap<string, string>;
}

/** One row of a drawing, in parts. */
interface RowMarkup {
  readonly definitions: readonly string[];
  readonly body: readonly string[];
  readonly bounds: readonly [number, number, number, number];
}

/**
 * Writes the rows of a machine, and what is between them, as an SVG drawing in mm, its size on paper its real size. A moving one plays
 * by itself in any browser (SMIL): every link runs through one repeat of its row and starts again
 * where another such link stood, every wheel through whole turns, so that no part has a start to
 * be seen. There, bending pieces run as stiff ones do.
 * @throws RelayError too-many-links, request-invalid for rows that cannot be drawn moving
 */
export function writeSvg(machine: Machine, options: SvgOptions): string {
  const { job, rows } = machine;
  const { behind, over } = machineParts(machine)(options.frame);
  if (options.moving && behind.length + over.length > 0) {
    throw new RelayError(
      'request-invalid',
      'Springs, ropes, cranks and gears cannot be shown in a moving drawing yet. Take the still drawing, at any frame.',
    );
  }
  const drawn = [...rows.values()].map((row, i) =>
    rowMarkup(machine, row, options, i === 0 ? '' : `r${i + 1}-`),
  );
  const parts = machineBounds(machine);
  const boxes = [...drawn.map(({ bounds }) => bounds), ...(parts ? [parts] : [])];
  const x0 = Math.min(...boxes.map((box) => box[0]));
  const y0 = Math.min(...boxes.map((box) => box[1]));
  const x1 = Math.max(...boxes.map((box) => box[2]));
  const y1 = Math.max(...boxes.map((box) => box[3]));
  const colour = (material: string): string => colourOf(materialsOf(job), material);
  const size = `${n3(x1 - x0)}mm" height="${n3(y1 - y0)}mm" viewBox="${n3(x0)} ${n3(-y1)} ${n3(x1 - x0)} ${n3(y1 - y0)}`;
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${size}">`,
    `<title>${escapeXml(job.name)}</title>`,
    '<defs>',
    ...drawn.flatMap(({ definitions }) => definitions),
    '</defs>',
    // Figures have y up; one mirror turns the whole drawing.
    '<g transform="scale(1 -1)">',
    ...behind.map((part) => machinePartMarkup(part, colour)),
    ...drawn.flatMap(({ body }) => body),
    ...over.map((part) => machinePartMarkup(part, colour)),
    '</g>',
    '</svg>',
    '',
  ].join('\n');
}

function rowMarkup(
  machine: Machine,
  { resolved, fit, setOut: out }: FittedRow,
  options: SvgOptions,
  prefix: string,
): RowMarkup {
  const run = resolved.run.id;
  const scene = rowScene(fit, out, machine.precomputed.rows.get(run) ?? null);
  const travel = travelOf(machine, run, options.frame);
  moveScene(scene, travel, options.frame);
  const looks = new Looks(scene, options.pictures ?? new Map(), prefix);
  const moving = options.moving ? movingRow(machine, resolved, scene, travel) : null;
  const { colour } = looks;
  const behind = linkElements(scene, looks, moving, 'behind');
  const links = linkElements(scene, looks, moving, 'piece');
  const { boundary, setOut } = scene.setOut;
  const bounds = rowBounds(scene);
  // What travels is cut anew at every moment: there the boundary stays a clip.
  const cut = boundary?.how === 'cut' && moving ? ` clip-path="url(#${prefix}boundary)"` : '';
  const row = (lines: readonly string[]): string[] =>
    cut === '' || lines.length === 0 ? [...lines] : [`<g${cut}>`, ...lines, '</g>'];
  const motion = machine.motions.get(run);
  const wheelSpeed = options.moving && motion ? speedOf(machine, motion) : 0;
  const turnings = motion?.turnings ?? fit.turnings;
  const body = [
    ...row(behind),
    ...wheelElements(fit, turnings, resolved, scene, travel, wheelSpeed, colour),
    options.path
      ? `<path d="${writePathData(fit.layout.contour, 4)}" fill="none" stroke="#0f6a66" stroke-width="0.4"/>`
      : '',
    ...row(
      [
        bandElement(scene, resolved, colour, boundary?.how === 'cut' && !moving ? boundary : null),
        ...links,
      ].filter((line) => line !== ''),
    ),
  ].filter((line) => line !== '');
  return {
    definitions: [
      ...looks.definitions,
      ...(boundary && cut !== ''
        ? [
            `<clipPath id="${prefix}boundary"><path d="${areaData(boundary, bounds)}" clip-rule="evenodd"/></clipPath>`,
          ]
        : []),
    ],
    body: setOut.twin
      ? [
          `<g id="${prefix}row">`,
          ...body,
          '</g>',
          `<use href="#${prefix}row" transform="${matrixText(twinMatrix(setOut.twin))}"/>`,
        ]
      : body,
    bounds,
  };
}

function wheelElements(
  fit: FitOutcome,
  turnings: readonly WheelTurning[],
  { sequence }: ResolvedRun,
  { span }: RowScene,
  travel: number,
  speed: number,
  colour: (material: string) => string,
): string[] {
  return fit.layout.wheels.map((wheel, i) => {
    const turning = turnings[i];
    const angle = degrees(wheelAngle(turning, travel));
    const at = `translate(${n3(wheel.x)} ${n3(wheel.y)})`;
    const markup = figureMarkup(wheelFigure(fit, i, sequence[0], span), colour);
    if (speed === 0 || turning.perPitch === 0) {
      return `<g transform="${at} rotate(${n3(angle)})">${markup}</g>`;
    }
    const perSecond = degrees(turning.perPitch) * speed;
    const turn = Math.sign(perSecond) * 360;
    const seconds = 360 / Math.abs(perSecond);
    return (
      `<g transform="${at}"><g transform="rotate(${n3(angle)})">${markup}` +
      `<animateTransform attributeName="transform" type="rotate" from="${n3(angle)}" to="${n3(angle + turn)}" dur="${writeNumber(seconds, 6)}s" repeatCount="indefinite"/></g></g>`
    );
  });
}

function bandElement(
  { fit, side, setOut }: RowScene,
  { sequence }: ResolvedRun,
  colour: (material: string) => string,
  boundary: Boundary | null,
): string {
  const [piece] = sequence;
  const band = bandOf(piece);
  if (!band) return '';
  const fill = colour(piece.finish?.material ?? band.material);
  const whole = bandOutline(fit.layout.path, fit.window, band, side, rowCopies(setOut.setOut.rows));
  const d = boundary ? cropped(whole, IDENTITY, boundary) : whole;
  if (d === '') return '';
  return `<path d="${d}" fill="${fill}" fill-rule="evenodd"/>`;
}
