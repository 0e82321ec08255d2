import type { PathSketch } from '../engine/sketch';
import { HAIR } from '@coin-relay/painting';
import { THEME } from '../shared/theme';

/** Of more lines than this, or longer ones, a path is drawn as thin as a pixel: that is painted much faster than what is wider. */
const MOST_WIDE = 4;
/** Characters of its SVG path data. */
const MOST_WIDE_DATA = 100_000;

/** Lines of paths that no fitted row shows, made ready to be drawn. */
export class SketchPainter {
  private readonly lines: readonly { readonly id: string; readonly path: Path2D; readonly thin: boolean }[];

  constructor(readonly sketches: readonly PathSketch[]) {
    this.lines = sketches.flatMap(({ id, lines }) => {
      const data = lines.reduce((sum, d) => sum + d.length, 0);
      const thin = lines.length > MOST_WIDE || data > MOST_WIDE_DATA;
      return lines.map((d) => ({ id, path: new Path2D(d), thin }));
    });
  }

  /**
   * Draws them in the model's units: the path at work strong, the others faint, wheels as circles.
   * @param pixel the size of a screen pixel in mm
   */
  paint(ctx: CanvasRenderingContext2D, pixel: number, at: string | null): void {
    for (const { id, path, thin } of this.lines) {
      ctx.strokeStyle = id === at ? THEME.accent : THEME.inkSoft;
      ctx.lineWidth = pixel * (thin ? HAIR : id === at ? 1.8 : 1);
      ctx.stroke(path);
    }
    for (const { id, wheels, blamed, problem } of this.sketches) {
      for (const wheel of wheels) {
        const isBlamed = blamed.includes(wheel.id);
        ctx.beginPath();
        ctx.arc(wheel.x, wheel.y, Math.max(wheel.radius, 3 * pixel), 0, 2 * Math.PI);
        ctx.strokeStyle = isBlamed ? THEME.warning : id === at || problem ? THEME.ink : THEME.inkSoft;
        ctx.lineWidth = pixel * (isBlamed ? 2.5 : 1.2);
        ctx.stroke();
        if (!isBlamed) continue;
        // A mark besides the colour: the wheel is struck through.
        const r = wheel.radius * 0.5;
        ctx.beginPath();
        ctx.moveTo(wheel.x - r, wheel.y - r);
        ctx.lineTo(wheel.x + r, wheel.y + r);
        ctx.moveTo(wheel.x - r, wheel.y + r);
        ctx.lineTo(wheel.x + r, wheel.y - r);
        ctx.stroke();
      }
    }
  }
}
