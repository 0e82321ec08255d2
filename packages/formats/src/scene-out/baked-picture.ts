import type { PlacedPicture } from '@coin-relay/scene/solid';
import type { ExportInput } from '../exports/export';

/** A picture over the colour of what it lies on, which goes on round it. */
export interface BakedPicture {
  /** As a PNG file. */
  readonly png: Uint8Array;
  /** How wide its border is, of the whole, along and down. */
  readonly border: readonly [number, number];
}

/** Paints a picture over a colour; null where the picture is not there. */
export type BakePicture = (picture: PlacedPicture, colour: string) => Promise<BakedPicture | null>;

/** The longer side of a picture on a body, and its border, px. */
const LONG = 1024;
const BORDER = 2;

/** How pictures are painted over colours where a job is handed off; null where nothing can be painted. */
export function bakerIn({
  platform,
  pictures,
}: Pick<ExportInput, 'platform' | 'pictures'>): BakePicture | null {
  if (!platform) return null;
  return async ({ picture, width, height }, colour) => {
    const address = pictures.get(picture);
    if (address === undefined) return null;
    const long = Math.max(width, height);
    const [w, h] = [width, height].map((side) => Math.max(4 * BORDER, Math.round((LONG * side) / long)));
    const { brush, png } = platform.canvas(w, h);
    brush.fillStyle = colour;
    brush.fillRect(0, 0, w, h);
    brush.drawImage(
      (await platform.image(address)) as never,
      ...([BORDER, BORDER, w - 2 * BORDER, h - 2 * BORDER] as const),
    );
    return { png: await png(), border: [BORDER / w, BORDER / h] };
  };
}
