import type { Machine } from '@coin-relay/model';
import { INK, PATH_COLOUR } from '@coin-relay/scene';
import { InkScene, type InkAsked, type InkItem } from '@coin-relay/scene/solid';
import { escapeXml, n3 } from './markup';
import type { SvgDrawing } from './write';

/** Widths of lines, mm: narrow and wide by two (ISO 128-2, group 0.35); and the dashes of what is hidden. */
const SEEN = 0.35;
const HIDDEN = 0.18;
const DASHES = '2.2 0.9';

/** What is free round a drawing, mm. */
const ROOM = 1;

/**
 * The solids of a machine at a frame, seen in parallel from somewhere, as an SVG drawing in mm: lines of ink, those that
 * are hidden left out or dashed. A group for each row, in it a path for each piece.
 * @throws RelayError solid-invalid, solid-too-large
 */
export function drawInkSvg(machine: Machine, asked: InkAsked & { readonly frame: number }): SvgDrawing {
  const scene = new InkScene(machine, asked);
  const items = scene.at(asked.frame);
  const [x0, y0, x1, y1] = roundAll(items);
  const { job } = machine;
  const runs = [...new Set(items.map(({ run }) => run))];
  const size = `${n3(x1 - x0)}mm" height="${n3(y1 - y0)}mm" viewBox="${n3(x0)} ${n3(-y1)} ${n3(x1 - x0)} ${n3(y1 - y0)}`;
  const text = [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${size}">`,
    `<title>${escapeXml(job.name)}</title>`,
    `<g fill="none" stroke-linecap="round" stroke-linejoin="round">`,
    ...(asked.hidden
      ? [
          `<g id="hidden" stroke="${INK}" stroke-width="${HIDDEN}" stroke-dasharray="${DASHES}">`,
          ...items.flatMap(({ hidden }) => (hidden.length === 0 ? [] : [`<path d="${dataOf(hidden)}"/>`])),
          '</g>',
        ]
      : []),
    ...runs.flatMap((run) => {
      const of = (kind: InkItem['kind']): string[] =>
        items.flatMap((item) =>
          item.run !== run || item.kind !== kind || item.seen.length === 0
            ? []
            : [`<path d="${dataOf(item.seen)}"/>`],
        );
      const group = (name: string, colour: string, made: readonly string[]): string[] =>
        made.length === 0
          ? []
          : [`<g id="row-${run}-${name}" stroke="${colour}" stroke-width="${SEEN}">`, ...made, '</g>'];
      const name = job.runs.find(({ id }) => id === run)?.name ?? run;
      return [
        `<g id="row-${run}"><title>${escapeXml(name)}</title>`,
        ...group('path', PATH_COLOUR, of('path')),
        ...group('pieces', INK, of('body')),
        ...group('left-out', INK, of('mark')),
        '</g>',
      ];
    }),
    '</g>',
    '</svg>',
    '',
  ].join('\n');
  const links = new Set(items.flatMap(({ id, kind }) => (kind === 'body' ? [id] : []))).size;
  return { text, width: x1 - x0, height: y1 - y0, moving: null, links };
}

/** Lines as path data, y down. */
const dataOf = (lines: readonly Float64Array[]): string =>
  lines
    .map((line) => {
      const last = line.length - 2;
      const closed = last > 2 && line[0] === line[last] && line[1] === line[last + 1];
      let d = '';
      for (let i = 0; i <= last - (closed ? 2 : 0); i += 2)
        d += `${i === 0 ? 'M' : 'L'}${n3(line[i])} ${n3(-line[i + 1])}`;
      return closed ? `${d}Z` : d;
    })
    .join('');

function roundAll(items: readonly InkItem[]): readonly [number, number, number, number] {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { seen, hidden } of items)
    for (const line of [...seen, ...hidden])
      for (let i = 0; i < line.length; i += 2) {
        x0 = Math.min(x0, line[i]);
        y0 = Math.min(y0, line[i + 1]);
        x1 = Math.max(x1, line[i]);
        y1 = Math.max(y1, line[i + 1]);
      }
  return x1 >= x0 ? [x0 - ROOM, y0 - ROOM, x1 + ROOM, y1 + ROOM] : [0, 0, 1, 1];
}
