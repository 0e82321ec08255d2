import { Document, WebIO, type Material } from '@gltf-transform/core';
import type { NamedMesh } from './named-mesh';

/** glTF is in metres (glTF 2.0, 3.4): lengths are written in mm, and their node scales them. */
export const METRES = 0.001;

/** Solids as binary glTF 2.0: one node a body under one of the title, which scales mm to metres. */
export async function writeGlb(parts: readonly NamedMesh[], title: string): Promise<Uint8Array> {
  const document = new Document();
  document.getRoot().getAsset().generator = 'Coin Relay';
  const buffer = document.createBuffer();
  const top = document.createNode(title).setScale([METRES, METRES, METRES]);
  const materials = new Map<string, Material>();
  for (const { name, material: id, colour, mesh } of parts) {
    let material = materials.get(id);
    if (!material) {
      material = document
        .createMaterial(id)
        .setBaseColorFactor([...linear(colour), 1])
        .setMetallicFactor(0)
        .setRoughnessFactor(0.7);
      materials.set(id, material);
    }
    const place = document
      .createAccessor()
      .setType('VEC3')
      .setArray(Float32Array.from(mesh.positions))
      .setBuffer(buffer);
    const corners = document
      .createAccessor()
      .setType('SCALAR')
      .setArray(mesh.triangles.slice())
      .setBuffer(buffer);
    // Without normals readers shade each triangle flat, as the edges of machined bodies are.
    const primitive = document
      .createPrimitive()
      .setAttribute('POSITION', place)
      .setIndices(corners)
      .setMaterial(material);
    top.addChild(document.createNode(name).setMesh(document.createMesh(name).addPrimitive(primitive)));
  }
  document.getRoot().setDefaultScene(document.createScene(title).addChild(top));
  return new WebIO().writeBinary(document);
}

/** A web colour as the linear factors of red, green and blue (sRGB, IEC 61966-2-1). */
export function linear(colour: string): [number, number, number] {
  const part = (from: number): number => {
    const c = parseInt(colour.slice(from, from + 2), 16) / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  };
  return [part(1), part(3), part(5)];
}
