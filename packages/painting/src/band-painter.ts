import { bandDrawing, carriedLines, colourOf, shownBandLines, type RowScene } from '@coin-relay/scene';
import { newOutline, type Brush } from './brush';
import { fillParts, type PaintPart } from './piece-looks';

type BandLook = readonly Pick<PaintPart, 'path' | 'fill' | 'line'>[];

/** Paints the band that a row is; nothing where it is none. */
export class BandPainter {
  private look: BandLook | null;
  /** In which frame of its row that is so, where its path is another in each; then by the lines it was first drawn by. */
  private at: number;
  private lines: ReturnType<typeof shownBandLines> | null = null;

  constructor(private readonly scene: RowScene) {
    this.look = this.make();
    this.at = scene.laidAt;
  }

  paint(ctx: Brush, pixel: number): void {
    const { scene } = this;
    if (this.look && scene.laid?.rides && this.at !== scene.laidAt) {
      this.look = this.make();
      this.at = scene.laidAt;
    }
    if (this.look) fillParts(ctx, this.look, pixel);
  }

  private make(): BandLook | null {
    const { scene } = this;
    if (scene.laid?.rides) this.lines ??= shownBandLines(scene);
    const band = bandDrawing(scene, this.lines ? carriedLines(scene, this.lines) : undefined);
    return (
      band && [
        {
          path: newOutline(band.area),
          fill: colourOf(scene.setOut.materials, band.material),
          line: false,
        },
        ...(band.edges === '' ? [] : [{ path: newOutline(band.edges), fill: null, line: true }]),
      ]
    );
  }
}
