import { materialsOf, moveRow, type Machine } from '@coin-relay/model';
import {
  colourOf,
  groundOf,
  INK,
  machineBounds,
  machineParts,
  rowBounds,
  type MachineParts,
} from '@coin-relay/scene';
import { newOutline, type Brush, type Outline, type Pictures } from './brush';
import { paintMarks } from './mark-painter';
import { PartPainter } from './part-painter';
import { RowPainter, viewOfRows } from './row-painter';
import { paintTurn, paintTurns, type PaintTurn } from './row-turns';
import { fitView, roundAll, type Bounds, type ViewPort } from './view-port';

/** What of a machine is in a picture. */
export interface FrameWanted {
  /** Only these rows; all where nothing is said. */
  readonly runs?: readonly string[] | undefined;
  readonly path: boolean;
  /** Marks where places are left out. */
  readonly marks: boolean;
  readonly wheels: boolean;
  /** What lies between the rows. */
  readonly machine: boolean;
  /** The ground, where the machine drives over one. */
  readonly ground: boolean;
}

/** How large a picture is, and what lies under it. */
export interface FrameLook {
  /** px. */
  readonly width: number;
  readonly height: number;
  /** The part of its shorter side that is left free on each side. */
  readonly margin: number;
  /** The colour it is painted on; null leaves it clear. */
  readonly paper: string | null;
}

/** Paints the frames of a loop, one after the other, each as all of the machine in a picture. What it needs is made once. */
export class FramePainter {
  private readonly rows: readonly RowPainter[];
  private readonly turns: readonly PaintTurn[];
  private readonly partsAt: ((frame: number, pixel?: number) => MachineParts) | null;
  private readonly parts: PartPainter;
  private readonly ground: {
    readonly line: Outline;
    readonly shift: (frame: number) => { x: number; y: number };
  } | null;
  /** How it is seen: the same in all frames. */
  readonly view: ViewPort;

  constructor(
    private readonly machine: Machine,
    private readonly wanted: FrameWanted,
    private readonly look: FrameLook,
    pictures: Pictures | null,
  ) {
    const { runs } = wanted;
    this.rows = [...machine.rows.values()]
      .filter(({ resolved }) => !runs || runs.includes(resolved.run.id))
      .map(({ fit, setOut, resolved: { run, sequence } }) => {
        const laid = machine.precomputed.rows.get(run.id) ?? null;
        const row = new RowPainter(fit, setOut, sequence, pictures, run.id, laid);
        row.turnings = machine.motions.get(run.id)?.turnings ?? fit.turnings;
        row.wheelsShown = wanted.wheels;
        return row;
      });
    this.turns = paintTurns(this.rows);
    const materials = materialsOf(machine.job);
    this.parts = new PartPainter((material) => colourOf(materials, material));
    this.partsAt = wanted.machine ? machineParts(machine) : null;
    const between = wanted.machine ? machineBounds(machine) : null;
    const boxes: Bounds[] = this.rows.map(({ scene }) => rowBounds(scene));
    const box = roundAll(between ? [...boxes, between] : boxes);
    const { width, height, margin } = look;
    this.view = fitView(box, width, height, margin * Math.min(width, height));
    this.ground = wanted.ground ? this.groundIn(box) : null;
  }

  private groundIn([x0, y0, x1, y1]: Bounds): FramePainter['ground'] {
    const { machine, look, view } = this;
    const row = this.rows.find(({ run }) => run === machine.job.motion.body?.run);
    const reach = Math.max(x1 - x0 + y1 - y0, (look.width + look.height) / view.scale);
    const found = row ? groundOf(machine, row.scene, reach) : null;
    return found && { line: newOutline(found.d), shift: found.shift };
  }

  /** Paints one frame over all of a canvas. */
  paint(brush: Brush, frame: number): void {
    const { machine, look, view, partsAt } = this;
    const pixel = 1 / view.scale;
    brush.setTransform(1, 0, 0, 1, 0, 0);
    brush.clearRect(0, 0, look.width, look.height);
    if (look.paper !== null) {
      brush.fillStyle = look.paper;
      brush.fillRect(0, 0, look.width, look.height);
    }
    brush.setTransform(view.scale, 0, 0, -view.scale, view.x, view.y);
    this.paintGround(brush, frame, pixel);
    const parts = partsAt?.(frame, pixel);
    if (parts) this.parts.paint(brush, parts.behind, pixel);
    for (const row of this.rows) moveRow(row, machine, row.run, frame);
    const looked = viewOfRows(this.rows, null);
    for (const turn of this.turns) paintTurn(brush, turn, pixel, this.wanted.path, looked);
    if (this.wanted.marks) for (const { scene } of this.rows) paintMarks(brush, scene, pixel);
    if (parts) this.parts.paint(brush, parts.over, pixel);
  }

  private paintGround(brush: Brush, frame: number, pixel: number): void {
    if (!this.ground) return;
    const { x, y } = this.ground.shift(frame);
    brush.save();
    brush.translate(x, y);
    brush.strokeStyle = INK;
    brush.lineWidth = 1.5 * pixel;
    brush.stroke(this.ground.line);
    brush.restore();
  }
}
