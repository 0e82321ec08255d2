// The applications that compile this file do not include the folder, so the types are named here.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./css-tree-parts.d.ts" />
import type { CssNode } from 'css-tree';
import parse from 'css-tree/parser';
import walk from 'css-tree/walker';
import type { SvgNode } from './tree';

/** Declarations that decide whether and where something is drawn. */
const USED = new Set(['display', 'visibility', 'transform']);

type Declarations = ReadonlyMap<string, string>;

interface Rule {
  readonly kind: string | null;
  readonly id: string | null;
  readonly classes: readonly string[];
  /** As CSS counts it: ids before classes before names. */
  readonly weight: number;
  readonly declared: Declarations;
}

/** The style sheets of a drawing, as far as they decide whether and where things are drawn. */
export class Styles {
  private readonly rules: Rule[] = [];

  /** Adds a style sheet. What it imports is not fetched; what cannot be read is passed over. */
  addSheet(text: string): void {
    const sheet = parse(text, { parseValue: false, onParseError: () => undefined });
    walk(sheet, {
      visit: 'Rule',
      enter: (rule) => {
        const declared = declarations(rule.block);
        if (declared.size === 0 || rule.prelude.type !== 'SelectorList') return;
        rule.prelude.children.forEach((selector) => {
          const made =
            selector.type === 'Selector' ? simpleRule(selector.children.toArray(), declared) : null;
          if (made) this.rules.push(made);
        });
      },
    });
    // Sorting is stable: of rules of one weight the later one decides.
    this.rules.sort((a, b) => a.weight - b.weight);
  }

  /** The value of a property on an element: its style, the sheets, its attribute, in this order. */
  valueOf(node: SvgNode, property: string): string | undefined {
    const { style } = node.attributes;
    if (style !== undefined && style.includes(property)) {
      const own = declarations(parse(style, { context: 'declarationList', parseValue: false })).get(property);
      if (own !== undefined) return own;
    }
    for (let i = this.rules.length - 1; i >= 0; i--) {
      const found = matches(this.rules[i], node) ? this.rules[i].declared.get(property) : undefined;
      if (found !== undefined) return found;
    }
    return node.attributes[property];
  }
}

function declarations(block: CssNode): Declarations {
  const found = new Map<string, string>();
  walk(block, {
    visit: 'Declaration',
    enter: (declaration) => {
      const property = declaration.property.toLowerCase();
      // Values are not parsed, so that they come as they are written.
      if (USED.has(property) && declaration.value.type === 'Raw')
        found.set(property, declaration.value.value.trim());
    },
  });
  return found;
}

/** A rule of one simple selector; null for those that look at other elements too. */
function simpleRule(parts: readonly CssNode[], declared: Declarations): Rule | null {
  let kind: string | null = null;
  let id: string | null = null;
  const classes: string[] = [];
  for (const part of parts) {
    if (part.type === 'TypeSelector') kind = part.name === '*' ? null : part.name;
    else if (part.type === 'IdSelector') id = part.name;
    else if (part.type === 'ClassSelector') classes.push(part.name);
    else return null;
  }
  return { kind, id, classes, weight: (id ? 1e6 : 0) + classes.length * 1e3 + (kind ? 1 : 0), declared };
}

function matches({ kind, id, classes }: Rule, { kind: name, attributes }: SvgNode): boolean {
  if (kind !== null && kind !== name) return false;
  if (id !== null && id !== attributes['id']) return false;
  if (classes.length === 0) return true;
  const own = (attributes['class'] ?? '').split(/\s+/);
  return classes.every((name) => own.includes(name));
}
