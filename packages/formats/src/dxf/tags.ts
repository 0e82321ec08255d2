import { RelayError } from '@coin-relay/core';

/** A group of the exchange format: a code that says what the value is. */
export interface Tag {
  readonly code: number;
  readonly value: string;
}

/** An entity with its groups in order, and its place in the file. */
export interface Entity {
  readonly kind: string;
  readonly tags: readonly Tag[];
  /** Line of the file where it begins. */
  readonly line: number;
  /** Entities that belong to it: the vertices of a polyline. */
  readonly parts: readonly Entity[];
}

/** Walks over the groups of a text file; every step goes forward, so that it always ends. */
export class TagReader {
  private readonly lines: readonly string[];
  private at = 0;

  constructor(text: string) {
    if (/^[^\n]{0,12}Binary DXF/.test(text))
      throw new RelayError('file-refused', 'This is a binary DXF file. Save it as a text (ASCII) DXF.');
    this.lines = text.split(/\r\n|\n|\r/);
  }

  /** The line of the next group, counted from 1. */
  get line(): number {
    return this.at + 1;
  }

  /**
   * The next group without taking it; null at the end of the file.
   * @throws RelayError file-broken, with the line
   */
  peek(): Tag | null {
    while (this.at < this.lines.length && this.lines[this.at].trim() === '' && this.rest()) this.at++;
    if (this.at + 1 >= this.lines.length) return null;
    const text = this.lines[this.at].trim();
    if (!/^-?\d{1,4}$/.test(text)) {
      throw new RelayError(
        'file-broken',
        `This is not a DXF file, or it is damaged: line ${this.line} should be a group code and reads “${text.slice(0, 40)}”.`,
        { offset: this.line },
      );
    }
    return { code: Number(text), value: this.lines[this.at + 1].trim() };
  }

  take(): void {
    this.at += 2;
  }

  /** Is anything left that is not blank? */
  private rest(): boolean {
    return this.at + 1 < this.lines.length;
  }
}

const firsts = new WeakMap<Entity, ReadonlyMap<number, string>>();

/** The first value with a code; undefined where there is none. An entity's groups are gone through once. */
export function textOf(entity: Entity, code: number): string | undefined {
  let known = firsts.get(entity);
  if (!known) {
    const found = new Map<number, string>();
    for (const tag of entity.tags) if (!found.has(tag.code)) found.set(tag.code, tag.value);
    known = found;
    firsts.set(entity, known);
  }
  return known.get(code);
}

/** The first number with a code, or what stands in for it. */
export function numberOf(entity: Entity, code: number, otherwise = 0): number {
  const text = textOf(entity, code);
  return text === undefined ? otherwise : Number.parseFloat(text);
}

/** All numbers with a code, in order. */
export const numbersOf = (entity: Entity, code: number): number[] =>
  entity.tags.filter((tag) => tag.code === code).map((tag) => Number.parseFloat(tag.value));
