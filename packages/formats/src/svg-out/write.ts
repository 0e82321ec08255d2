import { wheelAngle, writeNumber, writePathData, type FitOutcome } from '@coin-relay/core';
import { resolveSetOut, type Job, type ResolvedRun } from '@coin-relay/model';
import { bandMaterial, bandOf, bandOutline, wheelFigure } from '../figures';
import { moveScene, rowBounds, rowScene, twinMatrix, type RowScene } from '../placing';
import { areaData } from './area';
import { halfClips, linkElements } from './links';
import { degrees, escapeXml, figureMarkup, matrixText, n3 } from './markup';
import { movingRow, speedOf } from './motion';
import { Looks } from './symbols';

export interface SvgOptions {
  /** A drawing that moves by itself, or one that stands. */
  readonly moving: boolean;
  /** How far a run has travelled where it stands, in pitches. */
  readonly travel: (run: string) => number;
  /** Draw the path under the row. */
  readonly path: boolean;
  /** Pictures of finishes, by their name, as data addresses; those not given are left out. */
  readonly pictures?: ReadonlyMap<string, string>;
}

/** A fitted run that is drawn. */
export interface DrawnRow {
  readonly resolved: ResolvedRun;
  readonly fit: FitOutcome;
}

/** One row of a drawing, in parts. */
interface RowMarkup {
  readonly definitions: readonly string[];
  readonly body: readonly string[];
  readonly bounds: readonly [number, number, number, number];
}

/**
 * Writes fitted runs as an SVG drawing in mm, its size on paper its real size. A moving one plays
 * by itself in any browser (SMIL): every link runs through one repeat of its row and starts again
 * where another such link stood, every wheel through whole turns, so that no part has a start to
 * be seen. There, bending pieces run as stiff ones do.
 * @throws RelayError too-many-links, request-invalid for rows that cannot be drawn moving
 */
export function writeSvg(job: Job, rows: readonly DrawnRow[], options: SvgOptions): string {
  const drawn = rows.map((row, i) => rowMarkup(job, row, options, i === 0 ? '' : `r${i + 1}-`));
  const x0 = Math.min(...drawn.map(({ bounds }) => bounds[0]));
  const y0 = Math.min(...drawn.map(({ bounds }) => bounds[1]));
  const x1 = Math.max(...drawn.map(({ bounds }) => bounds[2]));
  const y1 = Math.max(...drawn.map(({ bounds }) => bounds[3]));
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
    ...drawn.flatMap(({ body }) => body),
    '</g>',
    '</svg>',
    '',
  ].join('\n');
}

function rowMarkup(job: Job, { resolved, fit }: DrawnRow, options: SvgOptions, prefix: string): RowMarkup {
  const scene = rowScene(fit, resolveSetOut(job, resolved.run, fit));
  const travel = options.travel(resolved.run.id);
  moveScene(scene, travel);
  const looks = new Looks(scene, options.pictures ?? new Map(), prefix);
  const moving = options.moving ? movingRow(job, resolved, scene, travel) : null;
  const { colour } = looks;
  const behind = linkElements(scene, looks, moving, 'behind');
  const links = linkElements(scene, looks, moving, 'piece');
  const { boundary, setOut } = scene.setOut;
  const bounds = rowBounds(scene);
  const cut = boundary?.how === 'cut' ? ` clip-path="url(#${prefix}boundary)"` : '';
  const row = (lines: readonly string[]): string[] =>
    cut === '' || lines.length === 0 ? [...lines] : [`<g${cut}>`, ...lines, '</g>'];
  const wheelSpeed = options.moving ? speedOf(job, resolved.run.id, fit) : 0;
  const body = [
    ...row(behind),
    ...wheelElements(fit, resolved, scene, travel, wheelSpeed, colour),
    options.path
      ? `<path d="${writePathData(fit.layout.contour, 4)}" fill="none" stroke="#0f6a66" stroke-width="0.4"/>`
      : '',
    ...row([bandElement(scene, resolved, colour), ...links].filter((line) => line !== '')),
  ].filter((line) => line !== '');
  return {
    definitions: [
      ...looks.definitions,
      ...(setOut.overlap === 'as-made' ? [] : halfClips(scene, prefix)),
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
  { sequence }: ResolvedRun,
  { span }: RowScene,
  travel: number,
  speed: number,
  colour: (material: string) => string,
): string[] {
  return fit.layout.wheels.map((wheel, i) => {
    const turning = fit.turnings[i];
    const angle = degrees(wheelAngle(turning, travel));
    const at = `translate(${n3(wheel.x)} ${n3(wheel.y)})`;
    const markup = figureMarkup(wheelFigure(wheel, sequence[0], span), colour);
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
  { fit, side }: RowScene,
  { sequence }: ResolvedRun,
  colour: (material: string) => string,
): string {
  const band = bandOf(sequence);
  if (!band) return '';
  const fill = colour(band.finish?.material ?? bandMaterial(band));
  return `<path d="${bandOutline(fit.layout.path, fit.window, band, side)}" fill="${fill}" fill-rule="evenodd"/>`;
}
