import { newReading, pathReader, type Vec } from '@coin-relay/core';
import { bodyAt, moveRow, type Backdrop, type LaidRow, type Machine } from '@coin-relay/model';
import { rowBounds, type Finding } from '@coin-relay/scene';
// Stage, layers and a shape of one's own: what else the library can draw is not taken along.
import Konva from 'konva/lib/Core';
import type { PathSketch } from '../engine/sketch';
import { sameGrip, type Grip, type Handle } from '../path-kinds';
import type { PictureShelf } from '../shared/picture-shelf';
import { handleAt, paintHandles } from './handle-painter';
import { paintAway, paintCrosses, paintGuides, type Overlay } from './overlay-painter';
import { paintBackdrop, paintPaper } from './paper-painter';
import { paintApproaches, paintCorners, paintMarks, paintSpot, paintTightest } from './path-marks';
import { placeAt, placesIn } from './place-finder';
import { paintPlaces } from './place-painter';
import type { paintGround } from './ground-painter';
import { MachinePainter } from './machine-painter';
import type { ShownTrail } from './trail';
import { RestingRows } from './resting-rows';
import { ALL_IN_FULL, paintTurn, toModel, toScreen, viewOfRows } from '@coin-relay/painting';
import type { Bounds, PaintTurn, RowPainter, RowView, ViewPort } from '@coin-relay/painting';
import { RowPainters, type ShownRow } from './row-painters';
import { FreeFrames } from './free-frames';
import { Seen } from './seen';
import { boundsOf } from './stage-bounds';
import { SketchPainter } from './sketch-painter';
import { paintTravel } from './travel-painter';

/** How far beside a link a press still is on it, px. */
const PLACE_REACH = 3;

/**
 * The drawing surface: paper, reference picture, wheels, the row, other paths, and handles. All
 * links are one custom-drawn shape, and so are all handles. Knows nothing of Angular, of the
 * document, or of the pointer.
 */
export class DrawingStage {
  private readonly stage: Konva.Stage;
  private readonly paperLayer = new Konva.Layer({ listening: false });
  private readonly machineLayer = new Konva.Layer({ listening: false });
  private readonly handleLayer = new Konva.Layer({ listening: false });
  private readonly seen: Seen;
  private painter: RowPainter | null = null;
  private readonly painters: RowPainters;
  private sketch = new SketchPainter([]);
  private handles: readonly Handle[] = [];
  private overlay: Overlay = {};
  private backdrop: { readonly at: Backdrop; readonly image: CanvasImageSource } | null = null;
  private machine: MachinePainter | null = null;
  private frame = 0;
  private trail: ShownTrail | null = null;
  private ground: typeof paintGround | null = null;
  private atWork: string | null = null;
  private selected: string | null = null;
  private hovered: Grip | null = null;
  private stale = false;
  private blamed: readonly string[] = [];
  private findings: readonly Finding[] = [];
  private inspects = false;
  private chosen: ReadonlySet<number> = new Set();
  private spot: number | null = null;
  private changing = false;
  private readonly resting = new RestingRows();
  private readonly frames = new FreeFrames();

  constructor(
    readonly element: HTMLDivElement,
    private readonly viewChanged: (view: ViewPort) => void,
    /** Told whether rows that are to be shown are still being made ready. */
    private readonly makingChanged: (making: boolean) => void,
    pictures: PictureShelf | null = null,
    /** What was seen of it when it was left. */
    private readonly kept: ViewPort | null = null,
  ) {
    this.painters = new RowPainters(pictures);
    this.seen = new Seen({
      size: () => this.stage.size(),
      bounds: () => this.bounds(),
      ready: () => this.painters.complete,
      changed: (view) => {
        this.draw();
        this.viewChanged(view);
      },
    });
    this.stage = new Konva.Stage({
      container: element,
      width: element.clientWidth,
      height: element.clientHeight,
    });
    const shape = (paint: (ctx: CanvasRenderingContext2D) => void): Konva.Shape =>
      new Konva.Shape({ sceneFunc: (c) => paint(c._context), perfectDrawEnabled: false });
    this.paperLayer.add(shape((ctx) => this.paintPaper(ctx)));
    this.machineLayer.add(shape((ctx) => this.paintMachine(ctx)));
    this.handleLayer.add(shape((ctx) => this.paintOver(ctx)));
    this.stage.add(this.paperLayer, this.machineLayer, this.handleLayer);
  }

  destroy(): void {
    this.painters.stop();
    this.frames.stop();
    this.stage.destroy();
  }

  /**
   * Shows rows in their order, one of which is worked on. `stale` greys that one: it is the last
   * good one, not that of the newest document.
   */
  show(rows: readonly ShownRow[], atWork: string | null, stale: boolean, blamed: readonly string[]): void {
    this.painters.take(
      rows,
      atWork,
      (run) => this.laidOf(run),
      () => this.show(rows, atWork, stale, blamed),
    );
    this.standRows();
    this.painter = this.painters.of(atWork);
    this.stale = stale;
    this.blamed = blamed;
    this.frames.draw(this.machineLayer);
    this.makingChanged(!this.painters.complete);
    this.follow();
  }

  /** Shows paths that no fitted row shows; the one at work stands out. */
  showSketches(sketches: readonly PathSketch[], atWork: string | null): void {
    if (sketches !== this.sketch.sketches) this.sketch = new SketchPainter(sketches);
    this.atWork = atWork;
    this.frames.draw(this.machineLayer);
    this.follow();
  }

  /** While a drag changes the document, rows that it does not change are painted once. */
  setChanging(changing: boolean): void {
    if (changing === this.changing) return;
    this.changing = changing;
    this.resting.clear();
    this.frames.draw(this.machineLayer);
    this.follow();
  }

  /** Paints the row anew: a picture it needs has come. */
  repaint(): void {
    this.resting.clear();
    this.frames.draw(this.machineLayer);
  }

  setHandles(handles: readonly Handle[]): void {
    this.handles = handles;
    this.frames.draw(this.handleLayer);
  }

  setOverlay(overlay: Overlay): void {
    this.overlay = overlay;
    this.frames.draw(this.handleLayer);
  }

  setBackdrop(at: Backdrop | null, image: CanvasImageSource | null): void {
    this.backdrop = at && image ? { at, image } : null;
    this.frames.draw(this.paperLayer);
  }

  /** Marks a place of the path of the row at work, and brings it into sight; null takes the mark away. */
  goTo(s: number | null): void {
    this.spot = s;
    if (s !== null && this.painter && !this.stale) {
      const at = newReading();
      pathReader(this.painter.fit.layout.path)(s, at);
      this.seen.goTo(toScreen(this.view, at[0], at[1]));
    }
    this.frames.draw(this.machineLayer);
  }

  /** The places that are chosen. */
  showPlaces(chosen: ReadonlySet<number>): void {
    this.chosen = chosen;
    this.frames.draw(this.machineLayer);
  }

  /** How far the machine has driven over the ground, mm; nothing where it stands. */
  get driven(): Vec {
    const { machine } = this.machine ?? {};
    const body = machine && this.ground ? bodyAt(machine, this.frame) : null;
    return { x: body?.dx ?? 0, y: body?.dy ?? 0 };
  }

  /** The place of the machine under a place of the drawing, mm. */
  modelAt(at: Vec): Vec {
    const p = toModel(this.view, at.x, at.y);
    const { x, y } = this.driven;
    return { x: p.x - x, y: p.y - y };
  }

  /** The place of the row at work under a place of the drawing. */
  placeAt(at: Vec): number | null {
    if (!this.painter || this.stale) return null;
    const p = this.modelAt(at);
    return placeAt(this.painter.scene, p.x, p.y, PLACE_REACH / this.view.scale);
  }

  /** The places of the row at work within a box of the drawing. */
  placesIn(a: Vec, b: Vec): number[] {
    if (!this.painter || this.stale) return [];
    const p = this.modelAt({ x: Math.min(a.x, b.x), y: Math.max(a.y, b.y) });
    const q = this.modelAt({ x: Math.max(a.x, b.x), y: Math.min(a.y, b.y) });
    return placesIn(this.painter.scene, p.x, p.y, q.x, q.y);
  }

  /** The handle under a place of the drawing. */
  handleAt(at: Vec): Handle | null {
    return handleAt(this.handles, this.view, at);
  }

  hover(grip: Grip | null, cursor: string): void {
    this.stage.container().style.cursor = cursor;
    if (sameGrip(grip, this.hovered)) return;
    this.hovered = grip;
    this.frames.draw(this.handleLayer);
  }

  /** What was found of the row at work: where its path comes too close to itself; while the path is worked on its tightest bend and its corners are marked too. */
  showFindings(findings: readonly Finding[], inspects: boolean): void {
    this.findings = findings;
    this.inspects = inspects;
    this.frames.draw(this.machineLayer);
  }

  /** Takes the machine that the rows to be shown make. */
  setMachine(machine: Machine | null, frame: number): void {
    if (machine !== (this.machine?.machine ?? null))
      this.machine = machine ? new MachinePainter(machine) : null;
    this.frame = frame;
  }

  /** Goes to a frame of the loop. */
  moveTo(frame: number): void {
    this.frame = frame;
    this.standRows();
    this.frames.draw(this.machineLayer);
  }

  /** The way of a link through the loop; null shows none. */
  showTrail(trail: ShownTrail | null): void {
    this.trail = trail;
    this.frames.draw(this.machineLayer);
  }

  /** Lets a body that can drive do so over the ground, as this paints it; null keeps it in its place. */
  setDrives(ground: typeof paintGround | null): void {
    if (ground !== this.ground) this.frames.draw(this.machineLayer);
    this.ground = ground;
  }

  private laidOf(run: string): LaidRow | null {
    const { machine } = this.machine ?? {};
    return machine?.precomputed.rows.get(run) ?? null;
  }

  private standRows(): void {
    const { machine } = this.machine ?? {};
    this.machine?.moveTo(this.frame);
    for (const painter of this.painters.all) {
      painter.turnings = machine?.motions.get(painter.run)?.turnings ?? painter.fit.turnings;
      moveRow(painter, machine ?? null, painter.run, this.frame);
    }
  }

  /** Rings the chosen wheel. */
  select(wheel: string | null): void {
    this.selected = wheel;
    this.frames.draw(this.machineLayer);
  }

  /** Takes another size. */
  resize(width: number, height: number): void {
    const { stage } = this;
    const before = { width: stage.width(), height: stage.height() };
    if (width === before.width && height === before.height) return;
    // This paints all of it: what has no picture until the next frame would flicker.
    stage.size({ width, height });
    this.seen.resized(before);
  }

  showAll(): void {
    this.seen.all();
  }

  /** Shows what was seen of it when it was left; all of it where that was not the user's own. */
  begin(): void {
    this.seen.begin(this.kept);
  }

  /** What is seen of it, where the user moved it himself. */
  get ownView(): ViewPort | null {
    return this.seen.own;
  }

  zoom(factor: number, at?: Vec): void {
    this.seen.zoom(factor, at);
  }

  pan(dx: number, dy: number): void {
    this.seen.pan(dx, dy);
  }

  get current(): ViewPort {
    return this.view;
  }
  private get view(): ViewPort {
    return this.seen.view;
  }

  /** Keeps what is drawn in the picture, but not while it is being dragged. */
  private follow(): void {
    if (!this.changing) this.seen.follow();
  }

  private bounds(): Bounds {
    return boundsOf({
      sketches: this.sketch.sketches,
      rows: this.painters.all,
      atWork: this.painter,
      stale: this.stale,
      machine: this.machine?.machine ?? null,
      drives: this.ground !== null,
    });
  }

  private draw(): void {
    this.frames.draw(this.paperLayer, this.machineLayer, this.handleLayer);
  }

  private paintPaper(ctx: CanvasRenderingContext2D): void {
    paintPaper(ctx, this.view, this.stage.width(), this.stage.height());
    if (this.backdrop) paintBackdrop(ctx, this.view, this.backdrop.at, this.backdrop.image);
  }

  private paintMachine(ctx: CanvasRenderingContext2D): void {
    const { painter, view } = this;
    const pixel = 1 / view.scale;
    ctx.save();
    ctx.translate(view.x, view.y);
    ctx.scale(view.scale, -view.scale);
    ctx.save();
    this.driveOn(ctx, pixel);
    this.machine?.paintBehind(ctx, pixel);
    const looked = this.rowView();
    const paintRow = (on: CanvasRenderingContext2D, turn: PaintTurn): void => {
      on.globalAlpha = turn.row === painter && this.stale ? 0.25 : 1;
      paintTurn(on, turn, pixel, true, looked);
      on.globalAlpha = 1;
    };
    if (this.changing && !this.stale) {
      const { width, height } = ctx.canvas;
      this.resting.paint(ctx, this.painters.turns, view, [width, height], paintRow);
    } else for (const turn of this.painters.turns) paintRow(ctx, turn);
    this.machine?.paintOver(ctx, pixel);
    this.sketch.paint(ctx, pixel, this.atWork);
    if (painter && !this.stale) {
      paintMarks(ctx, painter.fit, pixel, this.selected, this.blamed);
      paintTravel(ctx, painter.fit, pixel);
      if (this.spot !== null) paintSpot(ctx, painter.fit, this.spot, pixel);
      paintPlaces(ctx, painter.scene, this.chosen, pixel);
      paintApproaches(ctx, painter.fit, this.findings, pixel);
      if (this.inspects) {
        paintTightest(ctx, painter.fit, pixel);
        paintCorners(ctx, painter.fit, pixel);
      }
    }
    ctx.restore();
    // It is seen from the ground.
    this.trail?.(ctx, this.frame, pixel);
    ctx.restore();
  }

  /** What of the rows is in sight. Where the machine drives it is painted somewhere else than it stands. */
  private rowView(): RowView {
    if (this.ground && this.machine) return ALL_IN_FULL;
    return viewOfRows(this.painters.all, this.seen.box);
  }

  /** Moves all that follows on over the ground, where the machine drives. */
  private driveOn(ctx: CanvasRenderingContext2D, pixel: number): void {
    const { machine } = this.machine ?? {};
    const body = machine && this.ground ? bodyAt(machine, this.frame) : null;
    const row = this.painters.of(machine?.job.motion.body?.run);
    if (!machine || !body || !row) return;
    const { scene } = row;
    const below = Math.max(0, ...scene.pieces.map(({ box, setting }) => setting.line - box[1]));
    this.ground?.(ctx, machine, this.frame, below, scene.span, pixel);
    ctx.translate(body.dx, body.dy);
  }

  private paintOver(ctx: CanvasRenderingContext2D): void {
    const { view, overlay, painter } = this;
    const away = painter && !this.stale ? this.seen.wayTo(rowBounds(painter.scene)) : null;
    if (away) paintAway(ctx, away);
    paintGuides(ctx, overlay, view);
    paintHandles(ctx, this.handles, view, this.hovered);
    paintCrosses(ctx, overlay, view);
  }
}
