import { isSpatial, newReading, pathReader } from '@coin-relay/core';
import { repeatOf, type Material } from '@coin-relay/model';
import {
  goneAlong,
  materialOf,
  moveScene,
  rowBand,
  rowScene,
  shownBandLines,
  straightBandLines,
  type RowScene,
} from '@coin-relay/scene';
import { bandRequest, letteredSetOuts } from '@coin-relay/scene/solid';
import { Box3, Group, Matrix4, Raycaster, Vector3, type BufferGeometry } from 'three';
import { pointsOf } from '../drawing/note-place';
import type { MadeSolid } from '../engine/solid-tasks';
import type { Picked } from '../session/spot-picks.service';
import { pictureAlong } from './band-picture';
import { BentBody } from './bent-body';
import { CutAway, type CutCopies } from './cut-away';
import { LinkBodies, type LinksOf } from './link-bodies';
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
  private readonly links: LinkBodies;
  /** What is written on them. */
  private readonly lettering: readonly LinkBodies[];
  readonly wheels: StandingWheels;
  /** What a boundary cuts away of it, if anything can be. */
  private readonly cut: CutAway | null;
  private readonly way: PathLine;
  /** How far what is on a band has gone, mm. */
  private readonly gone = { value: 0 };
  /** Pitches after which it stands as before; null where it does not close on itself. */
  private readonly repeat: number | null;
  private readonly z: number;
  /** Of its band, where the path of that turns. */
  private readonly turning: BentBody[] = [];
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
    const of = this.linksOf();
    this.links = new LinkBodies(this.scene, of, means, room);
    const lettered = this.links.instances ? letteredSetOuts(this.scene, over !== null) : [];
    this.lettering = lettered.map(
      (each) => new LinkBodies(rowScene(fit, each, laid), of, means, room, false),
    );
    this.way = new PathLine(this.scene, this.z);
    this.group.add(this.way.line);
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
    if (this.links.instances || this.row.laid) moveScene(this.scene, within, frame);
    this.gone.value = goneAlong(this.scene);
    this.links.place();
    for (const body of this.turning) body.lay(this.z);
    for (const each of this.lettering) {
      moveScene(each.scene, within, frame);
      each.place();
    }
    this.way.follow();
    this.wheels.turnTo(travel);
    this.ring();
  }

  /** Has it more of what bends than can be written anew for each frame? */
  get tooMany(): boolean {
    return this.links.tooMany;
  }

  get shown(): Shown {
    return this.links.shown;
  }

  /** All that bends in it. */
  private get bent(): readonly BentBody[] {
    return [...this.turning, ...[this.links, ...this.lettering].flatMap(({ bent }) => bent)];
  }

  get bentTriangles(): number {
    const bent = [this.links, ...this.lettering].flatMap((each) => each.bent);
    return bent.reduce((sum, { triangles }) => sum + triangles, 0);
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
    for (const { at, body } of this.links.links) {
      const centre = body.box.getCenter(new Vector3());
      for (let copy = 0; copy < at.count; copy++) {
        const place = at.places[copy];
        if (place >= 0) found.push({ place, middle: centre.clone().applyMatrix4(body.matrixOf(copy, m)) });
      }
    }
    found.push(...this.links.bent.flatMap((body) => body.middles()));
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
    if (!this.links.instances) for (const point of this.points()) box.expandByPoint(point);
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

  /** Something else comes in its place: nothing more is made for it, and it claims nothing. */
  leave(): void {
    this.owner.abort();
    this.room.budget.release(this);
  }

  dispose(): void {
    this.leave();
    for (const { body } of [...this.standing, ...this.bent.map((body) => ({ body }))]) body.dispose();
    this.way.dispose();
    this.cut?.dispose();
  }

  private inJob(x: number, y: number, z = 0): Vector3 {
    return new Vector3(x, y, this.z + z).applyMatrix4(this.placed);
  }

  private linksOf(): LinksOf {
    const { row, owner, z, cut, group, take } = this;
    const came = (): void => {
      this.ring();
      this.means.changed();
    };
    return { run: row.run, owner: this, signal: owner.signal, z, cut, group, take, came };
  }

  private askBand(): void {
    const { row, scene } = this;
    const band = rowBand(scene);
    // One whose path turns is carried along it anew in each frame.
    const turns = row.laid?.rides !== undefined;
    const request = bandRequest(scene, turns ? straightBandLines(scene) : shownBandLines(scene));
    if (!band || !request) return;
    const { piece } = request;
    // A band is as fine as it is wide, not as what is on it is long.
    this.means.ask(request, (band.inner + band.outer) / FINER, this.owner.signal, (solid) => {
      const matrix = Float32Array.from(new Matrix4().setPosition(0, 0, this.z).elements);
      const material = piece.finish?.material;
      const of = (own: string): Material => materialOf(row.setOut.materials, material ?? own);
      const picture: Looks['picture'] = (_, part) =>
        pictureAlong(scene, band.piece, this.means.textures, part.perRadian, this.gone);
      if (turns) {
        this.takeTurning(solid, { of, picture });
        return;
      }
      const body = this.take(
        solid,
        matrix,
        {
          of,
          inked: piece.finish?.line ?? true,
          picture,
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

  private takeTurning({ parts }: MadeSolid, { of, picture }: Looks): void {
    const bending = { scene: this.scene, number: 'band', most: 1 } as const;
    if (parts.some(({ positions }) => positions.length / 3 > this.room.corners)) {
      this.links.tooMany = true;
      return;
    }
    for (const part of parts) {
      const laid = picture?.(part.material, part) ?? null;
      const body = new BentBody(bending, part, of(part.material), this.means.ink, this.cut, laid);
      body.lay(this.z);
      this.turning.push(body);
      this.group.add(body.group);
    }
    this.ring();
    this.means.changed();
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
