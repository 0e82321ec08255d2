import type { RowScene, ScenePiece } from '@coin-relay/scene';
import type { LaidPicture } from './ink';
import type { Textures } from './textures';

/**
 * The picture on a band, once in each of its repeats; null where it has none.
 * @param perRadian mm of path for a radian of what the corners of the body tell
 * @param gone how far it has gone, mm: read anew for each picture
 */
export function pictureAlong(
  scene: RowScene,
  { piece, span }: ScenePiece,
  textures: Textures | undefined,
  perRadian: number | undefined,
  gone: { value: number },
): LaidPicture | null {
  const laid = piece.finish?.picture;
  if (!laid || !textures || perRadian === undefined) return null;
  return { ...laid, texture: textures.of(laid.picture), along: { perRadian, pitch: scene.span, span, gone } };
}
