/** Sections that can be had ready-made. */
export const STOCK_SECTIONS = [
  'rectangle',
  'round',
  'tube',
  'channel',
  'angle',
  'tee',
  'rail',
  'half-pipe',
  'trough',
] as const;
export type StockSection = (typeof STOCK_SECTIONS)[number];

/** Sizes of a ready-made section, mm; which of them it has says `STOCK_SIZES`. */
export interface StockSizes {
  readonly width: number;
  readonly height: number;
  readonly wall: number;
}

/** What each is drawn from. */
export const STOCK_SIZES: { readonly [S in StockSection]: readonly (keyof StockSizes)[] } = {
  rectangle: ['width', 'height'],
  round: ['width'],
  tube: ['width', 'wall'],
  channel: ['width', 'height', 'wall'],
  angle: ['width', 'height', 'wall'],
  tee: ['width', 'height', 'wall'],
  rail: ['width', 'height'],
  'half-pipe': ['width', 'wall'],
  trough: ['width', 'height', 'wall'],
};

/** Parts of the width and the height of a rail: how wide its head and its web are, how high its head and its foot. */
const RAIL = { head: 0.5, web: 0.14, top: 0.28, foot: 0.12 } as const;
/** How far the sides of a trough lean out, of its height. */
const LEAN = 0.35;

/**
 * The outline of a ready-made section as path data, mm: x across, y up, the middle of its box at the zero point. What is
 * round is told by arcs, so that it is exact.
 */
export function stockSection(shape: StockSection, { width: w, height: h, wall: t }: StockSizes): string {
  const [x, y] = [w / 2, h / 2];
  switch (shape) {
    case 'rectangle':
      return polygon([-x, -y], [x, -y], [x, y], [-x, y]);
    case 'round':
      return circle(x);
    case 'tube':
      return circle(x) + circle(x - t);
    case 'channel':
      return polygon(
        [-x, -y],
        [x, -y],
        [x, y],
        [x - t, y],
        [x - t, t - y],
        [t - x, t - y],
        [t - x, y],
        [-x, y],
      );
    case 'angle':
      return polygon([-x, -y], [x, -y], [x, t - y], [t - x, t - y], [t - x, y], [-x, y]);
    case 'tee':
      return polygon(
        [-t / 2, -y],
        [t / 2, -y],
        [t / 2, y - t],
        [x, y - t],
        [x, y],
        [-x, y],
        [-x, y - t],
        [-t / 2, y - t],
      );
    case 'rail': {
      const [head, web] = [x * RAIL.head, x * RAIL.web];
      const [under, foot] = [y - h * RAIL.top, h * RAIL.foot - y];
      const rise = h * RAIL.foot * 0.6;
      return polygon(
        [-x, -y],
        [x, -y],
        [x, foot - rise / 2],
        [web, foot + rise],
        [web, under - rise],
        [head, under],
        [head, y],
        [-head, y],
        [-head, under],
        [-web, under - rise],
        [-web, foot + rise],
        [-x, foot - rise / 2],
      );
    }
    case 'half-pipe': {
      // The middle of its box, not of its circle, is at the zero point.
      const rim = x / 2;
      const [out, within] = [x, x - t];
      return `M${-out} ${rim}A${out} ${out} 0 0 1 ${out} ${rim}H${within}A${within} ${within} 0 0 0 ${-within} ${rim}Z`;
    }
    case 'trough': {
      const base = x - LEAN * h;
      const slope = Math.hypot(1, LEAN);
      // So thick as its wall is square to its leaning sides.
      const side = t * slope;
      const inner = base + LEAN * t - side;
      return polygon(
        [-base, -y],
        [base, -y],
        [x, y],
        [x - side, y],
        [inner, t - y],
        [-inner, t - y],
        [side - x, y],
        [-x, y],
      );
    }
  }
}

type Place = readonly [x: number, y: number];
const polygon = (...corners: readonly Place[]): string =>
  `${corners.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`).join('')}Z`;
const circle = (r: number): string => `M${r} 0A${r} ${r} 0 0 1 ${-r} 0A${r} ${r} 0 0 1 ${r} 0Z`;
