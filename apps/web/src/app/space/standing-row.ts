import { isSpatial, newReading, pathReader } from '@coin-relay/core';
import { repeatOf, type JobPiece, type Material } from '@coin-relay/model';
import {
  bendStep,
  colourOf,
  goneAlong,
  materialOf,
  moveScene,
  rowBand,
  rowCopies,
  rowScene,
  shownBandLines,
  type RowScene,
} from '@coin-relay/scene';
import { bandRequest, RowInstances, type SolidGroup } from '@coin-relay/scene/solid';
import { Box3, Group, Matrix4, Raycaster, Vector3, type BufferGeometry } from 'three';
import { pointsOf } from '../drawing/note-place';
import type { MadeSolid } from '../engine/solid-tasks';
import type { Picked } from '../session/spot-picks.service';
import { toleranceFor } from './ask-solids';
import { pictureAlong } from './band-picture';
import { BentBody } from './bent-body';
import { BOX_TRIANGLES, boxSolid, trianglesOf } from './box-solid';
import { CutAway, type CutCopies } from './cut-away';
import { nearestCopy } from './picking';
import { PathLine } from './path-line';
import {
  ALL_ROOM,
  IN_THE_DRAWING,
  type FittedRow,
  type Means,
  type Room,
  type Shown,
  type Stand,
  type Standing,
} from './row-means';
import { SolidBody, type Looks } from './solid-body';
import { StandingWheels } from './standing-wheels';
import { stretchedParts } from './stretched-parts';

/** What is round on the section of a band is so much finer than on a piece of its size. */
const FINER = 4;
/** Points that tell where a path in space is. */
const OF_PATH = 96;

/** One fitted row as solids: its links, its band and its wheels. Moving it writes matrices, and makes nothing. */
export class StandingRow {
  readonly group = new Group();
  readonly scene: RowScene;
  readonly standing: Standing[] = [];
  private readonly owner = new AbortController();
  /** Null where there are so many links that its path alone is shown. */
  private readonly instances: RowInstances | null;
  private readonly links: { readonly body: SolidBody; readonly at: SolidGroup }[] = [];
  readonly wheels: StandingWheels;
  /** What a boundary cuts away of it, if anything can be. */
  private readonly cut: CutAway | null;
  private readonly bent: BentBody[] = [];
  /** Has it more of what bends than can be written anew for each frame? */
  tooMany = false;
  shown: Shown = 'whole';
  private readonly way: PathLine;
  /** How far what is on a band has gone, mm. */
  private readonly gone = { value: 0 };
  /** Pitches after which it stands as before; null where it does not close on itself. */
  private readonly repeat: number | null;
  private readonly z: number;
  /** What takes the axes of its own plane to those of the job. */
  private readonly placed = new Matrix4();
  private places: ReadonlySet<number> = new Set();
  private wheel: string | null = null;
  private ringed = false;

  constructor(
    readonly row: FittedRow,
    private readonly means: Means,
    readonly stand: Stand = IN_THE_DRAWING,
    readonly room: Room = ALL_ROOM,
  ) {
    const { plane, over, z } = stand;
    if (plane) this.placed.copy(plane);
    if (over) this.placed.multiply(over);
    // What leaves its plane by itself stands where its path has it.
    this.z = isSpatial(row.fit.layout.path) ? 0 : z;
    this.group.matrixAutoUpdate = false;
    this.group.matrix.copy(this.placed);
    this.scene = rowScene(row.fit, row.setOut, row.laid);
    const { boundary } = row.setOut;
    this.cut = boundary?.how === 'cut' ? new CutAway(boundary) : null;
    const { fit, setOut, sequence, laid } = row;
    this.repeat = fit.row.kind === 'ring' && !laid ? repeatOf(fit, sequence, setOut) : null;
    const copies = this.scene.frame.links * rowCopies(setOut.setOut.rows).length;
    const few = room.boxes(copies * BOX_TRIANGLES);
    this.instances = few ? new RowInstances(this.scene) : null;
    if (!few) this.shown = 'line';
    this.way = new PathLine(this.scene, this.z);
    this.group.add(this.way.line);
    this.askLinks();
    this.wheels = new StandingWheels(row, this.z);
    this.wheels.ask(means.ask, this.scene.span, this.owner.signal, this.take);
    this.askBand();
  }

  /**
   * Puts the row to where it stands after some travel, in pitches; one that is laid anew in every frame, in that.
   * @param turned how far the strands of a rope seem to have run on as it turned about itself, pitches
   */
  moveTo(travel: number, frame: number, turned = 0): void {
    // Where the row repeats the same links stand over the same others again, to the last digit.
    const { repeat } = this;
    const seen = travel + turned;
    const within = repeat === null ? seen : seen - Math.floor(seen / repeat) * repeat;
    // Of one that is its path alone nothing moves but its wheels.
    if (this.instances || this.row.laid) moveScene(this.scene, within, frame);
    this.gone.value = goneAlong(this.scene);
    this.instances?.place(this.z);
    for (const body of this.bent) body.lay(this.z);
    this.way.follow();
    for (const { body, at } of this.links) body.show(at.count);
    this.wheels.turnTo(travel);
    this.ring();
  }

  /** Of all that bends in it. */
  get bentTriangles(): number {
    return this.bent.reduce((sum, { triangles }) => sum + triangles, 0);
  }

  /** Shows its path, and its wheels, or leaves them out. */
  showOnly({ path, wheels }: { readonly path: boolean; readonly wheels: boolean }): void {
    this.way.line.visible = path;
    for (const { body } of this.standing) if (this.wheels.has(body)) body.group.visible = wheels;
  }

  choose(places: ReadonlySet<number>, wheel: string | null): void {
    this.places = places;
    this.wheel = wheel;
    this.ring();
  }

  /** Where the middles of places are now, those of which there is something on the path. */
  middles(): { readonly place: number; readonly middle: Vector3 }[] {
    const found: { readonly place: number; readonly middle: Vector3 }[] = [];
    const m = new Matrix4();
    const { placed } = this;
    for (const { at, body } of this.links) {
      const centre = body.box.getCenter(new Vector3());
      for (let copy = 0; copy < at.count; copy++) {
        const place = at.places[copy];
        if (place >= 0) found.push({ place, middle: centre.clone().applyMatrix4(body.matrixOf(copy, m)) });
      }
    }
    found.push(...this.bent.flatMap((body) => body.middles()));
    for (const { middle } of found) middle.applyMatrix4(placed);
    return found;
  }

  /** The middle of a wheel of this row, and its radius, mm; null where it is none of its wheels. */
  wheelAt(id: string): { readonly middle: Vector3; readonly radius: number } | null {
    const wheel = this.row.fit.layout.wheels.find((each) => each.id === id);
    return wheel ? { middle: this.inJob(wheel.x, wheel.y), radius: wheel.radius } : null;
  }

  /** Points of its path and of the rims of its wheels, mm. */
  points(): Vector3[] {
    const { layout } = this.row.fit;
    if (!isSpatial(layout.path)) return pointsOf(layout).map(({ x, y }) => this.inJob(x, y));
    return Array.from({ length: OF_PATH }, (_, i) =>
      this.placeOnPath(((i + 0.5) / OF_PATH) * layout.path.length),
    );
  }

  /** A place of its path, by its arc length, mm. */
  placeOnPath(s: number): Vector3 {
    const at = newReading();
    pathReader(this.row.fit.layout.path)(s, at);
    return this.inJob(at[0], at[1], at[5]);
  }

  /** The way its front looks. */
  get front(): Vector3 {
    return new Vector3().setFromMatrixColumn(this.placed, 2);
  }

  /** Grows a box by all that stands here now. */
  grow(box: Box3): void {
    const own = new Box3();
    for (const { body, count } of this.standing) if (!this.wheels.has(body)) body.grow(own, count());
    this.wheels.grow(own);
    for (const body of this.bent) body.grow(own);
    if (!own.isEmpty()) box.union(own.applyMatrix4(this.placed));
    if (!this.instances) for (const point of this.points()) box.expandByPoint(point);
  }

  /** What a ray meets first of it, and how far away. */
  pick(caster: Raycaster): { readonly what: Picked | null; readonly distance: number } | null {
    if (this.stand.over) return null;
    const back = this.placed.clone().invert();
    const own = new Raycaster();
    own.ray.copy(caster.ray).applyMatrix4(back);
    const { cut } = this;
    const isThere = cut ? ({ x, y }: Vector3): boolean => cut.isKept(x, y) : undefined;
    const hits = [
      ...this.standing.flatMap(({ body, picked, near }) =>
        body.bodies.flatMap((each) => {
          const hit = nearestCopy(each, own.ray, near ? isThere : undefined);
          return hit ? [{ distance: hit.distance, what: picked(hit.copy) }] : [];
        }),
      ),
      ...this.bent.flatMap((body) => {
        const hit = body.pick(own);
        const { run } = this.row;
        return hit
          ? [{ distance: hit.distance, what: { kind: 'place' as const, run, place: hit.place } }]
          : [];
      }),
    ];
    return hits.reduce<(typeof hits)[number] | null>(
      (best, hit) => (best && best.distance <= hit.distance ? best : hit),
      null,
    );
  }

  /** The bodies of what can be picked, as they stand now; none of what bends. */
  bodiesOf(picked: Picked): { readonly geometry: BufferGeometry; readonly matrix: Matrix4 }[] {
    return this.standing.flatMap(({ body, count, picked: at }) => {
      const copy = Array.from({ length: count() }, (_, i) => i).find((i) => isSame(at(i), picked));
      if (copy === undefined) return [];
      const matrix = body.matrixOf(copy, new Matrix4()).premultiply(this.placed);
      return body.bodies.map(({ geometry }) => ({ geometry, matrix }));
    });
  }

  /** The middle of what can be picked, where it stands now; null where it is gone. */
  middleOf(picked: Picked): Vector3 | null {
    if (picked.kind === 'wheel') return this.wheelAt(picked.wheel)?.middle ?? null;
    return this.middles().find(({ place }) => place === picked.place)?.middle ?? null;
  }

  /** Grows a box by a wheel of this row. */
  growByWheel(id: string, box: Box3): void {
    const own = new Box3();
    this.wheels.grow(own, id);
    if (!own.isEmpty()) box.union(own.applyMatrix4(this.placed));
  }

  seenAt(pixels: number): void {
    for (const { body } of this.standing) body.seenAt(pixels);
  }

  dispose(): void {
    this.owner.abort();
    this.room.budget.release(this);
    for (const { body } of [...this.standing, ...this.bent.map((body) => ({ body }))]) body.dispose();
    this.way.dispose();
    this.cut?.dispose();
  }

  private inJob(x: number, y: number, z = 0): Vector3 {
    return new Vector3(x, y, this.z + z).applyMatrix4(this.placed);
  }

  private askLinks(): void {
    const { pieces, setOut } = this.scene;
    for (const at of this.instances?.groups ?? []) {
      const { piece, span, mode } = pieces[at.number];
      if (mode === 'bent') {
        this.askBent(at);
        continue;
      }
      this.means.ask({ kind: 'piece', piece, span, wire: at.wire }, span, this.owner.signal, (made) => {
        const many = !this.room.budget.claim(this, at.places.length * trianglesOf(made));
        if (many) this.shown = 'boxes';
        const solid = many ? boxSolid(made) : made;
        const looks = this.looksOf(piece, solid.main, many);
        const colours = setOut.materials.map(({ id }) => colourOf(setOut.materials, id));
        for (const { parts, matrices } of stretchedParts(solid.parts, at)) {
          const body = this.take({ parts }, matrices, looks, {
            count: () => at.count,
            picked: (copy) =>
              at.places[copy] < 0 ? null : { kind: 'place', run: this.row.run, place: at.places[copy] },
            near: at.near,
          });
          body.finish(at.finishes, colours, solid.main);
          this.links.push({ body, at });
          body.show(at.count);
        }
      });
    }
  }

  /** How the bodies of a piece look: in its finish, with the picture on what its main material is. */
  private looksOf({ finish }: JobPiece, main: string, plain: boolean): Looks {
    const { materials } = this.scene.setOut;
    const { textures } = this.means;
    const laid = plain ? null : finish?.picture;
    const texture = laid && textures ? textures.of(laid.picture) : null;
    return {
      of: (material) => materialOf(materials, material === main ? (finish?.material ?? main) : material),
      picture: (material) => (laid && texture && material === main ? { ...laid, texture } : null),
      inked: finish?.line ?? true,
    };
  }

  private askBent(at: SolidGroup): void {
    const { scene } = this;
    const { piece, span } = scene.pieces[at.number];
    const most = at.places.length;
    const request = {
      kind: 'piece',
      piece,
      span,
      wire: at.wire,
      step: bendStep(scene, scene.pieces[at.number], toleranceFor(span)),
    } as const;
    this.means.ask(request, span, this.owner.signal, (solid) => {
      const own = piece.finish?.material;
      if (solid.parts.some(({ positions }) => (most * positions.length) / 3 > this.room.corners)) {
        this.tooMany = true;
        return;
      }
      for (const part of solid.parts) {
        const material = own && part.material === solid.main ? own : part.material;
        const look = materialOf(scene.setOut.materials, material);
        const body = new BentBody({ scene, number: at.number, most }, part, look, this.means.ink, this.cut);
        body.lay(this.z);
        this.bent.push(body);
        this.group.add(body.group);
      }
      this.ring();
      this.means.changed();
    });
  }

  private askBand(): void {
    const { row, scene } = this;
    const band = rowBand(scene);
    const request = bandRequest(scene, shownBandLines(scene));
    if (!band || !request) return;
    const { piece } = request;
    // A band is as fine as it is wide, not as what is on it is long.
    this.means.ask(request, (band.inner + band.outer) / FINER, this.owner.signal, (solid) => {
      const matrix = Float32Array.from(new Matrix4().setPosition(0, 0, this.z).elements);
      const material = piece.finish?.material;
      const of = (own: string): Material => materialOf(row.setOut.materials, material ?? own);
      const body = this.take(
        solid,
        matrix,
        {
          of,
          inked: piece.finish?.line ?? true,
          picture: (_, part) =>
            pictureAlong(scene, band.piece, this.means.textures, part.perRadian, this.gone),
        },
        {
          count: () => 1,
          picked: () => null,
          near: Float32Array.of(1),
        },
      );
      body.show(1);
    });
  }

  private readonly take = (
    solid: Pick<MadeSolid, 'parts'>,
    matrices: Float32Array,
    looks: Looks,
    standing: Omit<Standing, 'body'>,
  ): SolidBody => {
    const { near } = standing;
    const cut: CutCopies | null = near && this.cut ? { cut: this.cut, near } : null;
    const body = new SolidBody(solid.parts, matrices, looks, this.means.ink, cut);
    this.standing.push({ body, ...standing });
    this.group.add(body.group);
    this.ring();
    this.means.changed();
    return body;
  };

  private ring(): void {
    const rings = this.places.size > 0 || this.wheel !== null;
    // While nothing is chosen there is nothing to be ringed in any frame.
    if (!rings && !this.ringed) return;
    this.ringed = rings;
    for (const { body, count, picked } of this.standing) {
      body.choose((copy) => {
        const what = picked(copy);
        if (what?.kind === 'place') return this.places.has(what.place);
        return what?.kind === 'wheel' && what.wheel === this.wheel;
      }, count());
    }
    for (const body of this.bent) body.choose((place) => this.places.has(place));
  }
}

function isSame(a: Picked | null, b: Picked): boolean {
  if (a?.kind === 'place') return b.kind === 'place' && a.place === b.place;
  return a !== null && b.kind === 'wheel' && a.wheel === b.wheel;
}
