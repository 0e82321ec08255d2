import { writeNumber } from '@coin-relay/core';
import type { NamedMesh } from './named-mesh';

/** Solids as Wavefront OBJ, mm: an object each, its material by name, corners counted from 1 through the whole file. */
export function writeObj(parts: readonly NamedMesh[], title: string): string {
  const lines = [`# ${oneLine(title)}, mm`];
  let first = 1;
  parts.forEach(({ name, material, mesh: { positions, triangles } }, n) => {
    lines.push(`o ${word(name)}-${n + 1}`, `usemtl ${word(material)}`);
    for (let i = 0; i < positions.length; i += 3)
      lines.push(`v ${fine(positions[i])} ${fine(positions[i + 1])} ${fine(positions[i + 2])}`);
    for (let i = 0; i < triangles.length; i += 3)
      lines.push(`f ${first + triangles[i]} ${first + triangles[i + 1]} ${first + triangles[i + 2]}`);
    first += positions.length / 3;
  });
  return `${lines.join('\n')}\n`;
}

/** Six decimals of a millimetre: corners that are one stay one. */
const fine = (value: number): string => writeNumber(value, 6);
const oneLine = (text: string): string => text.replace(/\s+/g, ' ');
const word = (text: string): string => text.replace(/[^\p{L}\p{N}._-]+/gu, '_');
