import { writeNumber } from '@coin-relay/core';
import type { DrawnItem } from '@coin-relay/scene';
import { strayOfLoose, strayOfRigid, widestKeys, type Keys } from './keys';
import { degrees, matrixText, n3, shapeMarkup } from './markup';
import type { Symbols } from './symbols';
import { loose, mappedShapes, rigid, standsStill, type Loose, type Rigid, type Track } from './tracks';

/** What is told of how things move. */
export interface MovingFacts {
  /** Keys of the thing that has most of them. */
  keys: number;
  /** How far anything strays between its keys, mm. */
  stray: number;
}

/** Writes things as they move, over and over. */
export class MovingWriter {
  readonly facts: MovingFacts = { keys: 0, stray: 0 };

  constructor(
    private readonly symbols: Symbols,
    private readonly colour: (material: string) => string,
    /** Moments that one round is told by, and how long it takes, s. */
    private readonly moments: number,
    private readonly seconds: number,
    /** How far things may stray between their keys, mm. */
    private readonly most: number,
  ) {}

  /** One thing as an element; empty where nothing of it is seen. */
  element(track: Track): string {
    if (standsStill(track)) return this.still(track.first);
    const moved = rigid(track);
    if (moved) return this.rigid(track, moved);
    const shapes = loose(track);
    return shapes ? this.loose(track, shapes) : this.jumping(track);
  }

  private still(item: DrawnItem): string {
    const use = this.symbols.use(item);
    const at = item.map ? ` transform="${matrixText(item.map)}"` : '';
    if (use !== '') return `${use}${at}/>`;
    const shapes = this.symbols.shapes({ ...item, cut: null });
    return shapes === '' || at === '' ? shapes : `<g${at}>${shapes}</g>`;
  }

  private rigid(track: Track, moved: Rigid): string {
    const { poses, own } = moved;
    const use = this.symbols.use(track.first);
    const shapes = use === '' ? this.symbols.shapes({ ...track.first, cut: null }) : '';
    if (use === '' && shapes === '') return '';
    const keys = this.keysOf((from, to) => strayOfRigid(track, moved, from, to));
    const values = (from: number, to: number): string[] =>
      this.at(keys).map((m) => [...poses.subarray(3 * m + from, 3 * m + to)].map(n3).join(' '));
    const turns = this.at(keys).map((m) => n3(degrees(poses[3 * m + 2])));
    const places = values(0, 2);
    const plain = [1, 0, 0, 1].every((value, i) => Math.abs(value - own[i]) < 1e-9);
    const ownMap = plain ? '' : ` transform="${matrixText([...own, 0, 0])}"`;
    const inner = use !== '' ? `${use}${ownMap}/>` : ownMap === '' ? shapes : `<g${ownMap}>${shapes}</g>`;
    const turned = turns.every((turn) => turn === turns[0])
      ? `<g transform="rotate(${turns[0]})">${inner}</g>`
      : `<g transform="rotate(${turns[0]})">${inner}${this.transform('rotate', turns)}</g>`;
    const moves = places.some((place) => place !== places[0]) ? this.transform('translate', places) : '';
    return `<g transform="translate(${places[0]})">${turned}${moves}${this.comings(track)}</g>`;
  }

  /** Shapes whose points move. */
  private loose(track: Track, shapes: readonly Loose[]): string {
    const keys = this.keysOf((from, to) => strayOfLoose(track, shapes, from, to));
    const data = ({ between, numbers }: Loose, m: number): string =>
      between.map((text, n) => (n === 0 ? text : `${n3(numbers[m][n - 1])}${text}`)).join('');
    const markup = track.first.shapes.map((shape, i) =>
      this.changing(
        shape,
        this.at(keys).map((m) => data(shapes[i], m)),
        'linear',
      ),
    );
    return this.group(markup.join(''), track);
  }

  /** Shapes that are others from one moment to the next. */
  private jumping(track: Track): string {
    this.facts.keys = Math.max(this.facts.keys, this.moments + 1);
    let last = track.first;
    const all = track.moments.slice(0, -1).map((item) => mappedShapes((last = item ?? last)));
    const most = Math.max(...all.map((shapes) => shapes.length));
    const markup = Array.from({ length: most }, (_, i) => {
      const shape = all.find((shapes) => shapes.length > i)?.[i] ?? track.first.shapes[0];
      return this.changing(
        shape,
        all.map((shapes) => shapes[i]?.d || 'M0 0'),
        'discrete',
      );
    });
    return this.group(markup.join(''), track);
  }

  private changing(
    shape: DrawnItem['shapes'][number],
    data: readonly string[],
    how: 'linear' | 'discrete',
  ): string {
    const within = data.every((d) => d === data[0])
      ? ''
      : `<animate attributeName="d" values="${data.join(';')}"${how === 'linear' ? '' : ` calcMode="discrete"`} ${this.time}/>`;
    return shapeMarkup({ ...shape, d: data[0] }, this.colour, within);
  }

  private group(markup: string, track: Track): string {
    const comings = this.comings(track);
    return comings === '' ? markup : `<g>${markup}${comings}</g>`;
  }

  /** When it is there, where it is not always. */
  private comings({ moments }: Track): string {
    const there = moments.slice(0, this.moments).map((item) => item !== null);
    const changes = there.flatMap((now, m) => (m === 0 || now !== there[m - 1] ? [m] : []));
    if (changes.length === 1) return '';
    const values = changes.map((m) => (there[m] ? 'inline' : 'none'));
    const times = changes.map((m) => writeNumber(m / this.moments, 6));
    return `<animate attributeName="display" values="${values.join(';')}" keyTimes="${times.join(';')}" calcMode="discrete" ${this.time}/>`;
  }

  private transform(type: 'rotate' | 'translate', values: readonly string[]): string {
    return `<animateTransform attributeName="transform" type="${type}" values="${values.join(';')}" ${this.time}/>`;
  }

  private keysOf(strayOver: (from: number, to: number) => number): Keys {
    const keys = widestKeys(this.moments, this.most, strayOver);
    this.facts.keys = Math.max(this.facts.keys, this.moments / keys.step + 1);
    this.facts.stray = Math.max(this.facts.stray, keys.stray);
    return keys;
  }

  private at({ step }: Keys): number[] {
    return Array.from({ length: this.moments / step + 1 }, (_, i) => i * step);
  }

  private get time(): string {
    return `dur="${writeNumber(this.seconds, 6)}s" repeatCount="indefinite"`;
  }
}
