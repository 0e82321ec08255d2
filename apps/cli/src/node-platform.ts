import { readFile } from 'node:fs/promises';
import { createCanvas, loadImage, Path2D } from '@napi-rs/canvas';
import type { Platform } from '@coin-relay/formats';
import { setOutlines } from '@coin-relay/painting';
import { pngFile } from './png-file';

/** The script of a page that shows solids: beside the built program, also where that is run from its source. */
const VIEWER = new URL('../dist/viewer.js', import.meta.url);

/** How pictures are painted in Node.js. There is no encoder for films. @param kept gives what a job names */
export function nodePlatform(kept: Platform['kept']): Platform {
  setOutlines(Path2D);
  return {
    viewer: () => readFile(VIEWER, 'utf8'),
    kept,
    canvas: (width, height) => {
      const canvas = createCanvas(width, height);
      const brush = canvas.getContext('2d');
      return {
        ...{ width, height },
        brush: brush,
        // The canvas takes several times as long to pack a picture itself.
        png: () => Promise.resolve(pngFile(straight(canvas.data()), width, height)),
        pixels: () => straight(canvas.data()),
      };
    },
    image: (address) => loadImage(address),
    film: () => Promise.resolve(null),
  };
}

/** A canvas keeps its colours multiplied by their alpha; files have them as they are. */
function straight(kept: Uint8Array): Uint8ClampedArray {
  const pixels = new Uint8ClampedArray(kept);
  for (let p = 3; p < pixels.length; p += 4) {
    const alpha = pixels[p];
    if (alpha === 255 || alpha === 0) continue;
    for (let c = p - 3; c < p; c++) pixels[c] = (pixels[c] * 255) / alpha;
  }
  return pixels;
}
