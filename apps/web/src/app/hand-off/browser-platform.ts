import type { Platform, PlatformCanvas } from '@coin-relay/formats';
import type { Brush } from '@coin-relay/painting';

/** The canvases that are painted on, by what stands for them. */
const canvases = new WeakMap<PlatformCanvas, OffscreenCanvas>();

/** How pictures are made in a browser, on canvases that no page shows. */
export const browserPlatform: Platform = {
  wasm: '/manifold.wasm',
  viewer: async () => {
    const answer = await fetch('/viewer.js');
    if (!answer.ok) throw new Error(`the viewer cannot be had (${answer.status})`);
    return answer.text();
  },
  kept: async (kind, hash) => {
    const answer = await fetch(`/api/${kind === 'picture' ? 'pictures' : 'solids'}/${hash}`);
    return answer.ok ? new Uint8Array(await answer.arrayBuffer()) : null;
  },
  canvas: (width, height) => {
    const canvas = new OffscreenCanvas(width, height);
    const context = canvas.getContext('2d');
    if (!context) throw new Error('this browser gives no canvas to paint on');
    const brush: Brush = context;
    const made: PlatformCanvas = {
      ...{ width, height, brush },
      png: async () =>
        new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer()),
      pixels: () => context.getImageData(0, 0, width, height).data,
    };
    canvases.set(made, canvas);
    return made;
  },
  image: async (address) => createImageBitmap(bytesOf(address) ?? (await (await fetch(address)).blob())),
  film: async (kind, made, framesPerSecond) => {
    const canvas = canvases.get(made);
    // What makes films is loaded when one is made.
    const { filmOf } = await import('./film');
    return canvas ? filmOf(kind, canvas, framesPerSecond) : null;
  },
};

/** What a data address holds; null for another one. The page’s policy lets nothing fetch them. */
function bytesOf(address: string): Blob | null {
  const [, type, base64] = /^data:([\w/+.-]+);base64,(.*)$/s.exec(address) ?? [];
  if (base64 === undefined) return null;
  return new Blob([Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0))], { type });
}
