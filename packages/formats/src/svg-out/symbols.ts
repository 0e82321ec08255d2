import { IDENTITY } from '@coin-relay/core';
import type { Figure } from '@coin-relay/model';
import {
  colourOf,
  cropped,
  croppedLines,
  type Cut,
  type DrawTurn,
  finishedFigure,
  mainPart,
  wireShapes,
  placeOf,
  type RowScene,
  type ScenePiece,
} from '@coin-relay/scene';
import { figureMarkup, n3 } from './markup';

/** A piece in one finish and one shape of its wire: drawn once, used at every such place. */
export interface Look {
  readonly id: string;
  readonly figure: Figure;
  /** The picture on it, shown in a clip of this id and shape; none where it has none. */
  readonly picture: ((clip: string, shape: (d: string) => string) => string) | null;
}

/** The parts of a figure that lie in one layer. */
export type Layer = 'behind' | 'piece' | 'over';

const partsIn = ({ parts }: Figure, layer: Layer): Figure['parts'] =>
  parts.filter(({ behind, over }) =>
    layer === 'behind' ? behind : layer === 'over' ? over : !behind && !over,
  );

/** A part of a piece that is drawn once more, over its neighbour. */
export type Half = Exclude<DrawTurn['what'], 'all'>;

/** Where a part of a piece is, wide enough for any: ahead of or behind the middle of its link, or its front upper quarter. */
function halfOf(span: number, half: Half): Cut {
  const [middle, wide] = [span / 2, span * 50];
  const [x0, x1] = half === 'back-half' ? [middle - wide, middle] : [middle, middle + wide];
  const y0 = half === 'over' ? 0 : -wide;
  return { area: Float64Array.of(x0, y0, x1, y0, x1, wide, x0, wide), keep: 'inside' };
}

/** The looks a row needs, each made when it is first asked for. */
export class Looks {
  private readonly made = new Map<string, Look>();
  private readonly halves = new Map<string, string>();
  /** What stands in the definitions of the drawing. */
  readonly definitions: string[] = [];

  constructor(
    private readonly scene: RowScene,
    /** Pictures by their name, as data addresses. */
    private readonly pictures: ReadonlyMap<string, string>,
    /** Keeps the names of several rows in one drawing apart. */
    readonly prefix: string,
  ) {}

  /** How the piece at link k looks. */
  at(k: number, piece: ScenePiece): Look {
    const { table, materials } = this.scene.setOut;
    const i = placeOf(this.scene, k);
    const finish = i >= 0 ? table.finish[i] : -1;
    const wire = i >= 0 && wireShapes(piece.piece) > 1 ? table.wire[i] : 0;
    const id = `${this.prefix}${piece.piece.id}${finish >= 0 ? `-${materials[finish].id}` : ''}${wire > 0 ? `-w${wire}` : ''}`;
    const known = this.made.get(id);
    if (known) return known;
    const figure = finishedFigure(piece.piece, piece.span, materials, finish, wire);
    const material = finish >= 0 ? materials[finish].id : (piece.piece.finish?.material ?? null);
    const look = { id, figure, picture: this.pictureOf(figure, piece, material) };
    this.made.set(id, look);
    this.define(look);
    return look;
  }

  get colour(): (material: string) => string {
    return (material) => colourOf(this.scene.setOut.materials, material);
  }

  /**
   * What a layer of a look shows once every shape of it is changed; empty where nothing is left.
   * @param at tells this place from others
   */
  croppedMarkup(
    { id, figure, picture }: Look,
    layer: Layer,
    at: string,
    shape: (d: string) => string,
  ): string {
    const parts = partsIn(figure, layer).flatMap((part) => {
      const d = shape(part.d);
      return d === '' ? [] : [{ ...part, d }];
    });
    if (parts.length === 0) return '';
    const more = layer === 'piece' && picture ? picture(`clip-${id}-${at}`, shape) : '';
    return figureMarkup({ parts }, this.colour) + more;
  }

  /** The definition of a part of a look that lies over its neighbour, made when it is first used; empty where nothing is there. */
  half(look: Look, half: Half): string {
    const name = `${half}-${look.id}`;
    let known = this.halves.get(name);
    if (known === undefined) {
      const markup = this.halfMarkup(
        look,
        half,
        '',
        (d) => d,
        (d) => d,
      );
      if (markup !== '') this.definitions.push(`<g id="${name}">${markup}</g>`);
      this.halves.set(name, (known = markup === '' ? '' : name));
    }
    return known;
  }

  /**
   * What a part of a look shows, every shape and every line of it changed. It ends where the look goes on
   * underneath: no line is drawn there.
   * @param at tells this place from others; empty for the definition of all
   */
  halfMarkup(
    { id, figure, picture }: Look,
    half: Half,
    at: string,
    shape: (d: string) => string,
    lines: (d: string) => string,
  ): string {
    const cut = halfOf(this.scene.span, half);
    const part = (d: string): string => shape(cropped(d, IDENTITY, cut));
    const parts = partsIn(figure, 'piece').flatMap((whole) => [
      { ...whole, d: whole.fill === null ? '' : part(whole.d), line: false },
      { ...whole, d: whole.line ? lines(croppedLines(whole.d, IDENTITY, cut)) : '', fill: null },
    ]);
    const more = picture ? picture(`clip-${half}-${id}${at && '-'}${at}`, part) : '';
    return figureMarkup({ parts: parts.filter(({ d }) => d !== '') }, this.colour) + more;
  }

  private define({ id, figure, picture }: Look): void {
    for (const layer of ['behind', 'piece', 'over'] as const) {
      const parts = partsIn(figure, layer);
      if (parts.length === 0) continue;
      const more = layer === 'piece' && picture ? picture(`clip-${id}`, (d) => d) : '';
      this.definitions.push(`<g id="${layer}-${id}">${figureMarkup({ parts }, this.colour)}${more}</g>`);
    }
  }

  private pictureOf(figure: Figure, { piece }: ScenePiece, material: string | null): Look['picture'] {
    const laid = piece.finish?.picture;
    const source = laid ? this.pictures.get(laid.picture) : undefined;
    const part = mainPart(figure, material);
    if (!laid || !source || !part) return null;
    return (clip, shape) => {
      const d = shape(part.d);
      if (d === '') return '';
      this.definitions.push(`<clipPath id="${clip}"><path d="${d}" clip-rule="evenodd"/></clipPath>`);
      // The drawing has y up, a picture has y down: it is turned back where it lies.
      return (
        `<g clip-path="url(#${clip})"><image href="${source}" x="${n3(laid.x)}" y="${n3(-laid.y)}" ` +
        `width="${n3(laid.width)}" height="${n3(laid.height)}" preserveAspectRatio="none" transform="scale(1 -1)"/></g>`
      );
    };
  }
}
