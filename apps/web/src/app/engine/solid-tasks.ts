import { RelayError } from '@coin-relay/core';
import { mapMesh, shadeMesh, smoothMesh, type Mesh, type ShadedMesh } from '@coin-relay/core/solid';
import { readKept } from '@coin-relay/formats/solid-kept';
import type { JobPiece, KeptSolid } from '@coin-relay/model';
import { silhouetteData, type BandSpots, type KeptMeshes } from '@coin-relay/model/solid';
import type { RowReach } from '@coin-relay/scene';
import {
  makeMaster,
  poseDepths,
  rowReach,
  type PosedPieces,
  type SolidRequest,
} from '@coin-relay/scene/solid';
import { refused, replied, type Reply } from './reply';

/** A body of a solid, ready to be drawn: its faces and sharp edges, and what its outline is grown from. */
export interface MadePart extends ShadedMesh {
  readonly material: string;
  readonly elongates?: 'stem' | 'end';
  readonly outline: Omit<ShadedMesh, 'edges'>;
  /** Of a band with a picture: cosine and sine of how far round, mm across, and how much it looks up: four a corner. */
  readonly spots?: Float32Array;
  /** mm of path for a radian of these. */
  readonly perRadian?: number;
}

export interface MadeSolid {
  readonly parts: readonly MadePart[];
  /** The material of its main part, which a finish replaces. */
  readonly main: string;
  /** What of it stands for something else, in words. */
  readonly problem?: string;
}

/** What of a row reaches out of its plane: its pieces, and the one its wheels are made for. */
export interface ReachingRow {
  readonly pieces: readonly JobPiece[];
  readonly onWheels: JobPiece | null;
}

/** A body ready to be drawn. */
export function madePart(mesh: Mesh, material: string, crease?: number, laid?: BandSpots): MadePart {
  const { from, ...shaded } = shadeMesh(mesh, crease);
  return {
    ...{ ...shaded, outline: smoothMesh(mesh), material },
    ...(laid ? { spots: shadedSpots(shaded.normals, from, laid), perRadian: laid.perRadian } : {}),
  };
}

/** Where each shaded corner is on its band, and how much it looks up there. */
function shadedSpots(normals: Float32Array, from: Uint32Array, { spots, ups }: BandSpots): Float32Array {
  const out = new Float32Array(4 * from.length);
  from.forEach((corner, i) => {
    out.set(spots.subarray(3 * corner, 3 * corner + 3), 4 * i);
    for (let c = 0; c < 3; c++) out[4 * i + 3] += normals[3 * i + c] * ups[3 * corner + c];
  });
  return out;
}

/** A solid ready to be drawn. @throws RelayError solid-invalid, solid-too-large */
export function madeSolid(request: SolidRequest, tolerance: number, kept?: KeptMeshes): MadeSolid {
  const { parts, main } = makeMaster(request, tolerance, kept);
  return {
    main,
    parts: parts.map(({ mesh, material, elongates, crease, laid }) => ({
      ...madePart(mesh, material, crease, laid),
      ...(elongates ? { elongates } : {}),
    })),
  };
}

/** Bodies that are remembered, at the most. */
const MOST_REMEMBERED = 40;

/**
 * The work of the thread that makes solids. Tested without a worker.
 * @param load loads a body that the server keeps, as binary STL; null where it has none
 */
export const solidTasks = (load: (hash: string) => Promise<Uint8Array | null>) => {
  const bodies = new Map<string, Mesh>();

  async function bodyOf(hash: string): Promise<Mesh | undefined> {
    const known = bodies.get(hash);
    if (known) return known;
    const bytes = await load(hash);
    if (!bytes) return undefined;
    const mesh = readKept(bytes);
    bodies.set(hash, mesh);
    // What was remembered first is forgotten first.
    for (const [first] of bodies) if (bodies.size > MOST_REMEMBERED) bodies.delete(first);
    return mesh;
  }

  return {
    /** @param tolerance how far chords may stray from what is round, mm */
    async make(request: SolidRequest, tolerance: number): Promise<Reply<MadeSolid>> {
      try {
        const named = keptIn(request);
        const found = new Map<string, Mesh>();
        for (const { kept } of named) {
          const mesh = await bodyOf(kept);
          if (mesh) found.set(kept, mesh);
        }
        const missing = named.find(({ kept }) => !found.has(kept));
        return replied(() => {
          const made = madeSolid(request, tolerance, (hash) => found.get(hash));
          return { ...made, ...(missing ? { problem: missingWords(missing) } : {}) };
        });
      } catch (error) {
        return refused(error);
      }
    },

    /** How deep neighbours cut into each other, deeper than on a straight, mm; one for each pose. */
    depths(posed: PosedPieces): Reply<Float64Array> {
      return replied(() => poseDepths(posed));
    },

    /** How deep rows reach. */
    reaches(rows: readonly ReachingRow[]): Reply<readonly RowReach[]> {
      return replied(() => rows.map(({ pieces, onWheels }) => rowReach(pieces, onWheels)));
    },

    /** What bodies cover in plan where they stand: path data of each, mm, in the axes of their piece. */
    async silhouettes(
      solids: readonly Pick<KeptSolid, 'kept' | 'file' | 'place'>[],
    ): Promise<Reply<readonly string[]>> {
      try {
        const made: string[] = [];
        for (const { kept, file, place } of solids) {
          const mesh = await bodyOf(kept);
          if (!mesh) throw new RelayError('solid-file-invalid', missingWords({ file }));
          made.push(silhouetteData([mapMesh(mesh, place)]));
        }
        return { ok: true, value: made };
      } catch (error) {
        return refused(error);
      }
    },
  };
};

export type SolidTasks = ReturnType<typeof solidTasks>;

const missingWords = ({ file }: Pick<KeptSolid, 'file'>): string =>
  `The body of ${file} is not kept here: its outline stands as a plate. Bring the file in again.`;

/** The bodies from files that a piece names. */
function keptIn(request: SolidRequest): readonly KeptSolid[] {
  if (request.kind !== 'piece' || request.piece.family !== 'own') return [];
  return request.piece.outline.flatMap(({ solid }) => solid ?? []);
}
