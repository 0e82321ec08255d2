import { createCanvas, loadImage, Path2D } from '@napi-rs/canvas';
import type { Platform } from '@coin-relay/formats';
import { setOutlines, type Brush } from '@coin-relay/painting';

/** How pictures are painted in Node.js. There is no encoder for films. */
export function nodePlatform(): Platform {
  setOutlines(Path2D);
  return {
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
