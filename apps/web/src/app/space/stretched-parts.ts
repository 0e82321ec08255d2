import type { SolidGroup } from '@coin-relay/scene/solid';
import type { MadeSolid } from '../engine/solid-tasks';

/** The parts of a solid by how they go along where it is stretched; all together where it is not. */
export function stretchedParts(
  parts: MadeSolid['parts'],
  { matrices, stretched }: SolidGroup,
): { readonly parts: MadeSolid['parts']; readonly matrices: Float32Array }[] {
  if (!stretched) return [{ parts, matrices }];
  const of = (role: 'stem' | 'end' | undefined): MadeSolid['parts'] =>
    parts.filter(({ elongates }) => elongates === role);
  return [
    { parts: of('end'), matrices: stretched.end },
    { parts: of('stem'), matrices: stretched.stem },
    { parts: of(undefined), matrices },
  ].filter((each) => each.parts.length > 0);
}
