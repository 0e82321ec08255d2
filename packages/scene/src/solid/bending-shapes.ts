import type { Map3 } from '@coin-relay/core';
import type { Mesh } from '@coin-relay/core/solid';
import type { Material } from '@coin-relay/model';
import type { KeptMeshes } from '@coin-relay/model/solid';
import { bendStep } from '../placing/bend-step';
import { BentCopies } from './bent-copies';
import { materialIn } from './finished-in';
import { makeMaster } from './masters';
import { pieceRequest } from './solid-request';
import type { ShapeAt, SolidBodyOf } from './scene-node';
import { inJob, standingName, twinMap } from './standing-pieces';
import type { StandingRow } from './standing';

/** A body of what bends, with all of its copies. */
interface BentPart {
  readonly copies: BentCopies;
  readonly triangles: Mesh['triangles'];
  readonly corners: number;
  readonly material: Material;
  readonly crease: number | undefined;
  readonly laid: Pick<SolidBodyOf, 'picture' | 'made'>;
}

/** The pieces of rows that bend, each by itself. What they are made from is made once. */
export class BendingShapes {
  private readonly made = new Map<string, readonly BentPart[]>();

  /**
   * @param tolerance how far chords may stray from what is round, mm
   * @param kept bodies from files that pieces may name
   */
  constructor(
    private readonly tolerance: number,
    private readonly kept: KeptMeshes | undefined,
  ) {}

  /** Those of a row as it stands now. @throws RelayError solid-invalid, solid-too-large */
  of(row: StandingRow): ShapeAt[] {
    const { scene, id, z } = row;
    const { twin } = scene.setOut.setOut;
    const own = inJob(row, AS_IT_IS);
    const over = twin && inJob(row, twinMap(twin, scene.setOut.stand !== null, z));
    return scene.pieces.flatMap(({ piece, mode }, of): ShapeAt[] => {
      if (mode !== 'bent') return [];
      const parts = this.partsOf(row, of);
      for (const { copies } of parts) copies.place(z);
      const first = parts.at(0)?.copies;
      // All of it is part of a band.
      if (!first) return [];
      return Array.from({ length: first.count }, (_, n): ShapeAt => {
        const copy = { number: first.numbers[n], row: first.sides[n] };
        const key = standingName(id, { ...copy, twin: false });
        const bodies = parts.map(({ copies, triangles, material, corners, crease, laid }) => ({
          ...{ material, crease, ...laid },
          mesh: {
            positions: Float64Array.from(copies.positions.subarray(n * corners, (n + 1) * corners)),
            triangles,
          },
        }));
        const node = { id: key, run: row.run, solid: key, map: own };
        const twinNode = over && { ...node, id: standingName(id, { ...copy, twin: true }), map: over };
        const nodes = [...(row.twinOnly ? [] : [node]), ...(twinNode ? [twinNode] : [])];
        return { key, name: piece.name, bodies, nodes };
      });
    });
  }

  private partsOf({ scene, id }: StandingRow, of: number): readonly BentPart[] {
    const key = `${id} ${of}`;
    const known = this.made.get(key);
    if (known) return known;
    const { piece } = scene.pieces[of];
    const step = bendStep(scene, scene.pieces[of], this.tolerance);
    const request = pieceRequest(scene.pieces[of], 0, step);
    const { parts, main } = makeMaster(request, this.tolerance, this.kept);
    const picture = piece.finish?.picture;
    const most = scene.frame.links * scene.setOut.setOut.rows.count;
    const made = parts.map(({ mesh, material, crease }): BentPart => {
      const base = Float32Array.from(mesh.positions);
      return {
        copies: new BentCopies(scene, of, most, base, new Float32Array(base.length)),
        ...{ triangles: mesh.triangles, corners: base.length, crease },
        material: materialIn(scene.setOut.materials, material, main, piece.finish?.material),
        laid: picture && material === main ? { picture, made: mesh } : {},
      };
    });
    this.made.set(key, made);
    return made;
  }
}

const AS_IT_IS: Map3 = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0];
