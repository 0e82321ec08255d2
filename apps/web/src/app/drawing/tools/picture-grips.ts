import { nearestOnPath, newReading, pathReader, wrapInto, type FitOutcome, type Vec } from '@coin-relay/core';
import { isBand, type JobPiece, type ResolvedSetOut } from '@coin-relay/model';
import { bentPoints, pieceNumberAt, placementMode, rowScene, type RowScene } from '@coin-relay/scene';

type Picture = NonNullable<NonNullable<JobPiece['finish']>['picture']>;

/** The picture on a band as it lies in one of its repeats on the drawing. */
export interface PictureOnBand {
  readonly piece: JobPiece;
  readonly picture: Picture;
  /** Its middle, and the corner it is made larger by. Places are of the document, mm. */
  readonly middle: Vec;
  readonly corner: Vec;
  /** A place of the drawing as one of the repeat: along it and across, mm. */
  readonly inRepeat: (at: Vec) => Vec;
}

/** The smallest picture that a hand makes, mm. */
const LEAST = 0.1;

/** The picture of a band where its first repeat rests; null where it has none. */
export function pictureOnBand(fit: FitOutcome, setOut: ResolvedSetOut): PictureOnBand | null {
  if (!setOut.pieces.some((piece) => isBand(piece) && piece.finish?.picture)) return null;
  const scene = rowScene(fit, setOut);
  for (let k = 0; k < scene.frame.links; k++) {
    const number = pieceNumberAt(scene, k);
    if (number < 0) continue;
    const { piece } = scene.pieces[number];
    const picture = piece.finish?.picture;
    if (picture && isBand(piece) && placementMode(piece) === 'bent')
      return inScene(scene, k, number, picture);
  }
  return null;
}

function inScene(scene: RowScene, k: number, number: number, picture: Picture): PictureOnBand {
  const piece = scene.pieces[number];
  const { x, y, width, height } = picture;
  const points = Float64Array.of(x + width / 2, y - height / 2, x + width, y - height);
  const out = new Float64Array(4);
  bentPoints(scene, k, piece, { points, rings: [] }, 0, out);
  const { path } = scene.fit.layout;
  const { arc, step } = scene.frame;
  const a = k * step;
  const [from, to] = [arc[a], arc[a + 1]];
  const { setting, span, middle } = piece;
  const read = pathReader(path);
  const inRepeat = (at: Vec): Vec => {
    const { s } = nearestOnPath(path, at);
    const reading = newReading();
    read(s, reading);
    const long = Math.hypot(reading[2], reading[3]) || 1;
    // To the left of the path, as it is seen.
    const left = (-(at.x - reading[0]) * reading[3] + (at.y - reading[1]) * reading[2]) / long;
    // On a closed path the shorter way from the repeat.
    const off = s - (from + to) / 2;
    const along = path.closed ? wrapInto(off + path.length / 2, path.length) - path.length / 2 : off;
    const flip = setting.flip ? -1 : 1;
    return {
      x: middle + (along * span) / (to - from) / setting.scale,
      y: setting.line + (flip * (scene.side * left + setting.out)) / setting.scale,
    };
  };
  return {
    ...{ piece: piece.piece, picture, inRepeat },
    ...{ middle: { x: out[0], y: out[1] }, corner: { x: out[2], y: out[3] } },
  };
}

/** The picture slid so that what was at one place of its repeat is at another. */
export const slid = (picture: Picture, from: Vec, to: Vec): Picture =>
  rounded({ ...picture, x: picture.x + to.x - from.x, y: picture.y + to.y - from.y });

/** The picture made so large that its lower right corner is at a place; its upper left one stays. */
export const stretchedTo = (picture: Picture, to: Vec): Picture =>
  rounded({
    ...picture,
    width: Math.max(LEAST, to.x - picture.x),
    height: Math.max(LEAST, picture.y - to.y),
  });

/** To hundredths of a millimetre: finer than a hand is. */
function rounded({ picture, ...numbers }: Picture): Picture {
  const to = (value: number): number => Number(value.toFixed(2));
  const { x, y, width, height } = numbers;
  return { picture, x: to(x), y: to(y), width: to(width), height: to(height) };
}
