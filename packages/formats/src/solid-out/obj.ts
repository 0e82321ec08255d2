import { writeNumber } from '@coin-relay/core';
import type { Material } from '@coin-relay/model';
import type { NamedMesh } from './named-mesh';

/**
 * Solids as Wavefront OBJ: an object each, its material by name, corners counted from 1 through the whole file.
 * @param unit of its numbers: a file does not tell, so it stands in its first line
 * @param library the file of its materials, where there is one
 */
export function writeObj(parts: readonly NamedMesh[], title: string, unit = 'mm', library?: string): string {
  const lines = [`# ${oneLine(title)}, ${unit}`, ...(library === undefined ? [] : [`mtllib ${library}`])];
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

/** What materials look like, as the library of an OBJ file (MTL): their colour, and how they shine. */
export function writeMtl(
  materials: readonly Pick<Material, 'name' | 'colour' | 'metal' | 'rough'>[],
): string {
  return materials
    .map(({ name, colour, metal, rough }) => {
      const parts = [1, 3, 5].map((at) =>
        writeNumber(Number.parseInt(colour.slice(at, at + 2), 16) / 255, 4),
      );
      // What is bright is so the more the smoother it is: exponents from 1 to 1000, as readers take them.
      const shine = Math.round(1 + 999 * (1 - rough) ** 3);
      const bright = writeNumber(0.2 + 0.6 * metal, 3);
      return `newmtl ${word(name)}\nKd ${parts.join(' ')}\nKs ${bright} ${bright} ${bright}\nNs ${shine}\nillum 2\n`;
    })
    .join('\n');
}

/** Six decimals of a millimetre: corners that are one stay one. */
const fine = (value: number): string => writeNumber(value, 6);
const oneLine = (text: string): string => text.replace(/\s+/g, ' ');
const word = (text: string): string => text.replace(/[^\p{L}\p{N}._-]+/gu, '_');
