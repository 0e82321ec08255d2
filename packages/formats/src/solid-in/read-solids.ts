import { readGlb } from './glb';
import { isGlb } from './glb-document';
import { readObj } from './obj';
import { broken, SOLID_FILE_LIMIT, type ReadSolids } from './read-body';
import { readStl } from './stl';

/**
 * Looks at how large a file of solids is, before it is loaded.
 * @throws RelayError solid-file-invalid
 */
export function checkSize(bytes: number): void {
  if (bytes > SOLID_FILE_LIMIT) {
    throw broken(
      `This file has ${(bytes / 1e6).toFixed(0)} MB, and ${SOLID_FILE_LIMIT / 1e6} MB are read at the most. Thin it out where it was made.`,
    );
  }
}

/**
 * Reads a file of solids: GLB by how it begins, OBJ by its ending, else STL.
 * @throws RelayError solid-file-invalid, solid-too-large
 */
export async function readSolids(bytes: Uint8Array, name: string): Promise<ReadSolids> {
  if (bytes.length === 0) throw broken('This file is empty. Choose another one.');
  checkSize(bytes.length);
  if (isGlb(bytes)) return readGlb(bytes);
  if (/\.(gltf|glb)$/i.test(name)) {
    throw broken('This is no GLB file. Export it as binary glTF 2.0, in one file.');
  }
  return /\.obj$/i.test(name) ? readObj(bytes) : readStl(bytes);
}
