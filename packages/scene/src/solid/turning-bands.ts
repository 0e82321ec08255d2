import { ringsForTwist, type Map3 } from '@coin-relay/core';
import { placeBand, sweepBand, type Mesh, type Ring } from '@coin-relay/core/solid';
import { bandOf } from '@coin-relay/model';
import {
  bandLines,
  bandRings,
  carriedFrames,
  goneAlong,
  repeatsAlong,
  rowBand,
  type RowBand,
} from '../placing/band';
import { rowCopies } from '../placing/copies';
import { bandSpots } from './band-spots';
import { materialIn } from './finished-in';
import type { ShapeAt, SolidBodyOf } from './scene-node';
import { inJob } from './standing-pieces';
import type { StandingRow } from './standing';

/** The band of a row as it was made first: where its sections are, and which corners its triangles join. */
interface MadeBand {
  readonly band: RowBand;
  readonly lines: readonly {
    readonly row: number;
    readonly places: Float64Array;
    readonly rings: readonly Ring[];
    readonly triangles: Mesh['triangles'];
    /** The picture that is carried with it, where it lay when it was made. */
    readonly laid: Pick<SolidBodyOf, 'picture' | 'made' | 'along'>;
  }[];
}

const AS_IT_IS: Map3 = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0];

/** Does the path of a band turn, so that it is another in every frame? */
export const bandTurns = ({ scene }: StandingRow): boolean =>
  scene.laid?.rides !== undefined && rowBand(scene) !== null;

/** Bands whose paths turn. Their triangles join the same corners in all frames. */
export class TurningBands {
  private readonly made = new Map<string, MadeBand | null>();

  /** @param tolerance how far an edge may stray from its curve, mm */
  constructor(private readonly tolerance: number) {}

  /** That of a row as it stands now. @throws RelayError band-invalid, solid-too-large */
  of(row: StandingRow): ShapeAt[] {
    const { scene, id, run } = row;
    let made = this.made.get(id);
    if (made === undefined) this.made.set(id, (made = this.make(row)));
    if (!made) return [];
    const { band, lines } = made;
    const { piece } = band.piece;
    const { materials } = scene.setOut;
    const { material = 'rubber' } = bandOf(piece) ?? {};
    const bodies = lines.map(({ row: beside, places, rings, triangles, laid }): SolidBodyOf => {
      const positions = new Float64Array(
        3 * places.length * rings.reduce((sum, ring) => sum + ring.length / 2, 0),
      );
      placeBand(carriedFrames(scene, band, beside, places), places.length, rings, positions);
      return {
        mesh: { positions, triangles },
        material: materialIn(materials, material, material, piece.finish?.material),
        ...laid,
      };
    });
    const key = `${id}/band`;
    return [
      { key, name: piece.name, bodies, nodes: [{ id: key, run, solid: key, map: inJob(row, AS_IT_IS) }] },
    ];
  }

  private make({ scene }: StandingRow): MadeBand | null {
    const band = rowBand(scene);
    if (!band) return null;
    const { piece, span } = band.piece;
    const picture = piece.finish?.picture;
    const { from, to } = scene.fit.window;
    const repeats = { pitch: scene.span, span, gone: goneAlong(scene) };
    const rows = rowCopies(scene.setOut.setOut.rows);
    const plain = bandRings(piece, this.tolerance);
    const lines = bandLines(scene, this.tolerance, repeatsAlong(scene)).map((line, i) => {
      const rings = ringsForTwist(line, plain, this.tolerance);
      const made = sweepBand(line, rings, !bandOf(piece)?.open);
      const along = picture && { ...bandSpots(line, rings, to - from), ...repeats };
      const laid = along ? { picture, made, along } : {};
      return { row: rows[i], places: line.places, rings, triangles: made.triangles, laid };
    });
    return { band, lines };
  }
}
