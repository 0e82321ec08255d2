import type { Figure } from '@coin-relay/model';
import {
  colourOf,
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
}

/** The looks a row needs, each made when it is first asked for. */
export class Looks {
  private readonly made = new Map<string, Look>();
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
    const look = { id, figure: finishedFigure(piece.piece, piece.span, materials, finish, wire) };
    this.made.set(id, look);
    this.define(look, piece, finish >= 0 ? materials[finish].id : (piece.piece.finish?.material ?? null));
    return look;
  }

  get colour(): (material: string) => string {
    return (material) => colourOf(this.scene.setOut.materials, material);
  }

  private define({ id, figure }: Look, piece: ScenePiece, material: string | null): void {
    const group = (name: string, wanted: Figure['parts'], more = ''): void => {
      if (wanted.length > 0)
        this.definitions.push(
          `<g id="${name}-${id}">${figureMarkup({ parts: wanted }, this.colour)}${more}</g>`,
        );
    };
    group(
      'behind',
      figure.parts.filter((part) => part.behind),
    );
    group(
      'piece',
      figure.parts.filter((part) => !part.behind && !part.over),
      this.pictureMarkup(id, figure, piece, material),
    );
    group(
      'over',
      figure.parts.filter((part) => part.over),
    );
  }

  private pictureMarkup(id: string, figure: Figure, { piece }: ScenePiece, material: string | null): string {
    const laid = piece.finish?.picture;
    const source = laid ? this.pictures.get(laid.picture) : undefined;
    const part = mainPart(figure, material);
    if (!laid || !source || !part) return '';
    this.definitions.push(`<clipPath id="clip-${id}"><path d="${part.d}" clip-rule="evenodd"/></clipPath>`);
    // The drawing has y up, a picture has y down: it is turned back where it lies.
    return (
      `<g clip-path="url(#clip-${id})"><image href="${source}" x="${n3(laid.x)}" y="${n3(-laid.y)}" ` +
      `width="${n3(laid.width)}" height="${n3(laid.height)}" preserveAspectRatio="none" transform="scale(1 -1)"/></g>`
    );
  }
}
