import type { Map3 } from '@coin-relay/core';
import {
  Box3,
  BufferAttribute,
  BufferGeometry,
  Color,
  Group,
  LineBasicMaterial,
  LineSegments,
  Matrix4,
  Mesh,
  MeshBasicMaterial,
  SphereGeometry,
  Vector3,
} from 'three';
import type { MadePart } from '../engine/solid-tasks';
import { THEME } from '../shared/theme';
import type { BodyLook, InkSize } from './ink';
import { SolidBody } from './solid-body';
import type { Stands } from './space-stage';

/** A body that stands by itself, with the edges at which it is open. */
export interface ShownBody {
  readonly drawn: MadePart;
  readonly look: BodyLook;
  /** Both ends of each open edge, x, y, z, mm. */
  readonly openLines: Float32Array;
}

/** How far the line of the way reaches out of the box of all, of its length. */
const BEYOND = 0.18;
/** How large the end of it is, of that length. */
const END = 0.018;

/** Bodies of a file turned some way, in ink, open edges marked; a line shows which way they travel. */
export class StandingBodies implements Stands {
  readonly group = new Group();
  private readonly turned = new Group();
  private readonly bodies: readonly SolidBody[];
  private readonly own: { dispose(): void }[] = [];

  constructor(shown: readonly ShownBody[], map: Map3, ink: InkSize) {
    const matrix = matrixOf(map);
    this.bodies = shown.map(({ drawn, look }) => {
      const body = new SolidBody([drawn], new Float32Array(new Matrix4().elements), { of: () => look }, ink);
      body.show(1);
      return body;
    });
    this.turned.matrixAutoUpdate = false;
    this.turned.matrix.copy(matrix);
    this.turned.add(...this.bodies.map(({ group }) => group));
    for (const { openLines } of shown) if (openLines.length > 0) this.turned.add(this.open(openLines));
    this.group.add(this.turned, this.way());
  }

  grow(box: Box3): void {
    const own = new Box3();
    for (const body of this.bodies) body.grow(own, 1);
    if (!own.isEmpty()) box.union(own.applyMatrix4(this.turned.matrix));
  }

  seenAt(pixels: number): void {
    for (const body of this.bodies) body.seenAt(pixels);
  }

  dispose(): void {
    for (const each of [...this.bodies, ...this.own]) each.dispose();
  }

  /** Open edges are seen through what is before them. */
  private open(lines: Float32Array): LineSegments {
    const geometry = this.kept(new BufferGeometry());
    geometry.setAttribute('position', new BufferAttribute(lines, 3));
    const material = this.kept(
      new LineBasicMaterial({ color: new Color(THEME.warning), depthTest: false, transparent: true }),
    );
    const drawn = new LineSegments(geometry, material);
    drawn.renderOrder = 2;
    return drawn;
  }

  /** From behind to ahead along x, as the line between pins is drawn, its end filled. */
  private way(): Group {
    const box = new Box3();
    this.grow(box);
    const middle = box.getCenter(new Vector3());
    const long = (box.max.x - box.min.x) * (1 + 2 * BEYOND);
    const colour = new Color(THEME.accent);
    const geometry = this.kept(
      new BufferGeometry().setFromPoints(
        [-1, 1].map((side) => new Vector3(middle.x + (side * long) / 2, middle.y, box.max.z)),
      ),
    );
    const line = new LineSegments(geometry, this.kept(new LineBasicMaterial({ color: colour })));
    const end = new Mesh(
      this.kept(new SphereGeometry(long * END, 16, 12)),
      this.kept(new MeshBasicMaterial({ color: colour })),
    );
    end.position.set(middle.x + long / 2, middle.y, box.max.z);
    return new Group().add(line, end);
  }

  private kept<T extends { dispose(): void }>(made: T): T {
    this.own.push(made);
    return made;
  }
}

const matrixOf = (map: Map3): Matrix4 =>
  new Matrix4().set(
    ...(map.slice(0, 4) as [number, number, number, number]),
    ...(map.slice(4, 8) as [number, number, number, number]),
    ...(map.slice(8, 12) as [number, number, number, number]),
    ...([0, 0, 0, 1] as const),
  );
