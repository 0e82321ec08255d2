import type { ShadedMesh } from '@coin-relay/core/solid';
import { BentCopies } from '@coin-relay/scene/solid';
import type { RowScene } from '@coin-relay/scene';
import {
  BufferAttribute,
  DynamicDrawUsage,
  Group,
  InstancedBufferAttribute,
  InstancedBufferGeometry,
  Matrix4,
  Mesh,
  type Box3,
  type Material,
  type Raycaster,
} from 'three';
import type { MadePart } from '../engine/solid-tasks';
import { bodyMaterial, outlineMaterial, type InkSize } from './ink';
import { BODIES } from './solid-body';

/** Which piece of a scene bends, and how many copies of it there can be. */
export interface Bending {
  readonly scene: RowScene;
  readonly number: number;
  readonly most: number;
}

/** The copies of a body that bends with the path, in one mesh whose corners are written anew for each frame. */
export class BentBody {
  readonly group = new Group();
  private readonly body: Layer;
  private readonly outline: Layer;

  constructor(of: Bending, part: MadePart, colour: string, ink: InkSize) {
    this.body = new Layer(of, part, bodyMaterial(colour));
    this.outline = new Layer(of, part.outline, outlineMaterial(ink));
    this.body.mesh.layers.enable(BODIES);
    this.outline.mesh.renderOrder = 1;
    this.group.add(this.body.mesh, this.outline.mesh);
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
    return this.body.pick(caster);
  }

  dispose(): void {
    this.body.dispose();
    this.outline.dispose();
  }
}

/** All copies of one mesh, drawn with one material. */
class Layer {
  readonly mesh: Mesh;
  private readonly copies: BentCopies;
  private readonly geometry = new InstancedBufferGeometry();
  private readonly triangles: number;

  constructor(
    { scene, number, most }: Bending,
    part: Omit<ShadedMesh, 'edges'>,
    private readonly material: Material,
  ) {
    this.copies = new BentCopies(scene, number, most, part.positions, part.normals);
    this.triangles = part.triangles.length;
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
    geometry.setAttribute('chosen', new InstancedBufferAttribute(new Float32Array(1), 1));
    geometry.setIndex(new BufferAttribute(index, 1));
    geometry.instanceCount = 1;
    this.mesh = new Mesh(geometry, material);
    this.mesh.frustumCulled = false;
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

  grow({ min, max }: Box3): void {
    const { positions, count, places } = this.copies;
    const numbers = (positions.length / places.length) * count;
    for (let i = 0; i < numbers; i += 3) {
      const [x, y, z] = [positions[i], positions[i + 1], positions[i + 2]];
      min.set(Math.min(min.x, x), Math.min(min.y, y), Math.min(min.z, z));
      max.set(Math.max(max.x, x), Math.max(max.y, y), Math.max(max.z, z));
    }
  }

  pick(caster: Raycaster): { readonly place: number; readonly distance: number } | null {
    const [hit] = caster.intersectObject(this.mesh, false);
    if (typeof hit?.faceIndex !== 'number') return null;
    const place = this.copies.places[Math.floor((3 * hit.faceIndex) / this.triangles)];
    return place < 0 ? null : { place, distance: hit.distance };
  }

  dispose(): void {
    this.geometry.dispose();
    this.material.dispose();
  }
}
