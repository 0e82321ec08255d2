/** How the drawing is seen: pixels per mm, and where the model's origin is on the screen. */
export interface ViewPort {
  readonly scale: number;
  readonly x: number;
  readonly y: number;
}

export type Bounds = readonly [x0: number, y0: number, x1: number, y1: number];

/** The smallest box round boxes; there must be one at the least. */
export function roundAll(boxes: readonly Bounds[]): Bounds {
  return [
    Math.min(...boxes.map((box) => box[0])),
    Math.min(...boxes.map((box) => box[1])),
    Math.max(...boxes.map((box) => box[2])),
    Math.max(...boxes.map((box) => box[3])),
  ];
}

/** The view that shows the bounds in a frame of a size, with a margin in pixels. */
export function fitView(bounds: Bounds, width: number, height: number, margin: number): ViewPort {
  const w = Math.max(bounds[2] - bounds[0], 1e-6);
  const h = Math.max(bounds[3] - bounds[1], 1e-6);
  const scale = Math.max(1e-6, Math.min((width - 2 * margin) / w, (height - 2 * margin) / h));
  return {
    scale,
    x: width / 2 - ((bounds[0] + bounds[2]) / 2) * scale,
    y: height / 2 + ((bounds[1] + bounds[3]) / 2) * scale,
  };
}

export const toModel = (view: ViewPort, px: number, py: number): { x: number; y: number } => ({
  x: (px - view.x) / view.scale,
  y: (view.y - py) / view.scale,
});

export const toScreen = (view: ViewPort, x: number, y: number): { x: number; y: number } => ({
  x: view.x + x * view.scale,
  y: view.y - y * view.scale,
});

/** The view after zooming by a factor about a point of the screen. */
export function zoomAbout(view: ViewPort, px: number, py: number, factor: number): ViewPort {
  const scale = Math.min(400, Math.max(0.005, view.scale * factor));
  const k = scale / view.scale;
  return { scale, x: px - (px - view.x) * k, y: py - (py - view.y) * k };
}

/** A round step (1, 2 or 5 times a power of ten) that is at least `pixels` wide on the screen. */
export function roundStep(scale: number, pixels: number): number {
  const raw = pixels / scale;
  const power = 10 ** Math.floor(Math.log10(raw));
  const lead = raw / power;
  return (lead <= 1 ? 1 : lead <= 2 ? 2 : lead <= 5 ? 5 : 10) * power;
}
