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
  let spots = 0;
  parts.forEach(({ name, material, mesh: { positions, triangles }, picture }, n) => {
    lines.push(`o ${word(name)}-${n + 1}`, `usemtl ${word(material)}`);
    for (let i = 0; i < positions.length; i += 3)
      lines.push(`v ${fine(positions[i])} ${fine(positions[i + 1])} ${fine(positions[i + 2])}`);
    const lies = (i: number): boolean => picture !== undefined && !Number.isNaN(picture.corners[2 * i]);
    for (let i = 0; i < triangles.length; i += 3)
      if (!lies(i))
        lines.push(`f ${first + triangles[i]} ${first + triangles[i + 1]} ${first + triangles[i + 2]}`);
    if (picture) lines.push(`usemtl ${word(picture.material)}`);
    for (let i = 0; picture && i < triangles.length; i += 3) {
      if (!lies(i)) continue;
      const corners = [i, i + 1, i + 2];
      // An OBJ file counts up a picture, not down it.
      for (const k of corners)
        lines.push(`vt ${fine(picture.corners[2 * k])} ${fine(1 - picture.corners[2 * k + 1])}`);
      lines.push(`f ${corners.map((k) => `${first + triangles[k]}/${++spots}`).join(' ')}`);
    }
    first += positions.length / 3;
  });
  return `${lines.join('\n')}\n`;
}

/** What a material looks like; with the file of a picture on it, where there is one. */
export type MtlMaterial = Pick<Material, 'name' | 'colour' | 'metal' | 'rough'> & {
  readonly picture?: string;
};

/** What materials look like, as the library of an OBJ file (MTL): their colour, and how they shine. */
export function writeMtl(materials: readonly MtlMaterial[]): string {
  return materials
    .map(({ name, colour, metal, rough, picture }) => {
      // The colour is painted under the picture already.
      const parts = picture
        ? ['1', '1', '1']
        : [1, 3, 5].map((at) => writeNumber(Number.parseInt(colour.slice(at, at + 2), 16) / 255, 4));
      // What is bright is so the more the smoother it is: exponents from 1 to 1000, as readers take them.
      const shine = Math.round(1 + 999 * (1 - rough) ** 3);
      const bright = writeNumber(0.2 + 0.6 * metal, 3);
      return `newmtl ${word(name)}\nKd ${parts.join(' ')}\nKs ${bright} ${bright} ${bright}\nNs ${shine}\nillum 2\n${picture ? `map_Kd ${picture}\n` : ''}`;
    })
    .join('\n');
}

/** Six decimals of a millimetre: corners that are one stay one. */
const fine = (value: number): string => writeNumber(value, 6);
const oneLine = (text: string): string => text.replace(/\s+/g, ' ');
const word = (text: string): string => text.replace(/[^\p{L}\p{N}._-]+/gu, '_');
