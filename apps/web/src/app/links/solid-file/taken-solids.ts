import type { Map3 } from '@coin-relay/core';
import type { GivenSolid, KeptSolid, Material, OutlinePart } from '@coin-relay/model';
import type { OfferedBody } from '../../engine/solid-file-tasks';

/** Bodies that were taken out of a file: kept by the server, with what they cover in plan. */
export interface TakenSolids {
  readonly file: string;
  readonly given: readonly GivenSolid[];
}

/** Materials of bodies whose file does not say one that is known, in turn. */
const FILLS: readonly NonNullable<OutlinePart['material']>[] = ['brass', 'steel', 'leather', 'iron'];

/** The material of a body: that of its file, by its id or its name, where the job has it. */
export function materialFor(
  { material }: Pick<OfferedBody, 'material'>,
  i: number,
  materials: readonly Material[],
): string {
  const said = material?.toLowerCase();
  const known = materials.find(({ id, name }) => id === said || name.toLowerCase() === said);
  return known?.id ?? FILLS[i % FILLS.length];
}

/** A body as a piece names it. */
export const keptSolid = (
  { measures }: Pick<OfferedBody, 'measures'>,
  kept: string,
  file: string,
  place: Map3,
): KeptSolid => ({
  kept,
  file: file.slice(0, 200),
  triangles: measures.triangles,
  openEdges: measures.openEdges,
  bounds: [...measures.bounds],
  place: [...place],
});
