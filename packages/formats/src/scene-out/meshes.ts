import { countEdges, insetMesh, joinMeshes, mapMesh, type Mesh } from '@coin-relay/core/solid';
import type { Machine, Material } from '@coin-relay/model';
import {
  SceneSolids,
  standingBodies,
  type SceneAsked,
  type SceneNode,
  type SolidBodyOf,
} from '@coin-relay/scene/solid';
import type { BakePicture } from './baked-picture';
import { PicturedBodies } from './pictured-bodies';
import { writeMtl, writeObj, type MtlMaterial } from '../solid-out/obj';
import type { NamedMesh } from '../solid-out/named-mesh';
import { writeStl } from '../solid-out/stl';
import { setApart } from './set-apart';
import { weldBodies } from './weld';

/** What stands still is taken at one frame. */
export interface StillAsked extends SceneAsked {
  readonly frame: number;
  /** All bodies as they are; the bodies of each piece as one; or all of it as one. */
  readonly weld: 'none' | 'pieces' | 'all';
  /** What is left free between bodies that touch, mm. */
  readonly clearance: number;
  /** What one unit of the file is, and how much larger everything is made. */
  readonly unit: FileUnit;
  readonly scale: number;
  /** Where what welds is to be had. */
  readonly wasm: string | undefined;
}

export const FILE_UNITS = ['mm', 'cm', 'm', 'in'] as const;
export type FileUnit = (typeof FILE_UNITS)[number];
const MM: Readonly<Record<FileUnit, number>> = { mm: 1, cm: 10, m: 1_000, in: 25.4 };

/** A body where it stands. */
interface PlacedBody {
  readonly id: string;
  readonly material: Material;
  readonly mesh: Mesh;
  /** As it was made, where it is that still. */
  readonly of?: SolidBodyOf;
}

/** What was written, what is told of it, and what is wrong with it, a sentence each. */
export interface Solids<T> {
  readonly content: T;
  readonly facts: { readonly links: number; readonly triangles: number };
  readonly findings: readonly string[];
}

/**
 * The bodies of a machine at a frame, in the unit of the file.
 * @throws RelayError solid-invalid, solid-too-large
 */
async function bodiesAt(machine: Machine, asked: StillAsked): Promise<PlacedBody[]> {
  const { frame, weld, clearance, unit, scale } = asked;
  const scene = new SceneSolids(machine, asked);
  const nodes = scene.at(frame);
  // One body of all cannot be set apart: then each piece is one.
  const bodies =
    weld === 'none'
      ? apart(standingBodies(scene, nodes), clearance)
      : weld === 'all' && clearance === 0
        ? await allAsOne(machine.job.name, standingBodies(scene, nodes), asked)
        : await eachAsOne(scene, nodes, asked);
  const k = scale / MM[unit];
  if (k === 1) return bodies;
  return bodies.map((body) => ({ ...body, mesh: mapMesh(body.mesh, [k, 0, 0, 0, 0, k, 0, 0, 0, 0, k, 0]) }));
}

/** What is free between bodies is taken from both sides alike. */
const apart = (bodies: readonly PlacedBody[], clearance: number): PlacedBody[] =>
  bodies.map((body) => (clearance === 0 ? body : { ...body, mesh: insetMesh(body.mesh, clearance / 2) }));

async function allAsOne(
  name: string,
  bodies: readonly PlacedBody[],
  { wasm }: StillAsked,
): Promise<PlacedBody[]> {
  const [first] = bodies;
  if (!first) return [];
  const meshes = bodies.map(({ mesh }) => mesh);
  return [{ id: name, material: first.material, mesh: await weldBodies(meshes, [], name, wasm) }];
}

async function eachAsOne(
  scene: SceneSolids,
  nodes: readonly SceneNode[],
  { clearance, wasm }: StillAsked,
): Promise<PlacedBody[]> {
  const set = clearance === 0 ? new Map<string, Mesh>() : await setApart(scene, nodes, clearance, wasm);
  const welded = new Map<string, Mesh>();
  const found: PlacedBody[] = [];
  for (const { id, solid, map } of nodes) {
    const made = scene.solids.get(solid);
    if (!made) continue;
    let mesh = welded.get(solid);
    if (!mesh && !set.has(id)) {
      mesh = await weldBodies(
        made.bodies.map((body) => body.mesh),
        [],
        made.name,
        wasm,
      );
      welded.set(solid, mesh);
    }
    const placed = set.get(id) ?? (mesh && mapMesh(mesh, map));
    if (placed) found.push({ id, material: made.bodies[0].material, mesh: placed });
  }
  return found;
}

/** What keeps bodies from being printed, a sentence each. */
const findingsIn = (bodies: readonly PlacedBody[]): string[] =>
  bodies
    .flatMap(({ id, mesh }) => {
      const { openEdges } = countEdges(mesh.triangles);
      return openEdges > 0 ? [`“${id}” is not closed: ${openEdges} of its edges have no second face.`] : [];
    })
    .slice(0, 20);

const factsOf = (bodies: readonly PlacedBody[]): Solids<never>['facts'] => ({
  links: bodies.length,
  triangles: bodies.reduce((sum, { mesh }) => sum + mesh.triangles.length / 3, 0),
});

/**
 * The bodies of a machine at a frame as binary STL, in the axes of the job; each is closed by itself.
 * @throws RelayError solid-invalid, solid-too-large
 */
export async function writeSceneStl(
  machine: Machine,
  asked: StillAsked,
): Promise<Solids<Uint8Array<ArrayBuffer>>> {
  const bodies = await bodiesAt(machine, asked);
  const mesh = joinMeshes(bodies.map((body) => body.mesh));
  const content = writeStl(mesh, machine.job.name, asked.unit) as Uint8Array<ArrayBuffer>;
  return { content, facts: factsOf(bodies), findings: findingsIn(bodies) };
}

/**
 * The same as Wavefront OBJ: an object a body, named by its run and its number there, with its material by name, and the
 * library of materials that belongs to it, and the pictures on them, each a file.
 * @param library the name of its file
 * @param bake paints a picture over a colour; without it they are left out
 * @throws RelayError solid-invalid, solid-too-large
 */
export async function writeSceneObj(
  machine: Machine,
  asked: StillAsked,
  library: string,
  bake: BakePicture | null,
): Promise<
  Solids<{
    readonly obj: string;
    readonly mtl: string;
    readonly pictures: readonly { readonly name: string; readonly content: Uint8Array<ArrayBuffer> }[];
  }>
> {
  const bodies = await bodiesAt(machine, asked);
  // The limit is that of all of them together.
  joinMeshes(bodies.map(({ mesh }) => mesh));
  const pictured = new PicturedBodies(bake);
  const parts: NamedMesh[] = [];
  for (const { id, mesh, material, of } of bodies) {
    const picture = of && (await pictured.of(of, mesh));
    parts.push({ name: id, mesh, material: material.name, colour: material.colour, picture });
  }
  const materials: MtlMaterial[] = [
    ...new Map(bodies.map(({ material }) => [material.name, material])).values(),
    ...pictured.materials,
  ];
  return {
    content: {
      obj: writeObj(parts, machine.job.name, asked.unit, library),
      mtl: writeMtl(materials),
      pictures: pictured.files,
    },
    facts: factsOf(bodies),
    findings: findingsIn(bodies),
  };
}
