import type { FilmKind, FilmMaker } from '@coin-relay/formats';
import {
  BufferTarget,
  canEncodeVideo,
  CanvasSource,
  Mp4OutputFormat,
  Output,
  QUALITY_HIGH,
  WebMOutputFormat,
} from 'mediabunny';

const CODECS = { mp4: 'avc', webm: 'vp9' } as const;
/** Seconds from one picture that is whole in itself to the next. */
const KEY_EVERY = 1;

/** Makes a film of what is painted on a canvas; null where this browser has no encoder for it. */
export async function filmOf(
  kind: FilmKind,
  canvas: OffscreenCanvas,
  framesPerSecond: number,
): Promise<FilmMaker | null> {
  const { width, height } = canvas;
  if (typeof VideoEncoder === 'undefined' || !(await canEncodeVideo(CODECS[kind], { width, height })))
    return null;
  const target = new BufferTarget();
  const format = kind === 'mp4' ? new Mp4OutputFormat() : new WebMOutputFormat();
  const output = new Output({ format, target });
  const source = new CanvasSource(canvas, {
    ...{ codec: CODECS[kind], quality: QUALITY_HIGH, keyFrameInterval: KEY_EVERY },
  });
  output.addVideoTrack(source, { frameRate: framesPerSecond });
  await output.start();
  let frame = 0;
  return {
    add: async () => {
      await source.add(frame / framesPerSecond, 1 / framesPerSecond);
      frame++;
    },
    finish: async () => {
      await output.finalize();
      return new Uint8Array(target.buffer ?? new ArrayBuffer(0));
    },
  };
}
