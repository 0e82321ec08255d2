import { Tube } from '@coin-relay/core/solid';
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

/** A wire whose line changes from frame to frame: its corners are written anew, its triangles stay. */
export class WireBody {
  readonly group = new Group();
  private readonly tube: Tube;
  private readonly geometry = new InstancedBufferGeometry();
  private readonly positions: BufferAttribute;
  private readonly normals: BufferAttribute;
  private readonly materials: readonly Material[];

  constructor(stations: number, radius: number, look: BodyLook, ink: InkSize) {
    this.tube = new Tube(stations, radius);
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

  /** Lays it along a line: x, y, z in turn; null where it is not there. */
  lay(points: Float64Array | null): void {
    this.group.visible = points !== null;
    if (!points) return;
    this.tube.lay(points);
    this.positions.needsUpdate = true;
    this.normals.needsUpdate = true;
  }

  dispose(): void {
    this.geometry.dispose();
    for (const material of this.materials) material.dispose();
  }
}
