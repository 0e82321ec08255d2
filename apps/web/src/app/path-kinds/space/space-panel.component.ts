import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  changeSpacePiece,
  deleteSpacePoints,
  drawnFromContour,
  insertSpacePoint,
  joinSpacePaths,
  moveSpacePoints,
  openSpaceAt,
  spacePieces,
  type SpaceDrawn,
  type Vec3,
} from '@coin-relay/core';
import { pathContour, type JobPath, type PathOf } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { removePath, writePath } from '../../document/commands';
import { JobStore } from '../../document/job-store.service';
import { MeasuredPaths } from '../../engine/measured-paths.service';
import { PathWork } from '../../session/path-work.service';
import { CHOICE } from '../../shared/choice.directive';
import { LengthFieldComponent } from '../../shared/length-field.component';
import { injectPathPanel } from '../path-of-kind';
import { PointTableComponent, type PointColumn } from '../point-table.component';
import { before, pulled } from './handles';

type Space = PathOf<'space'>;
type Point = Space['points'][number];

/** Ends nearer than this become one point when paths are joined, mm. */
const JOIN_REACH = 0.1;
const AXES = ['x', 'y', 'z'] as const;

/** A path in space: its points in numbers, and what can be done to those that are chosen. */
@Component({
  selector: 'relay-space-panel',
  imports: [CHOICE, LengthFieldComponent, NzButtonComponent, PointTableComponent],
  templateUrl: './space-panel.component.html',
  styleUrls: ['../../shared/step.less'],
  styles: `
    .words {
      flex-wrap: wrap;
      gap: 2px 6px;
    }
    .group {
      margin-top: 8px;
    }
    .axes {
      display: inline-flex;
      flex-wrap: wrap;
      justify-content: flex-end;
      gap: 4px 6px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SpacePanelComponent {
  private readonly store = inject(JobStore);
  private readonly work = inject(PathWork);
  private readonly measured = inject(MeasuredPaths);
  protected readonly panel = injectPathPanel('space');
  protected readonly axes = AXES;
  protected readonly columns: readonly PointColumn[] = [
    { key: 'x', head: 'x', words: 'x' },
    { key: 'y', head: 'y', words: 'y' },
    { key: 'z', head: 'z', words: 'z' },
    { key: 'radius', head: 'rounded', words: 'rounded to', missing: 0, least: 0 },
  ];
  private readonly choice = toSignal(this.work.choice$, { requireSync: true });
  protected readonly chosen = computed(() => [...this.choice().points].sort((a, b) => a - b));
  protected readonly heading = computed(() => {
    const n = this.chosen().length;
    return n === 1 ? `Point ${this.chosen()[0] + 1}` : `${n} points`;
  });
  /** Pieces both of whose ends are chosen; of a single point the one that leads on from it. */
  protected readonly pieces = computed(() => {
    const path = this.panel.path();
    const { points } = this.choice();
    if (!path) return [];
    const n = path.points.length;
    return [...points].filter((i) => i < spacePieces(path) && (points.size === 1 || points.has((i + 1) % n)));
  });
  /** The handles of a single chosen point, as offsets from it. */
  protected readonly arms = computed(() => {
    const path = this.panel.path();
    const [i, ...more] = this.chosen();
    if (!path || i === undefined || more.length > 0) return [];
    const back = before(path, i);
    const incoming = back === null ? undefined : path.points[back]?.next;
    const outgoing = i < spacePieces(path) ? path.points[i]?.next : undefined;
    return [
      ...(incoming?.kind === 'curve' ? [{ side: 'in' as const, words: 'back', at: incoming.in }] : []),
      ...(outgoing?.kind === 'curve' ? [{ side: 'out' as const, words: 'on', at: outgoing.out }] : []),
    ];
  });
  /** Other open paths that this one can be joined to. */
  protected readonly joinable = computed((): readonly JobPath[] => {
    const job = this.panel.job();
    const path = this.panel.path();
    if (!job || !path || path.closed) return [];
    return job.paths.filter((other) => {
      if (other.id === path.id) return false;
      const measured = this.measured.of(job, other.id);
      return measured !== null && !measured.closed && (other.kind === 'space' || other.kind === 'drawn');
    });
  });

  protected setPoint({ index, key, value }: { index: number; key: string; value: number }): void {
    this.edit(key === 'radius' ? 'Round corner' : 'Move point', (path) => ({
      ...path,
      points: path.points.map((point, i) => (i === index ? { ...point, [key]: value } : point)),
    }));
  }

  protected setMany(rows: readonly (readonly number[])[], from: number): void {
    this.edit('Paste points', (path) => {
      const points = [...path.points];
      rows.forEach(([x, y, z, radius], k) => {
        const next = points.at(from + k)?.next ?? { kind: 'line' as const };
        points[from + k] = { x, y, z, radius, next };
      });
      return { ...path, points };
    });
  }

  protected choose(index: number, more: boolean): void {
    this.work.choosePoints(more ? [...this.choice().points, index] : [index]);
  }

  protected closeOrOpen(): void {
    const path = this.panel.path();
    const [i] = this.chosen();
    if (!path) return;
    if (path.closed) this.edit('Open path', (p) => openSpaceAt(p, i ?? 0));
    else this.edit('Close path', (p) => ({ ...p, closed: true }));
  }

  protected remove(): void {
    this.edit('Delete points', (path) => deleteSpacePoints(path, this.choice().points));
    this.work.choosePoints([]);
  }

  protected midway(): void {
    this.edit('Insert points', (path) =>
      [...this.pieces()].sort((a, b) => b - a).reduce((made, i) => insertSpacePoint(made, i, 0.5), path),
    );
    this.work.choosePoints([]);
  }

  protected lead(to: 'line' | 'curve'): void {
    this.edit('Change stretch', (path) =>
      this.pieces().reduce((made, i) => changeSpacePiece(made, i, to), path),
    );
  }

  /** Brings the chosen points to one coordinate: their mean. */
  protected level(axis: (typeof AXES)[number]): void {
    const chosen = this.choice().points;
    this.edit('Level points', (path) => {
      const mean = [...chosen].reduce((sum, i) => sum + path.points[i][axis], 0) / chosen.size;
      return {
        ...path,
        points: path.points.map((point, i) => (chosen.has(i) ? { ...point, [axis]: mean } : point)),
      };
    });
  }

  protected round(radius: number): void {
    const chosen = this.choice().points;
    this.edit('Round corners', (path) => ({
      ...path,
      points: path.points.map((point, i) => (chosen.has(i) ? { ...point, radius } : point)),
    }));
  }

  protected moveBy(axis: (typeof AXES)[number], by: number): void {
    const none: Vec3 = { x: 0, y: 0, z: 0 };
    this.edit('Move points', (path) => moveSpacePoints(path, this.choice().points, { ...none, [axis]: by }));
  }

  protected pull(side: 'in' | 'out', axis: (typeof AXES)[number], to: number): void {
    const [i] = this.chosen();
    if (i !== undefined) this.edit('Pull handle', (path) => pulled(path, i, side, { [axis]: to }));
  }

  /** Joins another open path to this one; it goes where nothing else needs it. */
  protected join(id: string): void {
    const path = this.panel.path();
    const { job } = this.store;
    const other = job?.paths.find((p) => p.id === id);
    if (!path || !job || !other) return;
    const joined = joinSpacePaths(path, other.kind === 'space' ? other : inSpace(job, other), JOIN_REACH);
    this.store.change({
      label: 'Join paths',
      recipe: (draft) => {
        writePath(draft, path, joined);
        removePath(id).recipe(draft);
      },
    });
    this.work.choosePoints([]);
  }

  private edit(label: string, work: (path: Space) => Space): void {
    const path = this.panel.path();
    if (path) this.panel.change(work(path), label);
  }
}

/** A path of the drawing as one in space. Arcs, which have no handles, go straight. */
function inSpace(job: Parameters<typeof pathContour>[0], path: JobPath): SpaceDrawn {
  const { closed, points } = drawnFromContour(pathContour(job, path));
  return {
    closed,
    points: points.map(({ x, y, next }): Point => ({
      x,
      y,
      z: 0,
      radius: 0,
      next:
        next.kind === 'curve'
          ? { kind: 'curve', out: { ...next.out, z: 0 }, in: { ...next.in, z: 0 } }
          : { kind: 'line' },
    })),
  };
}
