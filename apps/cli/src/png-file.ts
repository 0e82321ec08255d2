import { deflateSync } from 'node:zlib';
import encodeChunks from 'png-chunks-encode';

/** How hard it is packed: drawings of few colours hardly become smaller beyond this, but take several times as long. */
const LEVEL = 3;
const HEAD_BYTES = 13;

/**
 * Pixels as a PNG file: eight bits for each of red, green, blue and alpha, rows as they are (W3C PNG, third edition).
 * @param pixels from the top left on, not multiplied by alpha
 */
export function pngFile(pixels: Uint8ClampedArray, width: number, height: number): Uint8Array {
  const row = 4 * width;
  // Each row is told by which filter it was changed: none.
  const rows = new Uint8Array((row + 1) * height);
  for (let y = 0; y < height; y++) rows.set(pixels.subarray(y * row, (y + 1) * row), y * (row + 1) + 1);
  const head = new Uint8Array(HEAD_BYTES);
  const view = new DataView(head.buffer);
  view.setUint32(0, width);
  view.setUint32(4, height);
  head.set([8, 6], 8);
  return encodeChunks([
    { name: 'IHDR', data: head },
    { name: 'IDAT', data: deflateSync(rows, { level: LEVEL }) },
    { name: 'IEND', data: new Uint8Array(0) },
  ]);
}
