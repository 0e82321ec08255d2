import { join } from 'node:path';
import { createCanvas, loadImage, Path2D } from '@napi-rs/canvas';
import type { Platform } from '@coin-relay/formats';
import { setOutlines, type Brush } from '@coin-relay/painting';
import { readKept } from './files';

/**
 * How pictures are painted in Node.js. There is no encoder for films.
 * @param folder where pictures and bodies that a job names are, as HASH.png, HASH.jpg and HASH.stl
 */
export function nodePlatform(folder: string): Platform {
  setOutlines(Path2D);
  return {
    kept: (kind, hash) => {
      const endings = kind === 'picture' ? ['.png', '.jpg'] : ['.stl'];
      for (const ending of endings) {
        const found = readKept(join(folder, `${hash}${ending}`), hash);
        if (found) return Promise.resolve(Uint8Array.from(found));
      }
      return Promise.resolve(null);
    },
    canvas: (width, height) => {
      const canvas = createCanvas(width, height);
      const brush = canvas.getContext('2d');
      return {
        ...{ width, height },
        brush: brush as unknown as Brush,
        png: () => canvas.encode('png'),
        pixels: () => brush.getImageData(0, 0, width, height).data,
      };
    },
    image: (address) => loadImage(address),
    film: () => Promise.resolve(null),
  };
}
