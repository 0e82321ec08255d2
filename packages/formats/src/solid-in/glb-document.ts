import { WebIO, type Document } from '@gltf-transform/core';
import { broken } from './read-body';

/** glTF is in metres (glTF 2.0, 3.4): how many millimetres one is. */
export const GLB_METRE = 1000;
/** “glTF”, and the kind of the chunk that tells what is in the file. */
const MAGIC = 0x46546c67;
const JSON_CHUNK = 0x4e4f534a;

interface Told {
  readonly extensionsRequired?: readonly string[];
  readonly buffers?: readonly { readonly uri?: string }[];
}

export const isGlb = (bytes: Uint8Array): boolean =>
  bytes.length >= 4 && new DataView(bytes.buffer, bytes.byteOffset).getUint32(0, true) === MAGIC;

/**
 * What is in a file of binary glTF 2.0 that says all in itself and needs no extension.
 * @throws RelayError solid-file-invalid
 */
export async function glbDocument(bytes: Uint8Array): Promise<Document> {
  const { extensionsRequired = [], buffers = [] } = toldIn(bytes);
  if (extensionsRequired.length > 0) {
    throw broken(
      `This GLB file needs ${extensionsRequired.join(', ')}, which is not read here. Export it without compression and extensions.`,
    );
  }
  if (buffers.some(({ uri }) => uri !== undefined && !uri.startsWith('data:'))) {
    throw broken('This GLB file keeps its shapes in another file. Export it as one file.');
  }
  try {
    return await new WebIO().readBinary(bytes);
  } catch (error) {
    throw broken(
      `This GLB file cannot be read: ${error instanceof Error ? error.message : String(error)}. Export it again.`,
    );
  }
}

function toldIn(bytes: Uint8Array): Told {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const at = (offset: number): number => (offset + 4 <= bytes.length ? view.getUint32(offset, true) : 0);
  if (at(4) !== 2)
    throw broken(`This GLB file is of version ${at(4)}, and version 2 is read. Export it as glTF 2.0.`);
  if (at(8) !== bytes.length || at(16) !== JSON_CHUNK || 20 + at(12) > bytes.length) {
    throw broken(
      `This GLB file says ${at(8)} bytes and has ${bytes.length}. It may be cut off: save it again.`,
    );
  }
  try {
    return JSON.parse(new TextDecoder().decode(bytes.subarray(20, 20 + at(12)))) as Told;
  } catch {
    throw broken('This GLB file does not say what is in it: its JSON cannot be read. Export it again.');
  }
}
