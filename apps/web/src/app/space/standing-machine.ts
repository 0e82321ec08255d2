import { IDENTITY } from '@coin-relay/core';
import { materialsOf, type Machine, type Material } from '@coin-relay/model';
import { machineParts, materialOf, type Depth, type MachinePart } from '@coin-relay/scene';
import { MATRIX_NUMBERS, tieLines, type TieLine } from '@coin-relay/scene/solid';
import { Group, type Box3, type Raycaster } from 'three';
import type { InkSize } from './ink';
import { nearestCopy } from './picking';
import { SolidBody } from './solid-body';
import type { AskSolid } from './ask-solids';
import { WireBody } from './wire-body';

/** Where the rows of a job end in depth: their faces towards who looks, and away, mm. */
export interface Faces {
  readonly before: number;
  readonly behind: number;
}

/** Room between the rows and what stands before or behind them, mm. */
const APART = 2;

type Plate = MachinePart & { readonly deep: Depth };

/** What of a machine lies between its rows, as solids: gears, shafts, cranks, rods, slides, springs and ropes. */
export class StandingMachine {
  readonly group = new Group();
  private readonly owner = new AbortController();
  private readonly partsAt: (frame: number) => readonly Plate[];
  private readonly bodies: { readonly i: number; readonly matrix: Float32Array; readonly body: SolidBody }[] =
    [];
  private readonly wires: { readonly line: TieLine; readonly body: WireBody }[];
  private parts: readonly Plate[];

  constructor(
    readonly machine: Machine,
    readonly faces: Faces,
    ink: InkSize,
    ask: AskSolid,
    changed: () => void,
  ) {
    const parts = machineParts(machine);
    const isPlate = (part: MachinePart): part is Plate => part.deep !== undefined;
    this.partsAt = (frame) => {
      const { behind, over } = parts(frame);
      return [...behind, ...over].filter(isPlate);
    };
    this.parts = this.partsAt(0);
    const materials = materialsOf(machine.job);
    const look = (material: string): Material => materialOf(materials, material);
    this.parts.forEach(({ d, fill, deep }, i) => {
      const { low, high } = deep;
      const material = fill ?? 'steel';
      ask(
        { kind: 'plates', plates: [{ d, low, high, material }] },
        Math.max(4, high - low),
        this.owner.signal,
        (solid) => {
          const matrix = new Float32Array(MATRIX_NUMBERS);
          this.write(i, matrix);
          const body = new SolidBody(solid.parts, matrix, { of: look }, ink);
          body.show(1);
          this.bodies.push({ i, matrix, body });
          this.group.add(body.group);
          changed();
        },
      );
    });
    this.wires = tieLines(machine).map((line) => {
      const body = new WireBody(line.stations, line.radius, look(line.material), ink);
      this.group.add(body.group);
      return { line, body };
    });
    this.moveTo(0);
  }

  /** Whether there is anything between its rows. */
  get isThere(): boolean {
    return this.parts.length > 0 || this.wires.length > 0;
  }

  moveTo(frame: number): void {
    this.parts = this.partsAt(frame);
    for (const { i, matrix, body } of this.bodies) {
      this.write(i, matrix);
      body.show(1);
    }
    for (const { line, body } of this.wires) {
      body.lay(line, frame, line.stands ? 0 : this.faces.before + APART + line.half);
    }
  }

  grow(box: Box3): void {
    for (const { body } of this.bodies) body.grow(box, 1);
  }

  /** Its parts are met, and are nothing that is chosen. */
  pick({ ray }: Raycaster): { readonly what: null; readonly distance: number } | null {
    const hits = this.bodies.flatMap(({ body }) =>
      body.bodies.flatMap((each) => nearestCopy(each, ray)?.distance ?? []),
    );
    return hits.length === 0 ? null : { what: null, distance: Math.min(...hits) };
  }

  seenAt(pixels: number): void {
    for (const { body } of this.bodies) body.seenAt(pixels);
  }

  /** Something else comes in its place: nothing more is made for it. */
  leave(): void {
    this.owner.abort();
  }

  dispose(): void {
    this.leave();
    for (const { body } of [...this.bodies, ...this.wires]) body.dispose();
  }

  private write(i: number, out: Float32Array): void {
    // What is there in one frame is there in all of them.
    const part = this.parts.at(i);
    const [a, b, c, d, e, f] = Array.from(part?.at ?? IDENTITY);
    const { before, behind } = this.faces;
    const from = part?.deep.from;
    const z = typeof from === 'number' ? from : from === 'behind' ? behind - APART : before + APART;
    out.set([a, b, 0, 0, c, d, 0, 0, 0, 0, 1, 0, e, f, z, 1]);
  }
}
