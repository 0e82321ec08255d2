import { RelayError } from '@coin-relay/core';
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import type { NamedFile } from '../exports/export';

/** Bytes of a file that holds others, at the most. */
export const MOST_ZIP = 1_500_000_000;
/** Files that are packed already. */
const PACKED = /\.(png|jpe?g|webp)$/;

/**
 * Files as one ZIP file. One after the other is taken and let go.
 * @param most of bytes
 * @throws RelayError file-too-large
 */
export async function zipOf(
  files: AsyncIterable<NamedFile> | Iterable<NamedFile>,
  most = MOST_ZIP,
): Promise<Uint8Array<ArrayBuffer>> {
  const parts: Uint8Array[] = [];
  let size = 0;
  let failed: Error | null = null;
  const zip = new Zip((error, part) => {
    failed ??= error;
    parts.push(part);
    size += part.length;
  });
  for await (const { name, content } of files) {
    // The time is that of no clock: the same files make the same one.
    const at = { mtime: new Date(1980, 0, 1) };
    const entry = Object.assign(PACKED.test(name) ? new ZipPassThrough(name) : new ZipDeflate(name), at);
    zip.add(entry);
    entry.push(typeof content === 'string' ? new TextEncoder().encode(content) : content, true);
    if (failed) throw failed as Error;
    if (size > most)
      throw new RelayError(
        'file-too-large',
        `All of it together is more than ${Math.round(most / 1e6).toLocaleString('en')} MB. Take fewer frames or smaller pictures, or write them into a folder by the command line.`,
      );
  }
  zip.end();
  const whole = new Uint8Array(size);
  let at = 0;
  for (const part of parts.splice(0)) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}
