import {
  contourLength,
  measureSpacePath,
  mm,
  RelayError,
  type Contour,
  type FreeContour,
} from '@coin-relay/core';

/** What a file of lines may hold at the most, whatever its format. Each is tested. */
export const DRAWING_LIMITS = {
  /** Characters of the text read. */
  size: 20_000_000,
  /** Elements within elements, blocks within blocks. */
  depth: 500,
  /** Elements of the file. */
  elements: 500_000,
  /** Elements drawn as copies of others. */
  copies: 100_000,
  contours: 20_000,
  /** Lines, arcs and curves in all of them, copies counted each time. */
  pieces: 200_000,
} as const;

/** One line of a drawing, in mm. */
interface Drawn {
  /** Its id: that of its element, numbered where that draws several; or made from the order. */
  readonly id: string;
  readonly element: string;
  readonly length: number;
  readonly closed: boolean;
}

/** One in the plane, with y up. */
export interface DrawnContour extends Drawn {
  readonly contour: Contour;
}

/** One in space. */
export interface DrawnInSpace extends Drawn {
  readonly line: FreeContour;
}

/** Something in the file that no row can run on, or that cannot be read. */
export interface Skipped {
  readonly what: string;
  readonly reason: string;
  readonly count: number;
}

/** The lines of a file, and what was left out. */
export interface Drawing {
  readonly contours: readonly DrawnContour[];
  /** Lines in space; a drawing that leaves the plane has all of its lines here. */
  readonly inSpace: readonly DrawnInSpace[];
  readonly skipped: readonly Skipped[];
  /** Millimetres in one unit of the file, and whether the file says so itself. */
  readonly millimetresPerUnit: number;
  readonly physical: boolean;
}

/** @throws RelayError file-too-large */
export function checkSize(text: string): void {
  if (text.length > DRAWING_LIMITS.size) {
    throw new RelayError(
      'file-too-large',
      `The drawing is ${(text.length / 1e6).toFixed(1)} MB; at most ${DRAWING_LIMITS.size / 1e6} MB are read. Leave only the lines you need in it.`,
    );
  }
}

/** Gathers the lines of a file: gives them ids, measures them, counts what is left out. */
export class DrawingCollector {
  private readonly contours: DrawnContour[] = [];
  private readonly inSpace: DrawnInSpace[] = [];
  private readonly skipped = new Map<string, { what: string; reason: string; count: number }>();
  private readonly ids = new Set<string>();
  /** The number that the next one of a name is tried with. */
  private readonly numbers = new Map<string, number>();
  private elements = 0;
  private copies = 0;
  private pieces = 0;

  /**
   * Counts one drawn element.
   * @param copied whether it is drawn as a copy
   * @throws RelayError file-too-large beyond the limits
   */
  count(copied: boolean): void {
    if (copied && ++this.copies > DRAWING_LIMITS.copies) {
      throw new RelayError(
        'file-too-large',
        `The drawing copies more than ${DRAWING_LIMITS.copies} elements. Turn the copies you need into plain lines, and leave the others out.`,
      );
    }
    if (++this.elements > DRAWING_LIMITS.elements) {
      throw new RelayError(
        'file-too-large',
        `The drawing has more than ${DRAWING_LIMITS.elements} elements. Leave only the lines you need in it.`,
      );
    }
  }

  /**
   * Adds the contours one element draws; in mm, y up.
   * @param found as the element draws them; they are looked at one by one
   * @param placed what puts one of them where it stands
   * @throws RelayError file-too-large beyond the limit of pieces, before any is placed
   */
  add(
    element: string,
    id: string | undefined,
    found: readonly Contour[],
    placed: (contour: Contour) => Contour = (contour) => contour,
  ): void {
    found.forEach((drawn, i) => {
      this.list(element, drawn.segments.length, () => {
        const contour = placed(drawn);
        const length = contourLength(contour);
        const ownId = this.newId(id, found.length > 1 ? i + 1 : 0, element);
        this.contours.push({ id: ownId, element, contour, length, closed: contour.closed });
      });
    });
  }

  /** Adds a line in space, mm. @throws RelayError file-too-large beyond the limit of pieces */
  addInSpace(element: string, id: string | undefined, line: FreeContour): void {
    this.list(element, line.segments.length, () => {
      const { length } = measureSpacePath(line);
      this.inSpace.push({ id: this.newId(id, 0, element), element, line, length, closed: line.closed });
    });
  }

  /** Whether no more are listed. */
  get full(): boolean {
    return this.listed >= DRAWING_LIMITS.contours;
  }

  private get listed(): number {
    return this.contours.length + this.inSpace.length;
  }

  private list(element: string, pieces: number, add: () => void): void {
    if (this.full) {
      this.skip('contour', `beyond the ${DRAWING_LIMITS.contours} that are listed`);
      return;
    }
    this.countPieces(pieces);
    try {
      add();
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      this.skip(element, error.message);
    }
  }

  private countPieces(many: number): void {
    this.pieces += many;
    if (this.pieces > DRAWING_LIMITS.pieces) {
      throw new RelayError(
        'file-too-large',
        `The drawing has more than ${DRAWING_LIMITS.pieces} lines, arcs and curves, copies counted. Leave only the lines you need in it, or thin them out.`,
      );
    }
  }

  skip(what: string, reason: string): void {
    const key = `${what} ${reason}`;
    const known = this.skipped.get(key);
    if (known) known.count++;
    else if (this.skipped.size < 200) this.skipped.set(key, { what, reason, count: 1 });
  }

  result(millimetresPerUnit: number, physical: boolean): Drawing {
    const { contours, inSpace } = this;
    return { contours, inSpace, skipped: [...this.skipped.values()], millimetresPerUnit, physical };
  }

  private newId(given: string | undefined, part: number, kind: string): string {
    const base = given ? (part > 0 ? `${given}.${part}` : given) : `${kind}-${this.listed + 1}`;
    let id = base;
    // Copies of one element ask for the same name again and again: its numbers go on where they were.
    let k = this.numbers.get(base) ?? 2;
    for (; this.ids.has(id); k++) id = `${base}-${k}`;
    this.numbers.set(base, k);
    this.ids.add(id);
    return id;
  }
}

/**
 * One line of a drawing: by id, or the only one there is.
 * @param skipped what was left out of it
 * @throws RelayError contour-not-found, saying which there are
 */
export function pickLine<D extends Drawn>(
  contours: readonly D[],
  skipped: readonly Skipped[],
  id?: string,
): D {
  const list = contours
    .slice(0, 8)
    .map((c) => `${c.id} (${mm(c.length)})`)
    .join(', ');
  if (contours.length === 0) {
    const [first] = skipped;
    throw new RelayError(
      'contour-not-found',
      `The drawing holds no line a row could run on${first ? `; skipped: ${first.what}, ${first.reason}` : ''}.`,
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
