import { measurePath, mm, parsePathData, RelayError, type Contour } from '@coin-relay/core';
import { SaxesParser, type SaxesTagPlain } from 'saxes';
import svgpath from 'svgpath';
import { IDENTITY, multiply, parseTransform, type Matrix } from './matrix';
import { SHAPES, shapePathData, type Attributes } from './shapes';
import { innerViewport, outerViewport } from './viewport';

/** What a drawing may hold at the most. Each is tested. */
export const SVG_LIMITS = {
  /** Bytes (UTF-16 code units of the text read). */
  size: 20_000_000,
  /** Elements within elements. */
  depth: 500,
  elements: 500_000,
  contours: 2_000,
} as const;

/** One line of a drawing, in mm with y up. */
export interface DrawnContour {
  /** Its id: that of its element, numbered where that draws several; or made from the order. */
  readonly id: string;
  readonly element: string;
  readonly contour: Contour;
  readonly length: number;
  readonly closed: boolean;
}

/** Something in the drawing that no row can run on, or that cannot be read. */
export interface Skipped {
  readonly what: string;
  readonly reason: string;
  readonly count: number;
}

export interface SvgDrawing {
  readonly contours: readonly DrawnContour[];
  readonly skipped: readonly Skipped[];
  /** Millimetres in one unit of the drawing, and whether the drawing says so itself. */
  readonly millimetresPerUnit: number;
  readonly physical: boolean;
}

/** Elements whose insides are not drawn where they stand. */
const UNDRAWN: ReadonlyMap<string, string> = new Map([
  ['defs', 'kept for use elsewhere in the drawing'],
  ['symbol', 'kept for use elsewhere in the drawing'],
  ['clipPath', 'cuts other things, is not drawn'],
  ['mask', 'covers other things, is not drawn'],
  ['pattern', 'a filling, not a line'],
  ['marker', 'an arrow head, not a line'],
  ['script', 'never run'],
  ['style', 'not needed for the lines'],
  ['foreignObject', 'not a line'],
]);

/** Drawn elements that hold no line. */
const NOT_LINES: ReadonlyMap<string, string> = new Map([
  ['text', 'text has no line to run on: turn it into outlines first'],
  ['image', 'a picture, not a line; it was not opened'],
  ['use', 'a copy of another element: turn it into a plain shape first'],
]);

interface Level {
  readonly matrix: Matrix;
  readonly drawn: boolean;
}

/**
 * Reads the lines of an SVG drawing: paths and basic shapes through nested transforms, view
 * boxes and units. Nothing in the file is followed, fetched or run; a file that declares
 * entities is refused.
 *
 * @throws RelayError file-too-large, file-broken (with the line), file-refused
 */
export function readSvg(text: string): SvgDrawing {
  if (text.length > SVG_LIMITS.size) {
    throw new RelayError(
      'file-too-large',
      `The drawing is ${(text.length / 1e6).toFixed(1)} MB; at most ${SVG_LIMITS.size / 1e6} MB are read. Leave only the lines you need in it.`,
    );
  }
  const reader = new DrawingReader();
  const parser = new SaxesParser({ xmlns: false, position: true });
  parser.on('error', (error) => {
    throw new RelayError(
      'file-broken',
      `The drawing is not well-formed XML: ${error.message}. Save it again as plain SVG.`,
      {
        offset: parser.position,
      },
    );
  });
  parser.on('doctype', (doctype) => {
    if (/<!ENTITY/i.test(doctype)) {
      throw new RelayError(
        'file-refused',
        'The drawing declares entities, which are not followed. Save it as plain SVG, without a document type.',
      );
    }
  });
  parser.on('opentag', (tag: SaxesTagPlain) => reader.open(tag));
  parser.on('closetag', () => reader.close());
  parser.write(text).close();
  return reader.result();
}

class DrawingReader {
  private readonly levels: Level[] = [];
  private readonly contours: DrawnContour[] = [];
  private readonly skipped = new Map<string, { what: string; reason: string; count: number }>();
  private readonly ids = new Set<string>();
  private elements = 0;
  private millimetresPerUnit = 1;
  private physical = false;

  open(tag: SaxesTagPlain): void {
    if (++this.elements > SVG_LIMITS.elements) {
      throw new RelayError(
        'file-too-large',
        `The drawing has more than ${SVG_LIMITS.elements} elements. Leave only the lines you need in it.`,
      );
    }
    if (this.levels.length >= SVG_LIMITS.depth) {
      throw new RelayError(
        'file-refused',
        `The drawing nests groups more than ${SVG_LIMITS.depth} deep. Ungroup it and save it again.`,
      );
    }
    const kind = tag.name.replace(/^svg:/, '');
    const attributes: Attributes = tag.attributes;
    const outer = this.levels.at(-1);
    if (!outer) {
      if (kind !== 'svg')
        throw new RelayError('file-broken', `This is not an SVG drawing: it starts with <${kind}>.`);
      const viewport = outerViewport(attributes);
      this.millimetresPerUnit = viewport.millimetresPerUnit;
      this.physical = viewport.physical;
      this.levels.push({ matrix: viewport.matrix, drawn: true });
      return;
    }
    this.levels.push(this.inner(kind, attributes, outer));
  }

  close(): void {
    this.levels.pop();
  }

  result(): SvgDrawing {
    return {
      contours: this.contours,
      skipped: [...this.skipped.values()],
      millimetresPerUnit: this.millimetresPerUnit,
      physical: this.physical,
    };
  }

  private inner(kind: string, attributes: Attributes, outer: Level): Level {
    if (!outer.drawn) return outer;
    const undrawn = UNDRAWN.get(kind) ?? NOT_LINES.get(kind);
    if (undrawn) {
      this.skip(kind, undrawn);
      return { matrix: outer.matrix, drawn: false };
    }
    if (isHidden(attributes)) {
      this.skip(kind, 'hidden');
      return { matrix: outer.matrix, drawn: false };
    }
    const transform =
      attributes['transform'] === undefined ? IDENTITY : parseTransform(attributes['transform']);
    if (!transform) {
      this.skip(kind, 'its transform cannot be read');
      return { matrix: outer.matrix, drawn: false };
    }
    let matrix = multiply(outer.matrix, transform);
    if (kind === 'svg') matrix = multiply(matrix, innerViewport(attributes));
    if (SHAPES.has(kind)) this.addShape(kind, attributes, matrix);
    return { matrix, drawn: true };
  }

  private addShape(kind: string, attributes: Attributes, matrix: Matrix): void {
    const data = shapePathData(kind, attributes);
    if (data === null || data.trim() === '') {
      this.skip(kind, 'it draws nothing');
      return;
    }
    let found: Contour[];
    try {
      found = parsePathData(mapped(data, matrix));
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      this.skip(kind, `${attributes['id'] ? `“${attributes['id']}”: ` : ''}${error.message}`);
      return;
    }
    found.forEach((contour, i) => {
      if (this.contours.length >= SVG_LIMITS.contours) {
        this.skip('contour', `beyond the ${SVG_LIMITS.contours} that are listed`);
        return;
      }
      this.addContour(kind, this.newId(attributes['id'], found.length > 1 ? i + 1 : 0, kind), contour);
    });
  }

  private addContour(kind: string, id: string, contour: Contour): void {
    try {
      const { length } = measurePath(contour);
      this.contours.push({ id, element: kind, contour, length, closed: contour.closed });
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      this.skip(kind, error.message);
    }
  }

  private newId(given: string | undefined, part: number, kind: string): string {
    const base = given ? (part > 0 ? `${given}.${part}` : given) : `${kind}-${this.contours.length + 1}`;
    let id = base;
    for (let k = 2; this.ids.has(id); k++) id = `${base}-${k}`;
    this.ids.add(id);
    return id;
  }

  private skip(what: string, reason: string): void {
    const key = `${what} ${reason}`;
    const known = this.skipped.get(key);
    if (known) known.count++;
    else if (this.skipped.size < 200) this.skipped.set(key, { what, reason, count: 1 });
  }
}

/** The path data mapped to mm and mirrored to y up. Broken data is left to the path reader to name. */
function mapped(data: string, matrix: Matrix): string {
  const [a, b, c, d, e, f] = matrix;
  if (!matrix.every((value) => Number.isFinite(value)) || Math.abs(a * d - b * c) < 1e-18) return '';
  const path = svgpath(data);
  if ((path as unknown as { err: string }).err) return data;
  return path.matrix([a, -b, c, -d, e, -f]).toString();
}

function isHidden(attributes: Attributes): boolean {
  const style = attributes['style'] ?? '';
  return attributes['display'] === 'none' || /(?:^|;)\s*display\s*:\s*none/.test(style);
}

/**
 * One contour of a drawing: by id, or the only one there is.
 * @throws RelayError contour-not-found, saying which there are
 */
export function pickContour(drawing: SvgDrawing, id?: string): DrawnContour {
  const { contours } = drawing;
  const list = contours
    .slice(0, 8)
    .map((c) => `${c.id} (${mm(c.length)})`)
    .join(', ');
  if (contours.length === 0) {
    const [skipped] = drawing.skipped;
    throw new RelayError(
      'contour-not-found',
      `The drawing holds no line a row could run on${skipped ? `; skipped: ${skipped.what}, ${skipped.reason}` : ''}.`,
    );
  }
  if (id !== undefined) {
    const found = contours.find((c) => c.id === id);
    if (found) return found;
    throw new RelayError('contour-not-found', `The drawing holds no contour “${id}”. It has ${list}.`, {
      contour: id,
    });
  }
  if (contours.length > 1) {
    throw new RelayError(
      'contour-not-found',
      `The drawing holds ${contours.length} contours: ${list}. Say which by its id.`,
    );
  }
  return contours[0];
}
