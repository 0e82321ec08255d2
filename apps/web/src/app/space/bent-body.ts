import type { ShadedMesh } from '@coin-relay/core/solid';
import { BentCopies, CarriedBand } from '@coin-relay/scene/solid';
import type { RowScene } from '@coin-relay/scene';
import {
  Box3,
  BufferAttribute,
  DynamicDrawUsage,
  Group,
  InstancedBufferAttribute,
  InstancedBufferGeometry,
  Matrix4,
  Mesh,
  Vector3,
  type Material,
  type Raycaster,
} from 'three';
import type { MadePart } from '../engine/solid-tasks';
import { shadeMaterial, type CutAway } from './cut-away';
import { bodyMaterial, outlineMaterial, type BodyLook, type InkSize, type LaidPicture } from './ink';
import { BODIES } from './solid-body';

/** Which piece of a scene bends, or its band as one body, and how many copies of it there can be. */
export interface Bending {
  readonly scene: RowScene;
  readonly number: number | 'band';
  readonly most: number;
}

/** The copies of a body that bends with the path, in one mesh whose corners are written anew for each frame. */
export class BentBody {
  readonly group = new Group();
  private readonly body: Layer;
  private readonly outline: Layer;
  /** Of all its copies. */
  readonly triangles: number;
  /** What throws its shadow in its place where it is cut. */
  private readonly shade: Material | null;

  constructor(
    of: Bending,
    part: MadePart,
    look: BodyLook,
    ink: InkSize,
    private readonly cut: CutAway | null = null,
    picture: LaidPicture | null = null,
  ) {
    const laid = picture && { ...picture, bent: true as const };
    this.triangles = (part.triangles.length / 3) * of.most;
    this.body = new Layer(of, part, bodyMaterial(look, laid, cut));
    if (laid) this.body.tell(part);
    this.outline = new Layer(of, part.outline, outlineMaterial(ink, cut));
    this.outline.mesh.renderOrder = 1;
    this.group.add(this.body.mesh, this.outline.mesh);
    this.shade = cut && shadeMaterial(cut);
    const shade = this.shade ? new Mesh(this.body.mesh.geometry, this.shade) : this.body.mesh;
    if (cut) shade.layers.set(BODIES);
    else shade.layers.enable(BODIES);
    shade.frustumCulled = false;
    this.group.add(shade);
  }

  /** Lays all copies where the scene has them now. */
  lay(z: number): void {
    this.body.lay(z);
    this.outline.lay(z);
  }

  grow(box: Box3): void {
    this.body.grow(box);
  }

  /** The place a ray meets first, and how far away; null where it meets none. */
  pick(caster: Raycaster): { readonly place: number; readonly distance: number } | null {
    return this.body.pick(caster, this.cut);
  }

  /** Where the middles of its copies are, with their places. */
  middles(): { readonly place: number; readonly middle: Vector3 }[] {
    return this.body.middles();
  }

  /** Rings the copies of places that are chosen. */
  choose(isChosen: (place: number) => boolean): void {
    this.outline.choose(isChosen);
  }

  dispose(): void {
    this.body.dispose();
    this.outline.dispose();
    this.shade?.dispose();
  }
}

/** All copies of one mesh, drawn with one material. */
class Layer {
  readonly mesh: Mesh;
  private readonly copies: BentCopies | CarriedBand;
  private readonly geometry = new InstancedBufferGeometry();
  private readonly triangles: number;
  /** One for each corner: copies are not told apart by the one geometry they are. */
  private readonly chosen: BufferAttribute;

  constructor(
    { scene, number, most }: Bending,
    part: Omit<ShadedMesh, 'edges'>,
    private readonly material: Material,
  ) {
    this.copies =
      number === 'band'
        ? new CarriedBand(scene, part.positions, part.normals)
        : new BentCopies(scene, number, most, part.positions, part.normals);
    this.triangles = part.triangles.length;
    this.chosen = new BufferAttribute(new Float32Array((most * part.positions.length) / 3), 1);
    const vertices = part.positions.length / 3;
    const index = new Uint32Array(most * this.triangles);
    for (let copy = 0; copy < most; copy++)
      for (let i = 0; i < this.triangles; i++)
        index[copy * this.triangles + i] = copy * vertices + part.triangles[i];
    const { geometry, copies } = this;
    geometry.setAttribute('position', new BufferAttribute(copies.positions, 3).setUsage(DynamicDrawUsage));
    geometry.setAttribute('normal', new BufferAttribute(copies.normals, 3).setUsage(DynamicDrawUsage));
    const place = Float32Array.from(new Matrix4().elements);
    geometry.setAttribute('place', new InstancedBufferAttribute(place, 16));
    geometry.setAttribute('chosen', this.chosen);
    // Where something is cut, all of it is looked at.
    geometry.setAttribute('near', new InstancedBufferAttribute(Float32Array.of(1), 1));
    geometry.setIndex(new BufferAttribute(index, 1));
    geometry.instanceCount = 1;
    this.mesh = new Mesh(geometry, material);
    this.mesh.frustumCulled = false;
  }

  /** Tells where its corners are on a picture: on a band, or where they were before it was bent. */
  tell({ spots, positions, normals }: MadePart): void {
    if (spots) {
      this.geometry.setAttribute('spot', new BufferAttribute(spots, 4));
      return;
    }
    const made = new Float32Array(positions.length * this.copies.places.length);
    for (let i = 0; i < made.length; i += 3) {
      const at = i % positions.length;
      made.set([positions[at], positions[at + 1], normals[at + 2]], i);
    }
    this.geometry.setAttribute('made', new BufferAttribute(made, 3));
  }

  lay(z: number): void {
    const { geometry, copies } = this;
    copies.place(z);
    geometry.setDrawRange(0, copies.count * this.triangles);
    geometry.getAttribute('position').needsUpdate = true;
    geometry.getAttribute('normal').needsUpdate = true;
    // What was known of where it is holds no more.
    geometry.boundingSphere = null;
    geometry.boundingBox = null;
  }

  grow(box: Box3): void {
    const { positions, count, places } = this.copies;
    if (count > 0)
      box.union(new Box3().setFromArray(positions.subarray(0, (positions.length / places.length) * count)));
  }

  choose(isChosen: (place: number) => boolean): void {
    const { count, places } = this.copies;
    const corners = this.chosen.count / places.length;
    for (let copy = 0; copy < count; copy++) {
      const value = places[copy] >= 0 && isChosen(places[copy]) ? 1 : 0;
      (this.chosen.array as Float32Array).fill(value, copy * corners, (copy + 1) * corners);
    }
    this.chosen.needsUpdate = true;
  }

  middles(): { readonly place: number; readonly middle: Vector3 }[] {
    const { positions, count, places } = this.copies;
    const numbers = positions.length / places.length;
    return Array.from({ length: count }, (_, copy) => {
      const box = new Box3().setFromArray(positions.subarray(copy * numbers, (copy + 1) * numbers));
      return { place: places[copy], middle: box.getCenter(new Vector3()) };
    }).filter(({ place }) => place >= 0);
  }

  pick(caster: Raycaster, cut: CutAway | null): { readonly place: number; readonly distance: number } | null {
    // The ray is in the axes of the job.
    this.mesh.matrixWorld.identity();
    const hit = caster
      .intersectObject(this.mesh, false)
      .find(({ point }) => cut?.isKept(point.x, point.y) ?? true);
    if (typeof hit?.faceIndex !== 'number') return null;
    const place = this.copies.places[Math.floor((3 * hit.faceIndex) / this.triangles)];
    return place < 0 ? null : { place, distance: hit.distance };
  }

  dispose(): void {
    this.geometry.dispose();
    this.material.dispose();
  }
}
