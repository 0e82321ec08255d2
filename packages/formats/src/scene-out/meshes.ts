import { joinMeshes } from '@coin-relay/core/solid';
import type { Machine } from '@coin-relay/model';
import { SceneSolids, standingBodies, type SceneAsked } from '@coin-relay/scene/solid';
import { writeObj } from '../solid-out/obj';
import { writeStl } from '../solid-out/stl';

/** What stands still is taken at one frame. */
export interface StillAsked extends SceneAsked {
  readonly frame: number;
}

function bodiesAt(machine: Machine, { frame, ...asked }: StillAsked): ReturnType<typeof standingBodies> {
  const scene = new SceneSolids(machine, asked);
  return standingBodies(scene, scene.at(frame, true));
}

/**
 * The bodies of a machine at a frame as binary STL, mm, in the axes of the job; each is closed by itself.
 * @throws RelayError solid-invalid, solid-too-large
 */
export const writeSceneStl = (machine: Machine, asked: StillAsked): Uint8Array<ArrayBuffer> =>
  writeStl(
    joinMeshes(bodiesAt(machine, asked).map(({ mesh }) => mesh)),
    machine.job.name,
  ) as Uint8Array<ArrayBuffer>;

/**
 * The same as Wavefront OBJ: an object a body, named by its run and its number there, with its material by name.
 * @throws RelayError solid-invalid, solid-too-large
 */
export function writeSceneObj(machine: Machine, asked: StillAsked): string {
  const bodies = bodiesAt(machine, asked);
  // The limit is that of all of them together.
  joinMeshes(bodies.map(({ mesh }) => mesh));
  return writeObj(
    bodies.map(({ id, mesh, material }) => ({
      name: id,
      material: material.name,
      colour: material.colour,
      mesh,
    })),
    machine.job.name,
  );
}
