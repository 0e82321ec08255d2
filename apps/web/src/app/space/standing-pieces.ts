import type { JobPiece, Material } from '@coin-relay/model';
import { materialOf } from '@coin-relay/scene';
import { MATRIX_NUMBERS } from '@coin-relay/scene/solid';
import { Group, Matrix4, type Box3 } from 'three';
import type { InkSize } from './ink';
import { SolidBody } from './solid-body';
import type { AskSolid } from './ask-solids';

/** Pieces that are shown one after the other. */
const SHOWN = 3;

/** A few pieces of a sequence by themselves, in a straight row at their pitch. */
export class StandingPieces {
  readonly group = new Group();
  private readonly owner = new AbortController();
  private readonly bodies: { readonly body: SolidBody; readonly count: number }[] = [];

  constructor(
    pieces: readonly JobPiece[],
    materials: readonly Material[],
    ink: InkSize,
    ask: AskSolid,
    changed: () => void,
  ) {
    const places = Array.from({ length: SHOWN }, (_, k) => ({ piece: pieces[k % pieces.length], k }));
    for (const piece of pieces) {
      const own = places.filter((place) => place.piece === piece);
      if (own.length === 0) continue;
      ask(
        { kind: 'piece', piece, span: piece.pitch, wire: 0, whole: true },
        piece.pitch,
        this.owner.signal,
        (solid) => {
          const matrices = new Float32Array(own.length * MATRIX_NUMBERS);
          own.forEach(({ k }, i) =>
            matrices.set(new Matrix4().setPosition(k * piece.pitch, 0, 0).elements, i * MATRIX_NUMBERS),
          );
          const finish = piece.finish?.material;
          const body = new SolidBody(
            solid.parts,
            matrices,
            {
              of: (material) => materialOf(materials, finish && material === solid.main ? finish : material),
              inked: piece.finish?.line ?? true,
            },
            ink,
          );
          body.show(own.length);
          this.bodies.push({ body, count: own.length });
          this.group.add(body.group);
          changed();
        },
      );
    }
  }

  grow(box: Box3): void {
    for (const { body, count } of this.bodies) body.grow(box, count);
  }

  seenAt(pixels: number): void {
    for (const { body } of this.bodies) body.seenAt(pixels);
  }

  dispose(): void {
    this.owner.abort();
    for (const { body } of this.bodies) body.dispose();
  }
}
