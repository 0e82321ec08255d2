import {
  determinant,
  IDENTITY,
  mapContour,
  multiply,
  parsePathData,
  RelayError,
  type AffineTuple,
  type Contour,
} from '@coin-relay/core';
import { DRAWING_LIMITS, DrawingCollector, type Drawing } from '../drawing/drawing';
import { parseTransform } from './transform';
import { SHAPES, shapePathData } from './shapes';
import { Styles } from './styles';
import { readTree, type SvgNode } from './tree';
import { sizeIn, type LengthGround } from './lengths';
import { innerGround, innerViewport, lengthGround, outerViewport } from './viewport';

/** Elements whose insides are not drawn where they stand. */
const UNDRAWN: ReadonlyMap<string, string> = new Map([
  ['defs', 'kept for use elsewhere in the drawing'],
  ['symbol', 'kept for use elsewhere in the drawing'],
  ['clipPath', 'cuts other things, is not drawn'],
  ['mask', 'covers other things, is not drawn'],
  ['pattern', 'a filling, not a line'],
  ['marker', 'an arrow head, not a line'],
  ['linearGradient', 'a filling, not a line'],
  ['radialGradient', 'a filling, not a line'],
  ['filter', 'an effect, not a line'],
  ['script', 'never run'],
  ['foreignObject', 'not a line'],
]);

/** Drawn elements that hold no line. */
const NOT_LINES: ReadonlyMap<string, string> = new Map([
  ['text', 'text has no line to run on: turn it into outlines first'],
  ['image', 'a picture, not a line; it was not opened'],
]);

/** Elements that say something about the drawing and are passed over. */
const SILENT = new Set([
  'style',
  'title',
  'desc',
  'metadata',
  'animate',
  'animateTransform',
  'animateMotion',
  'set',
]);

/**
 * Reads the lines of an SVG drawing: paths and basic shapes through nested transforms, view
 * boxes, units, copies (`use`) and style sheets. Nothing in the file is fetched or run.
 *
 * @throws RelayError file-too-large, file-broken (with the line), file-refused
 */
export function readSvg(text: string): Drawing {
  const root = readTree(text);
  const reader = new SvgReader(root);
  const viewport = outerViewport(root.attributes);
  const ground = lengthGround(root.attributes, viewport.physical);
  for (const child of root.children) reader.draw(child, viewport.matrix, ground, 0);
  return reader.collected.result(viewport.millimetresPerUnit, viewport.physical);
}

class SvgReader {
  readonly collected = new DrawingCollector();
  private readonly named = new Map<string, SvgNode>();
  private readonly styles = new Styles();
  /** Elements that are being copied: one that copies itself is seen here. */
  private readonly copying = new Set<SvgNode>();
  private readonly read = new Map<
    SvgNode,
    { readonly data: string; readonly contours: readonly Contour[] }
  >();

  constructor(root: SvgNode) {
    const stack = [root];
    for (let node = stack.pop(); node; node = stack.pop()) {
      const { id } = node.attributes;
      if (id !== undefined && !this.named.has(id)) this.named.set(id, node);
      if (node.kind === 'style' && !this.styles.addSheet(node.text))
        this.collected.skip('style', 'its rules are too many, or nested too deeply, to be read');
      // Backwards, so that they are come to in their order; one by one, as there may be many.
      for (let i = node.children.length - 1; i >= 0; i--) stack.push(node.children[i]);
    }
  }

  draw(node: SvgNode, outer: AffineTuple, ground: LengthGround, depth: number): void {
    const { kind, attributes } = node;
    if (SILENT.has(kind)) return;
    const { collected } = this;
    collected.count(this.copying.size > 0);
    if (depth >= DRAWING_LIMITS.depth) {
      throw new RelayError(
        'file-refused',
        `The drawing copies things within copies more than ${DRAWING_LIMITS.depth} deep. Turn the copies into plain shapes.`,
      );
    }
    const undrawn = UNDRAWN.get(kind) ?? NOT_LINES.get(kind);
    if (undrawn) {
      collected.skip(kind, undrawn);
      return;
    }
    if (this.styles.valueOf(node, 'display') === 'none') {
      collected.skip(kind, 'hidden');
      return;
    }
    const own = this.styles.valueOf(node, 'transform');
    const transform = own === undefined || own === 'none' ? IDENTITY : parseTransform(own);
    if (!transform) {
      collected.skip(kind, 'its transform cannot be read');
      return;
    }
    const matrix = multiply(outer, transform);
    if (kind === 'use') this.copy(node, matrix, ground, depth);
    else if (SHAPES.has(kind)) this.addShape(node, matrix, ground);
    else {
      const inner = kind === 'svg' ? multiply(matrix, innerViewport(attributes, ground)) : matrix;
      const within = kind === 'svg' ? innerGround(attributes, ground) : ground;
      for (const child of node.children) this.draw(child, inner, within, depth + 1);
    }
  }

  /** What a `use` element shows: the element it names, moved (W3C SVG 2, chapter 5.5). */
  private copy(node: SvgNode, outer: AffineTuple, ground: LengthGround, depth: number): void {
    const { attributes } = node;
    const href = attributes['href'] ?? attributes['xlink:href'] ?? '';
    const target = href.startsWith('#') ? this.named.get(href.slice(1)) : undefined;
    if (!target) {
      this.collected.skip(
        'use',
        href.startsWith('#') || href === ''
          ? `it copies “${href}”, which is not in the drawing`
          : 'it copies from another file, which is not opened',
      );
      return;
    }
    if (this.copying.has(target)) {
      this.collected.skip('use', `“${href}” copies itself`);
      return;
    }
    this.copying.add(target);
    const x = sizeIn(attributes['x'], 'width', ground) ?? 0;
    const y = sizeIn(attributes['y'], 'height', ground) ?? 0;
    const moved = multiply(outer, [1, 0, 0, 1, x, y]);
    if (target.kind === 'symbol') {
      const { width, height } = attributes;
      const inner = multiply(
        moved,
        innerViewport({ ...target.attributes, width, height, x: '0', y: '0' }, ground),
      );
      const within = innerGround({ ...target.attributes, width, height }, ground);
      for (const child of target.children) this.draw(child, inner, within, depth + 1);
    } else {
      this.draw(target, moved, ground, depth + 1);
    }
    this.copying.delete(target);
  }

  private addShape(node: SvgNode, matrix: AffineTuple, ground: LengthGround): void {
    const { kind, attributes } = node;
    const { collected } = this;
    if (this.styles.valueOf(node, 'visibility') === 'hidden') {
      collected.skip(kind, 'hidden');
      return;
    }
    if (collected.full) {
      collected.add(kind, attributes['id'], [NOTHING]);
      return;
    }
    let found: readonly Contour[];
    try {
      const data = shapePathData(kind, attributes, ground);
      if (data === null || data.trim() === '') {
        collected.skip(kind, 'it draws nothing');
        return;
      }
      found = this.contoursOf(node, data);
      checkMatrix(matrix);
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      collected.skip(kind, `${attributes['id'] ? `“${attributes['id']}”: ` : ''}${error.message}`);
      return;
    }
    // In mm, and mirrored to y up.
    const [a, b, c, d, e, f] = matrix;
    collected.add(kind, attributes['id'], found, (contour) => mapContour(contour, [a, -b, c, -d, e, -f]));
  }

  /** The contours of an element, read once however often it is copied. @throws RelayError */
  private contoursOf(node: SvgNode, data: string): readonly Contour[] {
    const known = this.read.get(node);
    // What is in per cent is another line where it is shown in another size.
    if (known?.data === data) return known.contours;
    const contours = parsePathData(checkedData(data), Number.MAX_VALUE);
    this.read.set(node, { data, contours });
    return contours;
  }
}

/** What stands for a contour that is only counted. */
const NOTHING: Contour = { segments: [], closed: false };

/** Characters of one path of a drawing: more pieces than a path may have take no more. */
const MOST_DATA = 3_000_000;

/** @throws RelayError path-data-too-large */
function checkedData(data: string): string {
  if (data.length <= MOST_DATA) return data;
  throw new RelayError(
    'path-data-too-large',
    `Its path data has ${data.length} characters; at most ${MOST_DATA} are read. Thin it out first.`,
  );
}

/** @throws RelayError path-data-empty where the map leaves no area */
function checkMatrix(matrix: AffineTuple): void {
  if (!matrix.every((value) => Number.isFinite(value)) || Math.abs(determinant(matrix)) < 1e-18)
    throw new RelayError('path-data-empty', 'Its transform leaves nothing of it.');
}
