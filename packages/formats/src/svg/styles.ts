// The applications that compile this file do not include the folder, so the types are named here.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./css-tree-parts.d.ts" />
import { RelayError } from '@coin-relay/core';
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
  /** Of rules of one weight the later one decides. */
  readonly order: number;
  readonly declared: Declarations;
}

/** Rules that are looked at for the elements of a drawing at the most. */
const MOST_COMPARED = 5_000_000;
/** Characters of an element's own style; what decides whether it is drawn takes a few. */
const MOST_OWN_STYLE = 5_000;
const MOST_OWN_KEPT = 10_000;
/** Characters of all style sheets together. */
const MOST_SHEETS = 1_000_000;
/** Brackets within brackets of a style sheet. */
const MOST_NESTED = 100;
const NOTHING: Declarations = new Map();

/** The style sheets of a drawing, as far as they decide whether and where things are drawn. */
export class Styles {
  /** Rules by what an element has to have for them: an id, a class, a name, or nothing. */
  private readonly rules = new Map<string, Rule[]>();
  private many = 0;
  private characters = 0;
  private compared = 0;
  private readonly own = new Map<string, Declarations>();
  private readonly known = new WeakMap<SvgNode, Declarations>();

  /**
   * Adds a style sheet. What it imports is not fetched; what cannot be read is passed over.
   * @returns false for one that is too long or nested too deeply, which is passed over whole
   */
  addSheet(text: string): boolean {
    this.characters += text.length;
    if (this.characters > MOST_SHEETS || isNested(text, MOST_NESTED)) return false;
    const sheet = parse(text, { parseValue: false, onParseError: () => undefined });
    walk(sheet, {
      visit: 'Rule',
      enter: (rule) => {
        const declared = declarations(rule.block);
        if (declared.size === 0 || rule.prelude.type !== 'SelectorList') return;
        rule.prelude.children.forEach((selector) => {
          if (selector.type !== 'Selector') return;
          const made = simpleRule(selector.children.toArray(), declared, this.many++);
          if (made) this.put(made);
        });
      },
    });
    return true;
  }

  /**
   * The value of a property on an element: its style, the sheets, its attribute, in this order.
   * @throws RelayError file-refused where the sheets are too large for the elements there are
   */
  valueOf(node: SvgNode, property: string): string | undefined {
    const known = this.known.get(node) ?? this.decide(node);
    this.known.set(node, known);
    return known.get(property) ?? node.attributes[property];
  }

  /** What an element's own style says; many elements have the same one. */
  private ownOf(style: string | undefined): Declarations {
    if (style === undefined) return NOTHING;
    const known = this.own.get(style) ?? ownStyle(style);
    if (this.own.size < MOST_OWN_KEPT) this.own.set(style, known);
    return known;
  }

  private put(rule: Rule): void {
    const key = keyOf(rule);
    const found = this.rules.get(key);
    if (found) found.push(rule);
    else this.rules.set(key, [rule]);
  }

  /** What an element's own style and the sheets say of it. */
  private decide(node: SvgNode): Declarations {
    const own = this.ownOf(node.attributes['style']);
    if (this.rules.size === 0) return own;
    const classes = new Set((node.attributes['class'] ?? '').split(/\s+/));
    const { id } = node.attributes;
    const keys = ['', `<${node.kind}`, ...(id === undefined ? [] : [`#${id}`])];
    for (const name of classes) keys.push(`.${name}`);
    const deciding = new Map<string, Rule>();
    for (const key of keys) {
      const rules = this.rules.get(key);
      if (!rules) continue;
      this.compared += rules.length;
      if (this.compared > MOST_COMPARED)
        throw new RelayError(
          'file-refused',
          'The style sheets of the drawing have too many rules for the elements it has. Save it as plain SVG, with styles on the elements.',
        );
      for (const rule of rules) if (matches(rule, node, classes)) take(rule, deciding);
    }
    if (deciding.size === 0) return own;
    const found = new Map<string, string>();
    for (const [property, { declared }] of deciding) found.set(property, declared.get(property) ?? '');
    for (const [property, value] of own) found.set(property, value);
    return found;
  }
}

/** What an element has to have for a rule, by which the rule is found. */
const keyOf = ({ id, classes, kind }: Rule): string => {
  if (id !== null) return `#${id}`;
  if (classes.length > 0) return `.${classes[0]}`;
  return kind === null ? '' : `<${kind}`;
};

/** Lets a rule decide what no weightier or later one does. */
function take(rule: Rule, deciding: Map<string, Rule>): void {
  for (const property of rule.declared.keys()) {
    const other = deciding.get(property);
    const weightier =
      !other || rule.weight > other.weight || (rule.weight === other.weight && rule.order > other.order);
    if (weightier) deciding.set(property, rule);
  }
}

function ownStyle(style: string): Declarations {
  if (![...USED].some((property) => style.toLowerCase().includes(property))) return NOTHING;
  if (style.length > MOST_OWN_STYLE || isNested(style, MOST_NESTED)) return NOTHING;
  return declarations(parse(style, { context: 'declarationList', parseValue: false }));
}

/** Whether brackets stand within more brackets than so many; each character is looked at once. */
function isNested(text: string, most: number): boolean {
  let depth = 0;
  for (let i = 0; i < text.length; i++) {
    const c = text[i];
    if (c === '{' || c === '(' || c === '[') {
      if (++depth > most) return true;
    } else if (c === '}' || c === ')' || c === ']') depth = Math.max(0, depth - 1);
  }
  return false;
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
function simpleRule(parts: readonly CssNode[], declared: Declarations, order: number): Rule | null {
  let kind: string | null = null;
  let id: string | null = null;
  const classes: string[] = [];
  for (const part of parts) {
    if (part.type === 'TypeSelector') kind = part.name === '*' ? null : part.name;
    else if (part.type === 'IdSelector') id = part.name;
    else if (part.type === 'ClassSelector') classes.push(part.name);
    else return null;
  }
  const weight = (id ? 1e6 : 0) + classes.length * 1e3 + (kind ? 1 : 0);
  return { kind, id, classes, weight, order, declared };
}

function matches(
  { kind, id, classes }: Rule,
  { kind: name, attributes }: SvgNode,
  own: ReadonlySet<string>,
): boolean {
  if (kind !== null && kind !== name) return false;
  if (id !== null && id !== attributes['id']) return false;
  return classes.every((each) => own.has(each));
}
