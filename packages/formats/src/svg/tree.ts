import { RelayError } from '@coin-relay/core';
import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { checkSize, DRAWING_LIMITS } from '../drawing/drawing';
import type { Attributes } from './shapes';

/** One element of a drawing. */
export interface SvgNode {
  /** Its name without a prefix. */
  readonly kind: string;
  readonly attributes: Attributes;
  readonly children: SvgNode[];
  /** The text inside a `style` element. */
  text: string;
}

/**
 * Reads the elements of an SVG file into a tree. Nothing is followed, fetched or run; a file
 * that declares entities is refused.
 * @throws RelayError file-too-large, file-broken (with the line), file-refused
 */
export function readTree(source: string): SvgNode {
  checkSize(source);
  const open: SvgNode[] = [];
  let root: SvgNode | null = null;
  let elements = 0;
  const parser = new SaxesParser({ xmlns: false, position: true });
  parser.on('error', (error) => {
    throw new RelayError(
      'file-broken',
      `The drawing is not well-formed XML: ${error.message}. Save it again as plain SVG.`,
      { offset: parser.position },
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
  parser.on('opentag', (tag: SaxesTagPlain) => {
    if (++elements > DRAWING_LIMITS.elements) {
      throw new RelayError(
        'file-too-large',
        `The drawing has more than ${DRAWING_LIMITS.elements} elements. Leave only the lines you need in it.`,
      );
    }
    if (open.length >= DRAWING_LIMITS.depth) {
      throw new RelayError(
        'file-refused',
        `The drawing nests groups more than ${DRAWING_LIMITS.depth} deep. Ungroup it and save it again.`,
      );
    }
    const node: SvgNode = {
      kind: tag.name.replace(/^svg:/, ''),
      attributes: tag.attributes,
      children: [],
      text: '',
    };
    if (root) open[open.length - 1].children.push(node);
    else root = node;
    open.push(node);
  });
  parser.on('closetag', () => open.pop());
  const take = (text: string): void => {
    const at = open.at(-1);
    if (at?.kind === 'style') at.text += text;
  };
  parser.on('text', take);
  parser.on('cdata', take);
  parser.write(source).close();
  return checkedRoot(root);
}

function checkedRoot(root: SvgNode | null): SvgNode {
  if (root?.kind === 'svg') return root;
  throw new RelayError(
    'file-broken',
    `This is not an SVG drawing: it ${root ? `starts with <${root.kind}>` : 'has no elements'}.`,
  );
}
