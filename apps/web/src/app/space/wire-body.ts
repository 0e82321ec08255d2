import { Tube } from '@coin-relay/core/solid';
import { layWire, type TieLine } from '@coin-relay/scene/solid';
import {
  BufferAttribute,
  DynamicDrawUsage,
  Group,
  InstancedBufferAttribute,
  InstancedBufferGeometry,
  Matrix4,
  Mesh,
  type Material,
} from 'three';
import { bodyMaterial, outlineMaterial, type BodyLook, type InkSize } from './ink';
import { BODIES } from './solid-body';

/** Chords round a wire. */
const SIDES = 12;

/** A wire whose line changes from frame to frame: its corners are written anew, its triangles stay. */
export class WireBody {
  readonly group = new Group();
  private readonly tube: Tube;
  private readonly geometry = new InstancedBufferGeometry();
  private readonly positions: BufferAttribute;
  private readonly normals: BufferAttribute;
  private readonly materials: readonly Material[];

  constructor(stations: number, radius: number, look: BodyLook, ink: InkSize) {
    this.tube = new Tube(stations, radius, SIDES);
    this.positions = new BufferAttribute(this.tube.positions, 3).setUsage(DynamicDrawUsage);
    this.normals = new BufferAttribute(this.tube.normals, 3).setUsage(DynamicDrawUsage);
    const { geometry } = this;
    geometry.setAttribute('position', this.positions);
    geometry.setAttribute('normal', this.normals);
    geometry.setAttribute(
      'place',
      new InstancedBufferAttribute(Float32Array.from(new Matrix4().elements), 16),
    );
    geometry.setAttribute('chosen', new InstancedBufferAttribute(new Float32Array(1), 1));
    geometry.setIndex(new BufferAttribute(this.tube.triangles, 1));
    geometry.instanceCount = 1;
    this.materials = [bodyMaterial(look), outlineMaterial(ink)];
    for (const material of this.materials) {
      const mesh = new Mesh(geometry, material);
      mesh.frustumCulled = false;
      if (material === this.materials[0]) mesh.layers.enable(BODIES);
      this.group.add(mesh);
    }
  }

  /** Lays it where its tie is at a frame, set forward by so much. */
  lay(line: TieLine, frame: number, z: number): void {
    this.group.visible = layWire(this.tube, line, frame, z);
    if (!this.group.visible) return;
    this.positions.needsUpdate = true;
    this.normals.needsUpdate = true;
  }

  dispose(): void {
    this.geometry.dispose();
    for (const material of this.materials) material.dispose();
  }
}
