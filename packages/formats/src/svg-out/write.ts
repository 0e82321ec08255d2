import { isSteady, RelayError, wheelAngle, writeNumber, type Affine } from '@coin-relay/core';
import {
  materialsOf,
  repeatOf,
  travelOf,
  turnedOf,
  type Boundary,
  type Machine,
  type RowMotion,
} from '@coin-relay/model';
import {
  colourOf,
  groundOf,
  machineBounds,
  MachineItems,
  moveScene,
  rowBounds,
  type Box,
  type DrawnItem,
  type RowDrawn,
} from '@coin-relay/scene';
import { areaData } from './area';
import { layerPath } from './layer-path';
import { degrees, escapeXml, matrixText, n3 } from './markup';
import { MovingWriter, type MovingFacts } from './moving';
import { Symbols } from './symbols';
import { followed } from './tracks';

/** Moments that a row which runs on evenly is looked at in one pitch. */
export const STATIONS = 32;

export interface SvgOptions {
  /** A drawing that moves by itself, or one that stands. */
  readonly moving: boolean;
  /** The frame of the loop it stands in. */
  readonly frame: number;
  /** Draw the path under the row. */
  readonly path: boolean;
  /** Marks where places are left out. */
  readonly marks?: boolean;
  readonly wheels?: boolean;
  /** What lies between the rows. */
  readonly machine?: boolean;
  /** The ground, where the machine drives over one. */
  readonly ground?: boolean;
  /** Only these rows; all where nothing is said. */
  readonly runs?: readonly string[] | undefined;
  /** How far what moves may stray between its keys, mm. */
  readonly stray?: number;
  /** Pictures of finishes, by their name, as data addresses; those not given are left out. */
  readonly pictures?: ReadonlyMap<string, string>;
}

/** Signs that a moving drawing may have, at the most. */
export const MOST_SIGNS = 60_000_000;
/** How far what moves may stray between its keys where nothing is said, mm. */
export const SVG_STRAY = 0.05;

/** A drawing, and what is to be told of it. */
export interface SvgDrawing {
  readonly text: string;
  /** mm. */
  readonly width: number;
  readonly height: number;
  readonly links: number;
  /** Null where nothing is to move. */
  readonly moving: MovingFacts | null;
}

/**
 * Writes the rows of a machine, and what is between them, as an SVG drawing in mm, its size on paper its real size: a
 * group for each row, in it one for each kind of thing. A moving one plays by itself in any browser (SMIL), without an
 * end: a row that runs on evenly goes through one repeat and starts again where another such link stood, all else goes
 * through the loop.
 * @throws RelayError too-many-links
 */
export function writeSvg(machine: Machine, options: SvgOptions): string {
  return drawSvg(machine, options).text;
}

export function drawSvg(machine: Machine, options: SvgOptions): SvgDrawing {
  const { job } = machine;
  const { wheels = true, machine: between = true, marks = false, path, runs } = options;
  const items = new MachineItems(machine, { runs, path, marks, wheels, machine: between });
  const colour = (material: string): string => colourOf(materialsOf(job), material);
  const facts: MovingFacts | null = options.moving ? { keys: 0, stray: 0 } : null;
  const symbols = items.rows.map(
    (_, i) => new Symbols(colour, options.pictures ?? new Map(), i === 0 ? '' : `r${i + 1}-`),
  );
  const writer = new DrawingWriter(machine, items, symbols, colour, options, facts);
  const still = items.at(options.moving ? 0 : options.frame);
  const rows = items.turns.map(({ row: i, layer }) =>
    layer === null ? writer.row(i, still.rows[i]) : writer.again(i, still.rows[i], layer),
  );
  const parts = writer.machineParts(still);
  const box = boxOf([
    ...items.rows.map(({ scene }) => rowBounds(scene)),
    ...(between ? [machineBounds(machine)] : []),
  ]);
  const ground = options.ground ? writer.ground(box) : null;
  const [x0, y0, x1, y1] = ground?.box ?? box;
  const size = `${n3(x1 - x0)}mm" height="${n3(y1 - y0)}mm" viewBox="${n3(x0)} ${n3(-y1)} ${n3(x1 - x0)} ${n3(y1 - y0)}`;
  const text = [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${size}">`,
    `<title>${escapeXml(job.name)}</title>`,
    '<defs>',
    ...symbols.flatMap(({ definitions }) => definitions),
    ...writer.definitions,
    '</defs>',
    // Figures have y up; one mirror turns the whole drawing.
    '<g transform="scale(1 -1)">',
    ...(ground?.lines ?? []),
    ...parts.behind,
    ...rows.flat(),
    ...parts.over,
    '</g>',
    '</svg>',
    '',
  ].join('\n');
  return {
    ...{ text, width: x1 - x0, height: y1 - y0, moving: facts },
    links: still.rows.reduce((sum, row) => sum + row.items.filter(isWhole).length * (row.twin ? 2 : 1), 0),
  };
}

const isWhole = ({ kind, what, behind, id }: DrawnItem): boolean =>
  kind === 'piece' && what === 'all' && !behind && !id.endsWith('/edge');

function boxOf(boxes: readonly (Box | null)[]): Box {
  const found = boxes.filter((box) => box !== null);
  const least = (n: number): number => Math.min(...found.map((box) => box[n]));
  const most = (n: number): number => Math.max(...found.map((box) => box[n]));
  return [least(0), least(1), most(2), most(3)];
}

type Here = (item: DrawnItem) => boolean;

/** Pieces, and the band under them. */
const isPiece =
  (behind: boolean): Here =>
  (item) =>
    item.behind === behind && ['piece', 'letter', 'band'].includes(item.kind);

/** Writes the parts of one drawing. */
class DrawingWriter {
  readonly definitions: string[] = [];
  private readonly own: Symbols;
  private signs = 0;

  constructor(
    private readonly machine: Machine,
    private readonly items: MachineItems,
    private readonly symbols: readonly Symbols[],
    private readonly colour: (material: string) => string,
    private readonly options: SvgOptions,
    private readonly facts: MovingFacts | null,
  ) {
    this.own = new Symbols(colour, new Map(), 'machine-');
  }

  /** A row as a group of groups. */
  row(i: number, { items, twin, twinItems, run }: RowDrawn): string[] {
    const name = this.machine.job.runs.find(({ id }) => id === run)?.name ?? run;
    const id = `row-${run}`;
    return [
      `<g id="${id}"><title>${escapeXml(name)}</title>`,
      ...this.groups(i, items, id),
      '</g>',
      ...(twin ? this.twin(i, id, twin, twinItems) : []),
    ];
  }

  /** The pieces of a row once more where they lie in a layer, over what is drawn by then. */
  again(i: number, { items, twin, twinItems, run }: RowDrawn, layer: number): string[] {
    const there = items.some(isPiece(false));
    const row = this.items.rows[i];
    const area = there ? layerPath(this.machine, row.run, row.scene, layer, this.facts !== null) : '';
    if (area === '') return [];
    this.count(area);
    const id = `row-${run}`;
    const number = this.items.turns.filter(({ row }) => row === i).findIndex((turn) => turn.layer === layer);
    const clip = `${id}-layer-${number}`;
    this.definitions.push(`<clipPath id="${clip}">${area}</clipPath>`);
    const drawn = (of: string, at: string): string =>
      `<g${at} clip-path="url(#${clip})"><use href="#${of}-pieces"/></g>`;
    return [
      ...(twin ? [drawn(twinItems ? `${id}-twin` : id, ` transform="${matrixText(twin)}"`)] : []),
      drawn(id, ''),
    ];
  }

  /** The row once more, mirrored; where it is lettered with letters of its own. */
  private twin(i: number, id: string, twin: Affine, items: readonly DrawnItem[] | null): string[] {
    const transform = `transform="${matrixText(twin)}"`;
    if (!items) return [`<use href="#${id}" ${transform}/>`];
    return [`<g id="${id}-twin" ${transform}>`, ...this.groups(i, items, `${id}-twin`, true), '</g>'];
  }

  private groups(i: number, items: readonly DrawnItem[], id: string, twin = false): string[] {
    const lines = this.facts ? this.moving(i, twin) : (here: Here) => this.lines(i, items.filter(here));
    const group = (name: string, made: readonly string[], clipped = false): string[] =>
      made.length === 0 ? [] : [`<g id="${id}-${name}"${clipped ? this.clip(i) : ''}>`, ...made, '</g>'];
    const wheels = this.turning(i, items) ?? lines(({ kind }) => kind === 'wheel');
    return [
      ...group('hanging', lines(isPiece(true)), true),
      ...group('wheels', wheels),
      ...group(
        'path',
        this.lines(
          i,
          items.filter(({ kind }) => kind === 'path'),
        ),
      ),
      ...group('pieces', lines(isPiece(false)), true),
      ...group(
        'left-out',
        lines(({ kind }) => kind === 'mark'),
      ),
    ];
  }

  /** What travels is cut anew at every moment: there a boundary stays a clip. */
  private clip(i: number): string {
    const { scene } = this.items.rows[i];
    const { boundary } = scene.setOut;
    if (!this.facts || boundary?.how !== 'cut') return '';
    const name = `boundary-${i + 1}`;
    if (!this.definitions.some((line) => line.includes(`id="${name}"`)))
      this.definitions.push(boundaryClip(name, boundary, rowBounds(scene)));
    return ` clip-path="url(#${name})"`;
  }

  private lines(i: number, items: readonly DrawnItem[]): string[] {
    const symbols = this.symbols[i] ?? this.own;
    return items.flatMap((item) => {
      const use = item.cut ? '' : symbols.use(item);
      const at = item.map ? ` transform="${matrixText(item.map)}"` : '';
      if (use !== '') return [`${use}${at}/>`];
      const shapes = symbols.shapes(item);
      return shapes === '' ? [] : [at === '' ? shapes : `<g${at}>${shapes}</g>`];
    });
  }

  /** Wheels of a row that runs on evenly, each turning in its own time; null where it does not. */
  private turning(i: number, items: readonly DrawnItem[]): string[] | null {
    const steady = this.facts ? this.steady(i) : null;
    if (!steady) return null;
    const { scene, turnings } = this.items.rows[i];
    const wheels = items.filter(({ kind }) => kind === 'wheel');
    return wheels.map((item, n) => {
      const { x, y } = scene.fit.layout.wheels[n];
      const angle = degrees(wheelAngle(turnings[n], this.items.rows[i].travel));
      const perSecond = degrees(turnings[n].perPitch) * steady.speed;
      const turn = Math.sign(perSecond) * 360;
      const moves =
        perSecond === 0
          ? ''
          : `<animateTransform attributeName="transform" type="rotate" from="${n3(angle)}" to="${n3(angle + turn)}" dur="${writeNumber(360 / Math.abs(perSecond), 6)}s" repeatCount="indefinite"/>`;
      return `<g transform="translate(${n3(x)} ${n3(y)})"><g transform="rotate(${n3(angle)})">${this.symbols[i].shapes(item)}${moves}</g></g>`;
    });
  }

  /** A row as it moves; what of it is told by who asks. */
  private moving(i: number, twin: boolean): (here: Here) => string[] {
    const row = this.items.rows[i];
    const { frames, framesPerSecond } = this.machine.job.motion;
    const steady = this.steady(i);
    const turns = (this.motionOf(i)?.turning ?? 0) !== 0;
    const moves = row.scene.laid !== null || (this.motionOf(i)?.travel ?? 0) !== 0 || turns;
    const moments = steady ? steady.repeat * STATIONS : moves ? frames : 1;
    const seconds = steady ? steady.repeat / Math.abs(steady.speed) : frames / framesPerSecond;
    const sign = Math.sign(steady?.speed ?? 0);
    const tracks = followed(moments, (m) => {
      const frame = moves && !steady ? m : 0;
      row.travel = travelOf(this.machine, row.run, frame) + (sign * m) / STATIONS;
      moveScene(row.scene, row.travel, frame, turnedOf(this.machine, row.run, frame));
      const wanted = {
        ...{ wheels: steady === null && this.options.wheels !== false, path: false },
        marks: this.options.marks === true,
      };
      return (twin ? row.drawn.twinItems(wanted) : null) ?? row.drawn.items(wanted);
    });
    return (here) =>
      this.written(
        this.symbols[i],
        moments,
        seconds,
        tracks.filter(({ first }) => here(first)),
      );
  }

  /** Springs, ropes, cranks and gears. */
  machineParts(still: ReturnType<MachineItems['at']>): { behind: string[]; over: string[] } {
    const layer = (name: 'behind' | 'over'): string[] => {
      const lines = this.facts ? this.partsInLoop(name) : this.lines(-1, still[name]);
      return lines.length === 0 ? [] : [`<g id="machine-${name}">`, ...lines, '</g>'];
    };
    return { behind: layer('behind'), over: layer('over') };
  }

  private partsInLoop(layer: 'behind' | 'over'): string[] {
    const { frames, framesPerSecond } = this.machine.job.motion;
    const tracks = followed(frames, (frame) => this.items.partsOf(frame)[layer]);
    return this.written(this.own, frames, frames / framesPerSecond, tracks);
  }

  /** The ground under a machine that drives, and the box of all of it. */
  ground(box: Box): { readonly lines: readonly string[]; readonly box: Box } | null {
    const run = this.machine.job.motion.body?.run;
    const scene = this.items.rows.find((row) => row.run === run)?.scene;
    if (!scene) return null;
    const ground = groundOf(this.machine, scene, 2 * (box[2] - box[0] + box[3] - box[1]));
    if (!ground) return null;
    const shape = { d: ground.d, fill: null, line: true };
    const item = (x: number, y: number): DrawnItem => ({
      ...{ id: 'ground', run: null, kind: 'machine', look: null, name: 'ground', behind: true },
      ...{ shapes: [shape], map: [1, 0, 0, 1, x, y], what: 'all', cut: null, picture: null },
    });
    const at = (frame: number): DrawnItem => {
      const { x, y } = ground.shift(frame);
      return item(x, y);
    };
    const { frames, framesPerSecond } = this.machine.job.motion;
    const lines = this.facts
      ? this.written(
          this.own,
          frames,
          frames / framesPerSecond,
          followed(frames, (frame) => [at(frame)]),
        )
      : this.lines(-1, [at(this.options.frame)]);
    const { span } = scene;
    const wider: Box = [box[0] - span, box[1] - span, box[2] + span, box[3] + span];
    return { lines: ['<g id="ground">', ...lines, '</g>'], box: wider };
  }

  private written(
    symbols: Symbols,
    moments: number,
    seconds: number,
    tracks: ReturnType<typeof followed>,
  ): string[] {
    const { stray = SVG_STRAY } = this.options;
    const writer = new MovingWriter(symbols, this.colour, moments, seconds, stray);
    const lines: string[] = [];
    for (const track of tracks) {
      const line = writer.element(track);
      if (line === '') continue;
      lines.push(line);
      this.count(line);
    }
    if (this.facts) {
      this.facts.keys = Math.max(this.facts.keys, writer.facts.keys);
      this.facts.stray = Math.max(this.facts.stray, writer.facts.stray);
    }
    return lines;
  }

  private count(line: string): void {
    this.signs += line.length;
    if (this.facts && this.signs > MOST_SIGNS)
      throw new RelayError(
        'file-too-large',
        `A moving drawing of more than ${MOST_SIGNS / 1e6} million signs is too large to be played. Let what moves stray further, or take fewer rows or a shorter loop.`,
        { field: 'stray' },
      );
  }

  private motionOf(i: number): RowMotion | undefined {
    return this.machine.motions.get(this.items.rows[i].run);
  }

  /** Pitches a second of a closed row that runs on evenly, and after how many it looks the same; null for others. */
  private steady(i: number): { readonly speed: number; readonly repeat: number } | null {
    const { scene, sequence } = this.items.rows[i];
    const motion = this.motionOf(i);
    if (
      !motion ||
      motion.travel === 0 ||
      // What turns about itself runs on at another speed than its wheels.
      motion.turning !== 0 ||
      !isSteady(motion.manner) ||
      scene.laid ||
      scene.fit.row.kind !== 'ring'
    )
      return null;
    const { frames, framesPerSecond } = this.machine.job.motion;
    const repeat = repeatOf(scene.fit, sequence, scene.setOut);
    return { speed: (motion.travel * framesPerSecond) / frames, repeat };
  }
}

const boundaryClip = (name: string, boundary: Boundary, box: Box): string =>
  `<clipPath id="${name}"><path d="${areaData(boundary, box)}" clip-rule="evenodd"/></clipPath>`;
