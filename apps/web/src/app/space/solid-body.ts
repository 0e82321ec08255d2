import {
  Box3,
  BufferAttribute,
  BufferGeometry,
  Color,
  Group,
  InstancedBufferAttribute,
  InstancedBufferGeometry,
  InstancedMesh,
  LineSegments,
  Matrix4,
  Mesh,
  type Material,
  type MeshLambertMaterial,
} from 'three';
import type { MadePart } from '../engine/solid-tasks';
import { shadeMaterial, type CutCopies } from './cut-away';
import {
  bodyMaterial,
  edgeMaterial,
  EDGES_FROM,
  outlineMaterial,
  OUTLINES_FROM,
  type BodyLook,
  type InkSize,
  type LaidPicture,
} from './ink';

interface Finished {
  readonly body: InstancedMesh;
  /** The colour it has as made. */
  readonly own: Color;
}

/** How the bodies of a solid look. */
export interface Looks {
  /** What a body of a material, by its id, is made of. */
  readonly of: (material: string) => BodyLook;
  /** The picture on a body of a material; none where nothing is said. */
  readonly picture?: (material: string, part: Pick<MadePart, 'perRadian'>) => LaidPicture | null;
  /** Whether its outlines and edges are drawn in ink; they are where nothing is said. */
  readonly inked?: boolean;
}

/** Only these are seen by what casts shadows. */
export const BODIES = 1;

/**
 * The copies of one solid: each of its bodies is one mesh that stands in many places, with its outline and its sharp
 * edges. All of them read where they stand from the same arrays.
 */
export class SolidBody {
  readonly group = new Group();
  readonly bodies: readonly InstancedMesh[];
  /** What throws a shadow in their place where they are cut. */
  private readonly shades: InstancedMesh[] = [];
  /** Of one copy, in its own axes. */
  readonly box = new Box3();
  private readonly places: InstancedBufferAttribute;
  private readonly chosen: InstancedBufferAttribute;
  private readonly near: InstancedBufferAttribute | null;
  private readonly instanced: InstancedBufferGeometry[] = [];
  private readonly fine: { readonly size: number; readonly outline: Mesh; readonly edges: LineSegments }[] =
    [];
  private readonly rest: { dispose(): void }[] = [];

  private finishes: Int32Array = new Int32Array(0);
  private finished: readonly Finished[] = [];
  private colours: readonly Color[] = [];

  /**
   * @param matrices of its copies, read anew each time `show` is called
   * @param cut what cuts its copies, read anew as well
   */
  constructor(
    private readonly parts: readonly MadePart[],
    private readonly matrices: Float32Array,
    private readonly look: Looks,
    ink: InkSize,
    private readonly cut: CutCopies | null = null,
  ) {
    this.near = cut && new InstancedBufferAttribute(cut.near, 1);
    this.places = new InstancedBufferAttribute(matrices, 16);
    this.chosen = new InstancedBufferAttribute(new Float32Array(matrices.length / 16), 1);
    this.bodies = parts.map((part) => this.add(part, ink));
    this.show(0);
  }

  /** Shows so many copies where their matrices say now. */
  show(count: number): void {
    this.places.clearUpdateRanges();
    this.places.addUpdateRange(0, count * 16);
    this.places.needsUpdate = true;
    if (this.near) this.near.needsUpdate = true;
    for (const body of [...this.bodies, ...this.shades]) {
      body.count = count;
      body.visible = count > 0;
    }
    for (const geometry of this.instanced) geometry.instanceCount = count;
    this.tint(count);
  }

  /**
   * Copies of their main part are finished each in a material of its own.
   * @param finishes for each copy the number of a colour; −1 as made; read anew each time `show` is called
   */
  finish(finishes: Int32Array, colours: readonly string[], main: string): void {
    if (colours.length === 0) return;
    this.finishes = finishes;
    this.colours = colours.map((colour) => new Color(colour));
    this.finished = this.bodies.flatMap((body, i): Finished[] => {
      if (this.parts[i].material !== main) return [];
      const own = (body.material as MeshLambertMaterial).color.clone();
      return [{ body, own }];
    });
  }

  /** Leaves out what is too fine to be seen at so many pixels a millimetre. */
  seenAt(pixels: number): void {
    for (const { size, outline, edges } of this.fine) {
      outline.visible = size * pixels >= OUTLINES_FROM;
      edges.visible = size * pixels >= EDGES_FROM;
    }
  }

  /** Where a copy stands. */
  matrixOf(copy: number, out: Matrix4): Matrix4 {
    return out.fromArray(this.matrices, copy * 16);
  }

  /** Grows a box by so many copies as they stand now. */
  grow(box: Box3, count: number): void {
    const matrix = new Matrix4();
    for (let copy = 0; copy < count; copy++)
      box.union(this.box.clone().applyMatrix4(this.matrixOf(copy, matrix)));
  }

  /** Rings the copies that are chosen. */
  choose(isChosen: (copy: number) => boolean, count: number): void {
    const { array } = this.chosen;
    let changed = false;
    for (let copy = 0; copy < count; copy++) {
      const value = isChosen(copy) ? 1 : 0;
      if (array[copy] === value) continue;
      array[copy] = value;
      changed = true;
    }
    if (changed) this.chosen.needsUpdate = true;
  }

  dispose(): void {
    for (const each of this.rest) each.dispose();
    for (const body of [...this.bodies, ...this.shades]) body.dispose();
  }

  /** Once one copy has a finish of its own, all of them are tinted. */
  private tint(count: number): void {
    const { finishes, finished, colours } = this;
    if (finished.length === 0) return;
    if (!finished[0].body.instanceColor) {
      if (!finishes.subarray(0, count).some((finish) => finish >= 0)) return;
      for (const { body } of finished) (body.material as MeshLambertMaterial).color.set('#ffffff');
    }
    for (const { body, own } of finished) {
      for (let copy = 0; copy < count; copy++) body.setColorAt(copy, colours[finishes[copy]] ?? own);
      if (body.instanceColor) body.instanceColor.needsUpdate = true;
    }
  }

  private add(part: MadePart, ink: InkSize): InstancedMesh {
    const shaded = this.kept(new BufferGeometry());
    shaded.setAttribute('position', new BufferAttribute(part.positions, 3));
    shaded.setAttribute('normal', new BufferAttribute(part.normals, 3));
    shaded.setIndex(new BufferAttribute(part.triangles, 1));
    shaded.computeBoundingBox();
    shaded.computeBoundingSphere();
    if (shaded.boundingBox) this.box.union(shaded.boundingBox);
    const { of, picture = () => null, inked = true } = this.look;
    const cut = this.cut?.cut ?? null;
    if (this.near) shaded.setAttribute('near', this.near);
    if (part.spots) shaded.setAttribute('spot', new BufferAttribute(part.spots, 4));
    const material = this.kept(bodyMaterial(of(part.material), picture(part.material, part), cut));
    const body = new InstancedMesh(shaded, material, this.matrices.length / 16);
    body.instanceMatrix = this.places;
    if (cut) this.addShade(shaded, this.kept(shadeMaterial(cut)));
    else body.layers.enable(BODIES);

    const smooth = this.standing(part.outline.positions);
    smooth.setAttribute('normal', new BufferAttribute(part.outline.normals, 3));
    smooth.setIndex(new BufferAttribute(part.outline.triangles, 1));
    const outline = new Mesh(smooth, this.kept(outlineMaterial(ink, cut)));
    // After all bodies: most of it is behind them, and then costs nothing.
    outline.renderOrder = 1;

    const size = 2 * (shaded.boundingSphere?.radius ?? 0);
    const edges = new LineSegments(
      this.standing(part.edges),
      this.kept<Material>(edgeMaterial(ink, size, cut)),
    );
    this.fine.push({ size, outline, edges });
    for (const each of [body, ...(inked ? [outline, edges] : [])]) {
      each.frustumCulled = false;
      this.group.add(each);
    }
    return body;
  }

  private addShade(geometry: BufferGeometry, material: Material): void {
    const shade = new InstancedMesh(geometry, material, this.matrices.length / 16);
    shade.instanceMatrix = this.places;
    shade.layers.set(BODIES);
    shade.frustumCulled = false;
    this.shades.push(shade);
    this.group.add(shade);
  }

  /** A geometry whose copies stand where those of the bodies do. */
  private standing(positions: Float32Array): InstancedBufferGeometry {
    const geometry = this.kept(new InstancedBufferGeometry());
    geometry.setAttribute('position', new BufferAttribute(positions, 3));
    geometry.setAttribute('place', this.places);
    geometry.setAttribute('chosen', this.chosen);
    if (this.near) geometry.setAttribute('near', this.near);
    this.instanced.push(geometry);
    return geometry;
  }

  private kept<T extends { dispose(): void }>(made: T): T {
    this.rest.push(made);
    return made;
  }
}
