import type { JobPiece } from '@coin-relay/model';
import { bendStep, colourOf, materialOf, rowCopies, type RowScene } from '@coin-relay/scene';
import { pieceRequest, RowInstances, type SolidGroup } from '@coin-relay/scene/solid';
import type { Group } from 'three';
import type { MadeSolid } from '../engine/solid-tasks';
import { bentSize, toleranceFor } from './ask-solids';
import { BentBody } from './bent-body';
import { BOX_TRIANGLES, boxSolid, trianglesOf } from './box-solid';
import type { CutAway } from './cut-away';
import type { Means, Room, Shown, Standing } from './row-means';
import type { Looks, SolidBody } from './solid-body';
import { stretchedParts } from './stretched-parts';

/** What links stand in: the row they are of. */
export interface LinksOf {
  readonly run: string;
  /** Claims what may be drawn of it. */
  readonly owner: object;
  readonly signal: AbortSignal;
  readonly z: number;
  readonly cut: CutAway | null;
  readonly group: Group;
  /** Stands bodies there. */
  readonly take: (
    solid: Pick<MadeSolid, 'parts'>,
    matrices: Float32Array,
    looks: Looks,
    standing: Omit<Standing, 'body'>,
  ) => SolidBody;
  /** Told when what bends has come. */
  readonly came: () => void;
}

/** The links of a row as solids, or what is written on them: made by the worker, moved by matrices. */
export class LinkBodies {
  readonly links: { readonly body: SolidBody; readonly at: SolidGroup }[] = [];
  readonly bent: BentBody[] = [];
  /** Null where there are so many links that the path alone is shown. */
  readonly instances: RowInstances | null;
  /** Is there more of what bends than can be written anew for each frame? */
  tooMany = false;
  shown: Shown = 'whole';

  /** @param boxes whether boxes stand for what is too much; else it is left out */
  constructor(
    readonly scene: RowScene,
    private readonly of: LinksOf,
    private readonly means: Means,
    private readonly room: Room,
    private readonly boxes = true,
  ) {
    const copies = scene.frame.links * rowCopies(scene.setOut.setOut.rows).length;
    const few = room.boxes(copies * BOX_TRIANGLES);
    this.instances = few ? new RowInstances(scene) : null;
    if (!few) this.shown = 'line';
    for (const at of this.instances?.groups ?? []) {
      if (scene.pieces[at.number].mode === 'bent') this.askBent(at);
      else this.ask(at);
    }
  }

  /** Puts them where the scene stands now. */
  place(): void {
    const { z } = this.of;
    this.instances?.place(z);
    for (const body of this.bent) body.lay(z);
    for (const { body, at } of this.links) body.show(at.count);
  }

  private ask(at: SolidGroup): void {
    const { pieces, setOut } = this.scene;
    const { piece, span } = pieces[at.number];
    const { run, owner, signal, take } = this.of;
    this.means.ask(pieceRequest(pieces[at.number], at.wire), span, signal, (made) => {
      const many = !this.room.budget.claim(owner, at.places.length * trianglesOf(made));
      if (many) {
        this.shown = 'boxes';
        if (!this.boxes) return;
      }
      const solid = many ? boxSolid(made) : made;
      const looks = this.looksOf(piece, solid.main, many);
      const colours = setOut.materials.map(({ id }) => colourOf(setOut.materials, id));
      for (const { parts, matrices } of stretchedParts(solid.parts, at)) {
        const body = take({ parts }, matrices, looks, {
          count: () => at.count,
          picked: (copy) => (at.places[copy] < 0 ? null : { kind: 'place', run, place: at.places[copy] }),
          near: at.near,
        });
        body.finish(at.finishes, colours, solid.main);
        this.links.push({ body, at });
        body.show(at.count);
      }
    });
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
    const { scene, of } = this;
    const placed = scene.pieces[at.number];
    const { piece } = placed;
    const most = at.places.length;
    const size = bentSize(placed);
    const request = pieceRequest(placed, at.wire, bendStep(scene, placed, toleranceFor(size)));
    this.means.ask(request, size, of.signal, (solid) => {
      const looks = this.looksOf(piece, solid.main, false);
      if (solid.parts.some(({ positions }) => (most * positions.length) / 3 > this.room.corners)) {
        this.tooMany = true;
        return;
      }
      for (const part of solid.parts) {
        const look = looks.of(part.material);
        const picture = looks.picture?.(part.material, part) ?? null;
        const bending = { scene, number: at.number, most };
        const body = new BentBody(bending, part, look, this.means.ink, of.cut, picture);
        body.lay(of.z);
        this.bent.push(body);
        of.group.add(body.group);
      }
      of.came();
    });
  }
}
