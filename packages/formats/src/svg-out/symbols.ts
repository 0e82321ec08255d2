import { IDENTITY } from '@coin-relay/core';
import { cropped, croppedLines, type DrawnItem, type DrawnShape } from '@coin-relay/scene';
import { n3, pathMarkup, shapeMarkup } from './markup';

/** What is drawn in many places is defined once, and used there. */
export class Symbols {
  /** What stands in the definitions of the drawing. */
  readonly definitions: string[] = [];
  private readonly known = new Map<string, string>();
  private clips = 0;

  constructor(
    private readonly colour: (material: string) => string,
    /** Pictures by their name, as data addresses. */
    private readonly pictures: ReadonlyMap<string, string>,
    /** Keeps the names of several rows in one drawing apart. */
    private readonly prefix: string,
  ) {}

  /** An item in its own axes, as an element that takes more attributes at its end; empty where nothing of it is seen. */
  use(item: DrawnItem): string {
    if (item.look === null) return '';
    const id = `${this.prefix}${item.look}`;
    let known = this.known.get(item.look);
    if (known === undefined) {
      const markup = this.shapes(item);
      if (markup !== '') this.definitions.push(`<g id="${id}">${markup}</g>`);
      this.known.set(item.look, (known = markup === '' ? '' : id));
    }
    return known === '' ? '' : `<use href="#${known}"`;
  }

  /** What an item shows, in its own axes; what is cut of it is not there. */
  shapes({ shapes, map, cut, picture, kind }: DrawnItem): string {
    const at = Array.from(map ?? IDENTITY);
    const left = ({ d, fill }: DrawnShape): string =>
      !cut || d === '' ? d : fill === null ? croppedLines(d, at, cut) : cropped(d, at, cut);
    const drawn = shapes.flatMap((shape) => {
      const d = left(shape);
      return d === '' ? [] : [{ ...shape, d }];
    });
    if (kind === 'path') return drawn.map(({ d }) => pathMarkup(d)).join('');
    const on = picture ? left(picture.on) : '';
    return (
      drawn.map((shape) => shapeMarkup(shape, this.colour)).join('') +
      (picture && on !== '' ? this.picture(picture, on) : '')
    );
  }

  private picture({ of }: NonNullable<DrawnItem['picture']>, d: string): string {
    const laid = of.piece.finish?.picture;
    const source = laid ? this.pictures.get(laid.picture) : undefined;
    if (!laid || !source) return '';
    const clip = `${this.prefix}clip-${++this.clips}`;
    this.definitions.push(`<clipPath id="${clip}"><path d="${d}" clip-rule="evenodd"/></clipPath>`);
    // The drawing has y up, a picture has y down: it is turned back where it lies.
    return (
      `<g clip-path="url(#${clip})"><image href="${source}" x="${n3(laid.x)}" y="${n3(-laid.y)}" ` +
      `width="${n3(laid.width)}" height="${n3(laid.height)}" preserveAspectRatio="none" transform="scale(1 -1)"/></g>`
    );
  }
}
