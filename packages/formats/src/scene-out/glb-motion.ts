import type { Accessor, Animation, Document, Node } from '@gltf-transform/core';
import type { GlbBodies } from './glb-bodies';
import { positionAt, scaleAt, turnAt, type MovingNode } from './poses';
import type { ShapeKeyed } from './shape-keys';

type Path = 'translation' | 'rotation' | 'scale' | 'weights';

/** The animation of a document: channels of what moves, none of what does not. */
export class GlbMotion {
  private readonly animation: Animation;
  private readonly times = new Map<string, Accessor>();
  private readonly turns = new Map<number, Accessor>();

  /** @param rate frames a second */
  constructor(
    private readonly document: Document,
    private readonly bodies: GlbBodies,
    name: string,
    private readonly rate: number,
  ) {
    this.animation = document.createAnimation(name);
  }

  /** What keeps its shape goes from key to key, even and straight. @param at the frames that are keys */
  node({ made, node }: { readonly made: Node; readonly node: MovingNode }, at: readonly number[]): void {
    const values = (size: 3 | 4, read: (f: number) => ArrayLike<number>): Float32Array => {
      const all = new Float32Array(at.length * size);
      at.forEach((f, i) => all.set(read(f), i * size));
      return all;
    };
    const channel = (path: Path, size: 3 | 4, all: Float32Array, how: 'LINEAR' | 'STEP' = 'LINEAR'): void => {
      if (isSame(all, size)) return;
      const output = this.bodies.accessor(size === 3 ? 'VEC3' : 'VEC4', all);
      this.channel(made, path, at, output, how);
    };
    channel(
      'translation',
      3,
      values(3, (f) => positionAt(node, f)),
    );
    channel(
      'rotation',
      4,
      values(4, (f) => turnAt(node, f)),
    );
    channel(
      'scale',
      3,
      values(3, (f) => sizeAt(node, f)),
      'STEP',
    );
  }

  /**
   * What changes its shape goes from one of its shapes to the next: at each key one target is there in full, at the
   * first none.
   */
  shape(made: Node, { at }: ShapeKeyed): void {
    if (at.length < 2) return;
    const targets = at.length - 1;
    let output = this.turns.get(targets);
    if (!output) {
      const weights = new Float32Array(at.length * targets);
      for (let i = 0; i < targets; i++) weights[(i + 1) * targets + i] = 1;
      output = this.bodies.accessor('SCALAR', weights);
      this.turns.set(targets, output);
    }
    this.channel(made, 'weights', at, output, 'LINEAR');
  }

  /** What is there in some frames alone is shrunk to nothing in the others. */
  presence(made: Node, there: Uint8Array): void {
    const whole = made.getScale();
    const at = Array.from(there, (_, f) => f).filter((f) => f === 0 || there[f] !== there[f - 1]);
    if (at.length === 1) return;
    const sizes = Float32Array.from(
      { length: 3 * at.length },
      (_, i) => there[at[Math.floor(i / 3)]] * whole[i % 3],
    );
    this.channel(made, 'scale', at, this.bodies.accessor('VEC3', sizes), 'STEP');
  }

  /** Nothing of it moves? Then there is no animation. */
  finish(): void {
    if (this.animation.listChannels().length === 0) this.animation.dispose();
  }

  private channel(
    node: Node,
    path: Path,
    at: readonly number[],
    output: Accessor,
    how: 'LINEAR' | 'STEP',
  ): void {
    const sampler = this.document
      .createAnimationSampler()
      .setInput(this.timesOf(at))
      .setOutput(output)
      .setInterpolation(how);
    this.animation
      .addSampler(sampler)
      .addChannel(
        this.document.createAnimationChannel().setTargetNode(node).setTargetPath(path).setSampler(sampler),
      );
  }

  private timesOf(at: readonly number[]): Accessor {
    const key = at.join(' ');
    const known =
      this.times.get(key) ??
      this.bodies.accessor(
        'SCALAR',
        Float32Array.from(at, (f) => f / this.rate),
      );
    this.times.set(key, known);
    return known;
  }
}

/** What is not there is shrunk to nothing. */
export const sizeAt = (node: MovingNode, f: number): Float64Array =>
  node.there[f] === 1 ? scaleAt(node, f) : NOTHING;
const NOTHING = new Float64Array(3);

/** Does nothing of it change? */
function isSame(values: Float32Array, size: number): boolean {
  for (let i = size; i < values.length; i++) if (values[i] !== values[i - size]) return false;
  return true;
}
