import { shadeMesh, smoothMesh, type ShadedMesh } from '@coin-relay/core/solid';
import { makeMaster, type SolidRequest } from '@coin-relay/scene/solid';
import { replied, type Reply } from './reply';

/** A body of a solid, ready to be drawn: its faces and sharp edges, and what its outline is grown from. */
export interface MadePart extends ShadedMesh {
  readonly material: string;
  readonly elongates?: 'stem' | 'end';
  readonly outline: Omit<ShadedMesh, 'edges'>;
}

export interface MadeSolid {
  readonly parts: readonly MadePart[];
  /** The material of its main part, which a finish replaces. */
  readonly main: string;
}

/** The work of the thread that makes solids. Tested without a worker. */
export const solidTasks = () => ({
  /** @param tolerance how far chords may stray from what is round, mm */
  make(request: SolidRequest, tolerance: number): Reply<MadeSolid> {
    return replied(() => {
      const { parts, main } = makeMaster(request, tolerance);
      return {
        main,
        parts: parts.map(({ mesh, material, elongates }): MadePart => ({
          ...shadeMesh(mesh),
          outline: smoothMesh(mesh),
          material,
          ...(elongates ? { elongates } : {}),
        })),
      };
    });
  },
});

export type SolidTasks = ReturnType<typeof solidTasks>;
