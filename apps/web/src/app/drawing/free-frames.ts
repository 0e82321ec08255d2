/** What can be drawn. */
interface Layer {
  draw(): unknown;
}

/** A frame that has gone on for this long is full, ms. */
const FULL = 30;

/**
 * Draws layers once, in the next frame; where that is full already with what the page does, in the one after it, so that
 * neither holds up the page for as long as both.
 */
export class FreeFrames {
  private readonly waiting = new Set<Layer>();
  private request = 0;
  private postponed = false;

  draw(...layers: readonly Layer[]): void {
    for (const layer of layers) this.waiting.add(layer);
    if (this.request === 0) this.request = requestAnimationFrame(this.frame);
  }

  stop(): void {
    cancelAnimationFrame(this.request);
  }

  private readonly frame = (began: number): void => {
    this.request = 0;
    // Once: what is always late is drawn late, but it is drawn.
    this.postponed = !this.postponed && performance.now() - began > FULL;
    if (this.postponed) {
      this.draw();
      return;
    }
    const layers = [...this.waiting];
    this.waiting.clear();
    for (const layer of layers) layer.draw();
  };
}
