import { newReading, pathReader, type FitOutcome, type SampledPath } from '@coin-relay/core';
import { PATH_COLOUR } from '@coin-relay/scene';
import { newOutline, type Brush, type Outline } from './brush';

/** The path itself as it is drawn: a thin line. */
export function pathLine({ layout: { path } }: FitOutcome): Outline {
  const read = pathReader(path);
  const at = newReading();
  const line = newOutline();
  const steps = 720;
  for (let i = 0; i <= steps; i++) {
    read((path.length * i) / steps, at);
    if (i === 0) line.moveTo(at[0], at[1]);
    else line.lineTo(at[0], at[1]);
  }
  return line;
}

export function paintPath(ctx: Brush, line: Outline, pixel: number): void {
  ctx.strokeStyle = PATH_COLOUR;
  ctx.lineWidth = pixel * 0.8;
  ctx.stroke(line);
}

/** A path that moves, from the table that is ridden on. */
export function paintSampledPath(ctx: Brush, { data }: SampledPath, pixel: number): void {
  const places = data.length / 4;
  const every = Math.max(1, Math.floor(places / 400));
  ctx.beginPath();
  for (let i = 0; i < places; i += every) {
    if (i === 0) ctx.moveTo(data[0], data[1]);
    else ctx.lineTo(data[4 * i], data[4 * i + 1]);
  }
  ctx.lineTo(data[4 * places - 4], data[4 * places - 3]);
  ctx.strokeStyle = PATH_COLOUR;
  ctx.lineWidth = pixel * 0.8;
  ctx.stroke();
}
