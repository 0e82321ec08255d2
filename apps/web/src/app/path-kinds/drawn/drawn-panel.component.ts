import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  breakAtPoint,
  changeSegment,
  closePath,
  deletePoints,
  drawnFromContour,
  insertMidway,
  joinDrawn,
  levelPoints,
  movePoint,
  nextIndex,
  openAtPoint,
  placementAbout,
  placePoints,
  previousIndex,
  pullHandle,
  setFlow,
  segmentCount,
  type DrawnPath,
} from '@coin-relay/core';
import { freshId, pathContour, withDrawn } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { addPath, removePath, writePath } from '../../document/commands';
import { JobStore } from '../../document/job-store.service';
import { PlaceFieldComponent } from '../../shared/place-field.component';
import { LengthFieldComponent } from '../../shared/length-field.component';
import { NumberFieldComponent } from '../../shared/number-field.component';
import { MeasuredPaths } from '../../engine/measured-paths.service';
import { PathWork } from '../../session/path-work.service';
import { injectPathPanel } from '../path-of-kind';
import { PointTableComponent, type PointColumn } from '../point-table.component';
import { CHOICE } from '../../shared/choice.directive';

/** Ends nearer than this become one point when paths are joined, mm. */
const JOIN_REACH = 0.1;

/** A drawn path: its points in numbers, and what can be done to those that are chosen. */
@Component({
  selector: 'relay-drawn-panel',
  imports: [
    CHOICE,
    NzButtonComponent,
    PointTableComponent,
    LengthFieldComponent,
    PlaceFieldComponent,
    NumberFieldComponent,
  ],
  templateUrl: './drawn-panel.component.html',
  styleUrls: ['../../shared/step.less'],
  styles: `
    .words {
      flex-wrap: wrap;
      gap: 2px 6px;
    }
    .group {
      margin-top: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DrawnPanelComponent {
  private readonly store = inject(JobStore);
  private readonly work = inject(PathWork);
  private readonly measured = inject(MeasuredPaths);
  protected readonly panel = injectPathPanel('drawn');
  protected readonly columns: readonly PointColumn[] = [
    { key: 'x', head: 'right', words: 'to the right' },
    { key: 'y', head: 'up', words: 'up' },
  ];
  private readonly choice = toSignal(this.work.choice$, { requireSync: true });
  protected readonly mode = toSignal(this.work.mode$, { requireSync: true });
  protected readonly chosen = computed(() => [...this.choice().points].sort((a, b) => a - b));

  /** Stretches both of whose ends are chosen. */
  protected readonly stretches = computed(() => {
    const path = this.panel.path();
    const points = this.choice().points;
    if (!path) return [];
    return [...points].filter((i) => i < segmentCount(path) && points.has(nextIndex(path, i)));
  });
  protected readonly heading = computed(() => {
    const n = this.chosen().length;
    return n === 1 ? `Point ${this.chosen()[0] + 1}` : `${n} points`;
  });
  protected readonly flows = computed(() => {
    const path = this.panel.path();
    return this.chosen().every((i) => path?.points[i]?.flowing);
  });
  /** Other open paths that this one can be joined to. */
  protected readonly joinable = computed(() => {
    const job = this.panel.job();
    const path = this.panel.path();
    if (!job || !path || path.closed || path.points.length < 2) return [];
    return job.paths.filter((other) => {
      if (other.id === path.id) return false;
      const measured = this.measured.of(job, other.id);
      return measured !== null && !measured.closed;
    });
  });
  protected readonly canBreak = computed(() => {
    const path = this.panel.path();
    const [i, ...more] = this.chosen();
    return (
      !!path && i !== undefined && more.length === 0 && (path.closed || (i > 0 && i < path.points.length - 1))
    );
  });

  /** The handles of a single chosen point, as offsets from it. */
  protected readonly arms = computed(() => {
    const path = this.panel.path();
    const [i, ...more] = this.chosen();
    if (!path || i === undefined || more.length > 0) return [];
    const before = previousIndex(path, i);
    const incoming = before === null ? undefined : path.points[before]?.next;
    const outgoing = i < segmentCount(path) ? path.points[i]?.next : undefined;
    return [
      ...(incoming?.kind === 'curve' ? [{ side: 'in' as const, words: 'back', at: incoming.in }] : []),
      ...(outgoing?.kind === 'curve' ? [{ side: 'out' as const, words: 'on', at: outgoing.out }] : []),
    ];
  });

  protected pull(side: 'in' | 'out', x: number, y: number): void {
    const [i] = this.chosen();
    if (i !== undefined) this.edit('Pull handle', (path) => pullHandle(path, i, side, { x, y }));
  }

  protected draw(): void {
    this.work.choosePoints([]);
    this.work.setMode(this.mode() === 'place' ? 'arrange' : 'place');
  }

  protected flow(flowing: boolean): void {
    this.edit(flowing ? 'Make points flow' : 'Make points sharp', (path) =>
      this.chosen().reduce((made, i) => setFlow(made, i, flowing), path),
    );
  }

  protected stretch(kind: 'line' | 'curve' | 'arc'): void {
    this.edit('Change stretch', (path) =>
      this.stretches().reduce((made, i) => changeSegment(made, i, kind), path),
    );
  }

  protected midway(): void {
    this.edit('Insert points', (path) => insertMidway(path, new Set(this.stretches())));
    this.work.choosePoints([]);
  }

  protected remove(): void {
    this.edit('Delete points', (path) => deletePoints(path, this.choice().points));
    this.work.choosePoints([]);
  }

  protected level(axis: 'x' | 'y'): void {
    this.edit('Level points', (path) => levelPoints(path, this.choice().points, axis));
  }

  protected moveBy(x: number, y: number): void {
    this.edit('Move points', (path) =>
      placePoints(path, this.choice().points, { k: 1, turn: 0, x, y, mirror: false }),
    );
  }

  protected turnBy(degrees: number): void {
    this.place('Turn points', 1, (degrees * Math.PI) / 180);
  }

  protected scaleBy(factor: number): void {
    this.place('Scale points', factor, 0);
  }

  protected setPoint({ index, key, value }: { index: number; key: string; value: number }): void {
    this.edit('Move point', (path) => {
      const { x, y } = path.points[index];
      return movePoint(path, index, { x, y, [key]: value });
    });
  }

  protected setMany(rows: readonly (readonly number[])[], from: number): void {
    this.edit('Paste points', (path) => {
      let made: DrawnPath = path;
      rows.forEach(([x, y], k) => {
        const row = { x, y };
        const i = from + k;
        if (i < made.points.length) made = movePoint(made, i, row);
        else made = { ...made, points: [...made.points, { ...row, next: { kind: 'line' } }] };
      });
      return made;
    });
  }

  protected choose(index: number, more: boolean): void {
    if (!more) this.work.choosePoints([index]);
    else this.work.choosePoints([...this.choice().points, index]);
  }

  protected closeOrOpen(): void {
    const [i] = this.chosen();
    const path = this.panel.path();
    if (!path) return;
    if (path.closed) this.edit('Open path', (p) => openAtPoint(p, i ?? 0));
    else this.edit('Close path', (p) => closePath(p, 1e-3));
  }

  /** Opens a closed path at the chosen point, or makes two paths of an open one. */
  protected breakHere(): void {
    const path = this.panel.path();
    const { job } = this.store;
    const [i] = this.chosen();
    if (!path || !job || i === undefined) return;
    if (path.closed) {
      this.edit('Break path', (p) => openAtPoint(p, i));
      return;
    }
    const parts = breakAtPoint(path, i);
    if (!parts) return;
    const rest = withDrawn(
      { ...path, id: freshId(job.paths, 'drawn'), name: `${path.name} (rest)`.slice(0, 80) },
      parts[1],
    );
    this.store.change({
      label: 'Break path',
      recipe: (draft) => {
        writePath(draft, path, withDrawn(path, parts[0]));
        addPath(rest).recipe(draft);
      },
    });
    this.work.choosePoints([]);
  }

  /** Joins another open path to this one; it goes where nothing else needs it. */
  protected join(id: string): void {
    const path = this.panel.path();
    const { job } = this.store;
    const other = job?.paths.find((p) => p.id === id);
    if (!path || !job || !other) return;
    const joined = joinDrawn(path, drawnFromContour(pathContour(job, other)), JOIN_REACH);
    this.store.change({
      label: 'Join paths',
      recipe: (draft) => {
        writePath(draft, path, withDrawn(path, joined));
        removePath(id).recipe(draft);
      },
    });
    this.work.choosePoints([]);
  }

  private place(label: string, k: number, turn: number): void {
    this.edit(label, (path) => {
      const points = this.chosen().map((i) => path.points[i]);
      const middle = {
        x: points.reduce((sum, p) => sum + p.x, 0) / points.length,
        y: points.reduce((sum, p) => sum + p.y, 0) / points.length,
      };
      return placePoints(path, this.choice().points, placementAbout(middle, k, turn));
    });
  }

  private edit(label: string, work: (path: DrawnPath) => DrawnPath): void {
    const path = this.panel.path();
    if (path) this.panel.change(withDrawn(path, work(path)), label);
  }
}
