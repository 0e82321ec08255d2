import type { SolidMeasures } from '@coin-relay/core/solid';
import { checkSize, readSolids, type ReadSolids } from '@coin-relay/formats/solid-in';
import { prepareSolids, type Preparing } from '@coin-relay/formats/solid-prepared';
import { refused, type Reply } from './reply';
import { madePart, type MadePart } from './solid-tasks';

/** A body of a file as it is offered. */
export interface OfferedBody {
  /** What its file calls what it is made of; null where it does not say. */
  readonly material: string | null;
  readonly drawn: MadePart;
  readonly stl: Uint8Array<ArrayBuffer>;
  readonly measures: SolidMeasures;
  /** Both ends of each edge that is open, x, y, z, mm. */
  readonly openLines: Float32Array;
}

/** What a file of solids holds, and what was done to it. */
export interface OfferedSolids {
  readonly kind: ReadSolids['kind'];
  /** Whether the file says how large it is. */
  readonly sized: boolean;
  readonly bodies: readonly OfferedBody[];
  readonly leftOut: readonly string[];
  readonly trianglesRead: number;
  readonly trianglesMended: number;
  readonly joined: number;
  readonly dropped: number;
  readonly turned: number;
}

/** The work of the thread that reads files of solids; it keeps the file it read last. Tested without a worker. */
export function solidFileTasks() {
  let last: { readonly key: string; readonly read: ReadSolids } | null = null;

  const known = async (file: File): Promise<ReadSolids> => {
    const key = `${file.name} ${file.size} ${file.lastModified}`;
    if (last?.key !== key) {
      last = null;
      checkSize(file.size);
      last = { key, read: await readSolids(new Uint8Array(await file.arrayBuffer()), file.name) };
    }
    return last.read;
  };

  return {
    async read(file: File, how: Preparing): Promise<Reply<OfferedSolids>> {
      try {
        const read = await known(file);
        const { bodies, ...done } = await prepareSolids(read, file.name, how);
        return {
          ok: true,
          value: {
            kind: read.kind,
            sized: read.unit !== null,
            leftOut: read.leftOut,
            ...done,
            bodies: bodies.map(({ mesh, material, stl, measures, openLines }) => ({
              material,
              drawn: madePart(mesh, material ?? ''),
              stl: stl as Uint8Array<ArrayBuffer>,
              measures,
              openLines,
            })),
          },
        };
      } catch (error) {
        return refused(error);
      }
    },
  };
}

export type SolidFileTasks = ReturnType<typeof solidFileTasks>;
