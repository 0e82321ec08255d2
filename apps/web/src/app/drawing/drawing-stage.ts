import type { FitOutcome } from '@coin-relay/core';
import type { JobPiece } from '@coin-relay/model';
import Konva from 'konva';
import { THEME } from '../shared/theme';
import { pictureBounds } from './picture-bounds';
import { RowPainter } from './row-painter';
import { fitView, roundStep, toModel, toScreen, zoomAbout, type ViewPort } from './view-port';
import { paintPath, paintMarks } from './path-painter';

/** What the stage tells the component of. Positions are of the model, mm. */
export interface StageEvents {
  selectWheel(id: string | null): void;
  dragStart(id: string): void;
  drag(id: string, x: number, y: number): void;
  dragEnd(id: string): void;
  viewChanged(view: ViewPort): void;
}

/** Room round the picture, px, when all of it is shown. */
const MARGIN = 46;

/**
 * The drawing surface: paper, wheels, the row, and handles. All links are one custom-drawn
 * shape. Knows nothing of Angular or of the document.
 */
export class DrawingStage {
  private readonly stage: Konva.Stage;
  private readonly paperLayer = new Konva.Layer({ listening: false });
  private readonly machineLayer = new Konva.Layer({ listening: false });
  private readonly handleLayer = new Konva.Layer();
  private readonly handles = new Map<string, Konva.Circle>();
  private view: ViewPort = { scale: 1, x: 0, y: 0 };
  private painter: RowPainter | null = null;
  private travel = 0;
  private selected: string | null = null;
  private stale = false;
  private blamed: readonly string[] = [];
  private dragging: string | null = null;

  constructor(
    container: HTMLDivElement,
    private readonly events: StageEvents,
  ) {
    this.stage = new Konva.Stage({
      container,
      width: container.clientWidth,
      height: container.clientHeight,
      draggable: true,
    });
    this.paperLayer.add(
      new Konva.Shape({ sceneFunc: (c) => this.paintPaper(c._context), perfectDrawEnabled: false }),
    );
    this.machineLayer.add(
      new Konva.Shape({ sceneFunc: (c) => this.paintMachine(c._context), perfectDrawEnabled: false }),
    );
    this.stage.add(this.paperLayer, this.machineLayer, this.handleLayer);
    this.bindStage();
  }

  destroy(): void {
    this.stage.destroy();
  }

  /** Shows a fit. `stale` greys it: it is the last good one, not that of the newest document. */
  show(fit: FitOutcome, sequence: readonly JobPiece[], stale: boolean, blamed: readonly string[]): void {
    if (this.painter?.fit !== fit) {
      this.painter = new RowPainter(fit, sequence);
      this.painter.moveTo(this.travel);
      this.placeHandles();
    }
    this.stale = stale;
    this.blamed = blamed;
    this.draw();
  }

  moveTo(travel: number): void {
    this.travel = travel;
    this.painter?.moveTo(travel);
    this.machineLayer.batchDraw();
  }

  select(id: string | null): void {
    this.selected = id;
    this.placeHandles();
    this.draw();
  }

  resize(width: number, height: number): void {
    this.stage.size({ width, height });
    this.draw();
  }

  showAll(): void {
    if (!this.painter) return;
    this.setView(fitView(pictureBounds(this.painter.fit), this.stage.width(), this.stage.height(), MARGIN));
  }

  zoom(factor: number): void {
    this.setView(zoomAbout(this.view, this.stage.width() / 2, this.stage.height() / 2, factor));
  }

  get hasPicture(): boolean {
    return this.painter !== null;
  }

  private setView(view: ViewPort): void {
    this.view = view;
    this.placeHandles();
    this.draw();
    this.events.viewChanged(view);
  }

  private draw(): void {
    this.paperLayer.batchDraw();
    this.machineLayer.batchDraw();
    this.handleLayer.batchDraw();
  }

  private bindStage(): void {
    this.stage.on('wheel', (event) => {
      event.evt.preventDefault();
      const at = this.stage.getPointerPosition();
      if (at) this.setView(zoomAbout(this.view, at.x, at.y, Math.exp(-event.evt.deltaY * 0.0015)));
    });
    // Dragging the ground moves the view, not the stage: layers stay where they are.
    let last: { x: number; y: number } | null = null;
    this.stage.on('dragstart', (event) => {
      if (event.target === this.stage) last = this.stage.getPointerPosition();
    });
    this.stage.on('dragmove', (event) => {
      if (event.target !== this.stage) return;
      const at = this.stage.getPointerPosition();
      this.stage.position({ x: 0, y: 0 });
      if (at && last)
        this.setView({ ...this.view, x: this.view.x + at.x - last.x, y: this.view.y + at.y - last.y });
      last = at;
    });
    this.stage.on('dragend', (event) => {
      if (event.target === this.stage) this.stage.position({ x: 0, y: 0 });
    });
    this.stage.on('click tap', (event) => {
      if (event.target === this.stage) this.events.selectWheel(null);
    });
  }

  /** One round grip a wheel: as large as the wheel's inside, so that it is easy to hit. */
  private placeHandles(): void {
    const wheels = this.painter?.fit.layout.wheels ?? [];
    const seen = new Set<string>();
    for (const wheel of wheels) {
      seen.add(wheel.id);
      const handle = this.handles.get(wheel.id) ?? this.addHandle(wheel.id);
      const at = toScreen(this.view, wheel.x, wheel.y);
      const radius = Math.max(14, wheel.radius * this.view.scale * 0.8);
      handle.radius(radius);
      if (this.dragging !== wheel.id) handle.position(at);
    }
    for (const [id, handle] of this.handles) {
      if (seen.has(id)) continue;
      handle.destroy();
      this.handles.delete(id);
    }
  }

  private addHandle(id: string): Konva.Circle {
    const handle = new Konva.Circle({
      radius: 14,
      fill: 'rgba(0,0,0,0.001)',
      draggable: true,
      name: `wheel-${id}`,
    });
    handle.on('mouseenter', () => this.cursor('grab'));
    handle.on('mouseleave', () => this.cursor('default'));
    handle.on('click tap', () => this.events.selectWheel(id));
    handle.on('dragstart', () => {
      this.dragging = id;
      this.cursor('grabbing');
      this.events.selectWheel(id);
      this.events.dragStart(id);
    });
    handle.on('dragmove', () => {
      const at = toModel(this.view, handle.x(), handle.y());
      this.events.drag(id, at.x, at.y);
    });
    handle.on('dragend', () => {
      this.dragging = null;
      this.cursor('grab');
      this.events.dragEnd(id);
      this.placeHandles();
    });
    this.handles.set(id, handle);
    this.handleLayer.add(handle);
    return handle;
  }

  private cursor(name: string): void {
    this.stage.container().style.cursor = name;
  }

  private paintPaper(ctx: CanvasRenderingContext2D): void {
    const { width, height } = { width: this.stage.width(), height: this.stage.height() };
    const { scale, x, y } = this.view;
    ctx.fillStyle = THEME.paper;
    ctx.fillRect(0, 0, width, height);
    const step = roundStep(scale, 16) * scale;
    const line = (at: number, vertical: boolean, strong: boolean): void => {
      ctx.strokeStyle = strong ? THEME.ruleStrong : THEME.rule;
      ctx.lineWidth = strong ? 1 : 0.5;
      ctx.beginPath();
      const p = Math.round(at) + 0.5;
      ctx.moveTo(vertical ? p : 0, vertical ? 0 : p);
      ctx.lineTo(vertical ? p : width, vertical ? height : p);
      ctx.stroke();
    };
    for (const [origin, size, vertical] of [
      [x, width, true],
      [y, height, false],
    ] as const) {
      for (let k = Math.ceil(-origin / step); origin + k * step < size; k++)
        line(origin + k * step, vertical, k % 5 === 0);
    }
  }

  private paintMachine(ctx: CanvasRenderingContext2D): void {
    const { painter, view } = this;
    if (!painter) return;
    const pixel = 1 / view.scale;
    ctx.save();
    ctx.globalAlpha = this.stale ? 0.35 : 1;
    ctx.translate(view.x, view.y);
    ctx.scale(view.scale, -view.scale);
    painter.paint(ctx, this.travel, pixel, () => paintPath(ctx, painter.fit, pixel));
    ctx.globalAlpha = 1;
    paintMarks(ctx, painter.fit, pixel, this.selected, this.blamed);
    ctx.restore();
  }
}
