/** Gives a canvas its size in device pixels, mapped so that one unit is a CSS pixel. */
export function sizeCanvas(
  canvas: HTMLCanvasElement,
  width: number,
  height: number,
): CanvasRenderingContext2D {
  const k = window.devicePixelRatio;
  canvas.width = Math.round(width * k);
  canvas.height = Math.round(height * k);
  const ctx = canvas.getContext('2d');
  if (!ctx) throw new Error('the browser gives no 2D canvas');
  ctx.setTransform(k, 0, 0, k, 0, 0);
  return ctx;
}
