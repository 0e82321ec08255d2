import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { pathBounds } from '@coin-relay/core';
import { beginPath, freshPathName, materialsOf, type JobPath, type SetOut } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { addPath } from '../document/commands';
import { JobContext } from '../session/job-context.service';
import { PathWork } from '../session/path-work.service';
import { AngleFieldComponent } from '../shared/angle-field.component';
import { CountFieldComponent } from '../shared/count-field.component';
import { PlaceFieldComponent } from '../shared/place-field.component';
import { LengthFieldComponent } from '../shared/length-field.component';
import { SetOutWork } from './set-out-work.service';
import { FoldComponent } from '../shared/fold.component';
import { CHOICE } from '../shared/choice.directive';
import { HoldsDirective } from '../shared/holds.directive';

const OVERLAPS: readonly (readonly [SetOut['overlap'], string])[] = [
  ['as-made', 'as they are made: outer over inner'],
  ['next-over', 'each lies over the one before it'],
  ['next-under', 'each lies under the one before it'],
  ['linked', 'linked: one side over, the other side under'],
];
const WAYS: readonly (readonly [NonNullable<SetOut['reach']>['way'], string])[] = [
  ['up', 'upwards'],
  ['down', 'downwards'],
  ['out', 'out of the path'],
  ['in', 'into the path'],
];

/** What holds for the whole row: overlap, rows side by side, twin, boundary, reach, finishes by seed. */
@Component({
  selector: 'relay-layout-panel',
  imports: [
    HoldsDirective,
    CHOICE,
    NzButtonComponent,
    FoldComponent,
    NzCheckboxModule,
    AngleFieldComponent,
    CountFieldComponent,
    LengthFieldComponent,
    PlaceFieldComponent,
  ],
  templateUrl: './layout-panel.component.html',
  styleUrls: ['../shared/step.less', './panels.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LayoutPanelComponent {
  private readonly work = inject(SetOutWork);
  private readonly context = inject(JobContext);
  private readonly pathWork = inject(PathWork);
  protected readonly view = toSignal(this.work.view$, { initialValue: null });
  private readonly laid = toSignal(this.work.laid$, { initialValue: null });
  protected readonly overlaps = OVERLAPS;
  protected readonly ways = WAYS;
  /** Other paths of the job. */
  protected readonly paths = computed(() => {
    const view = this.view();
    return view ? view.job.paths.filter(({ id }) => id !== view.run.path) : [];
  });
  /** What a row can be kept by: other paths, and its own where it closes. */
  protected readonly bounds = computed(() => {
    const [view, closed] = [this.view(), this.laid()?.fit.layout.path.closed];
    return view ? view.job.paths.filter(({ id }) => id !== view.run.path || closed) : [];
  });
  protected readonly materials = computed(() => materialsOf(this.view()?.job ?? {}));

  protected overlap(value: string): void {
    const found = OVERLAPS.find(([overlap]) => overlap === value);
    if (found) this.work.change((setOut) => (setOut.overlap = found[0]), 'Change overlap');
  }

  protected rows(change: Partial<SetOut['rows']>): void {
    this.work.change((setOut) => Object.assign(setOut.rows, change), 'Change rows');
  }

  /** A twin begins beside the row: over an upright line at its right. */
  protected twin(on: boolean): void {
    const path = this.laid()?.fit.layout.path;
    const [x0, , x1, y1] = path ? pathBounds(path) : [0, 0, 100, 0];
    const x = Math.ceil(x1 + (x1 - x0) * 0.15);
    this.work.change(
      (setOut) => (setOut.twin = on ? { x, y: Math.round(y1), angle: Math.PI / 2 } : null),
      'Change twin',
    );
    if (on) this.context.showAll();
  }

  protected moveTwin(change: Partial<NonNullable<SetOut['twin']>>): void {
    this.work.change((setOut) => {
      if (setOut.twin) Object.assign(setOut.twin, change);
    }, 'Change twin');
  }

  protected boundary(choice: string): void {
    const made = choice.startsWith('+') ? this.newBoundary(choice === '+circle') : null;
    const path = made?.id ?? choice;
    this.work.change(
      (setOut) =>
        (setOut.boundary =
          path === ''
            ? null
            : { keep: setOut.boundary?.keep ?? 'inside', how: setOut.boundary?.how ?? 'cut', path }),
      'Change boundary',
      made && addPath(made),
    );
  }

  /** A shape over the left part of the row, so that it is seen what a boundary does. */
  private newBoundary(round: boolean): JobPath | null {
    const [view, path] = [this.view(), this.laid()?.fit.layout.path];
    if (!view || !path) return null;
    const [x0, y0, x1, y1] = pathBounds(path);
    const wide = Math.max(x1 - x0, (y1 - y0) / 2);
    const tall = Math.max(y1 - y0, wide / 2);
    const begun = beginPath(view.job, round ? 'circle' : 'rectangle')?.path;
    if (begun?.kind !== 'shape') return null;
    const name = freshPathName(view.job, 'Boundary');
    const at = { x: figureOf(x0 + 0.3 * wide), y: figureOf((y0 + y1) / 2) };
    const { shape } = begun;
    return shape.of === 'circle'
      ? { ...begun, name, shape: { ...shape, ...at, radius: figureOf(0.35 * Math.max(wide, tall)) } }
      : shape.of === 'rectangle'
        ? {
            ...begun,
            name,
            shape: { ...shape, ...at, corner: 0, width: figureOf(0.8 * wide), height: figureOf(1.4 * tall) },
          }
        : null;
  }

  /** Goes to the path step, at work on the boundary. */
  protected shapeBoundary(id: string): void {
    this.pathWork.choose(id);
    this.context.openStep('path');
  }

  protected keep(keep: string, how: string): void {
    this.work.change((setOut) => {
      if (!setOut.boundary) return;
      setOut.boundary.keep = keep === 'outside' ? 'outside' : 'inside';
      setOut.boundary.how = how === 'cut' ? 'cut' : 'whole';
    }, 'Change boundary');
  }

  protected reach(path: string, way: string): void {
    const found = WAYS.find(([name]) => name === way)?.[0] ?? 'up';
    this.work.change((setOut) => (setOut.reach = path === '' ? null : { path, way: found }), 'Change reach');
  }

  protected finish(material: string, on: boolean): void {
    this.work.change((setOut) => {
      const known = setOut.finishes?.materials ?? [];
      const materials = on ? [...known, material] : known.filter((id) => id !== material);
      setOut.finishes = materials.length > 0 ? { seed: setOut.finishes?.seed ?? 1, materials } : null;
    }, 'Change finishes');
  }

  protected seed(seed: number): void {
    this.work.change((setOut) => {
      if (setOut.finishes) setOut.finishes.seed = seed;
    }, 'Change finishes');
  }
}

/** A whole number of millimetres, or of hundredths where it is small. */
const figureOf = (mm: number): number => (Math.abs(mm) >= 10 ? Math.round(mm) : Math.round(mm * 100) / 100);
