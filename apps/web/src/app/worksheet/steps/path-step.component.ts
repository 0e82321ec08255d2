import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { NgComponentOutlet } from '@angular/common';
import { toSignal } from '@angular/core/rxjs-interop';
import { findCorners, placeUnder, tightestBend } from '@coin-relay/core';
import {
  fittedWords,
  formatLength,
  freshId,
  mayRise,
  planeOf,
  planWords,
  profileOf,
} from '@coin-relay/model';
import { catchError, distinctUntilChanged, from, map, of, switchMap } from 'rxjs';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { addPath } from '../../document/commands';
import { JobStore } from '../../document/job-store.service';
import { FitService } from '../../engine/fit.service';
import { FileSheetComponent } from '../../import/file-sheet.component';
import { nameOfLine, pathOfLine, type TakenLines } from '../../import/taken-lines';
import { BackdropComponent } from '../../paths/backdrop.component';
import { MeasuredPaths } from '../../engine/measured-paths.service';
import { MendComponent } from '../../paths/mend.component';
import { toolFor } from '../../path-kinds';
import { PathListComponent } from '../../paths/path-list.component';
import { PlaneComponent } from '../../paths/plane.component';
import { ProfileComponent } from '../../paths/profile.component';
import { PathWork } from '../../session/path-work.service';
import { SnapRulesComponent } from '../../paths/snap-rules.component';
import { FoldComponent } from '../../shared/fold.component';
import { TroubleComponent } from '../../shared/trouble.component';

/** The path: which one, its facts, its own numbers, and what can be done to it. */
@Component({
  selector: 'relay-path-step',
  imports: [
    TroubleComponent,
    NzButtonComponent,
    FoldComponent,
    NgComponentOutlet,
    PathListComponent,
    MendComponent,
    PlaneComponent,
    ProfileComponent,
    SnapRulesComponent,
    BackdropComponent,
    FileSheetComponent,
  ],
  templateUrl: './path-step.component.html',
  styleUrls: ['../../shared/step.less', './path-step.component.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PathStepComponent {
  private readonly store = inject(JobStore);
  private readonly work = inject(PathWork);
  private readonly measured = inject(MeasuredPaths);
  private readonly job = toSignal(this.store.job$);
  private readonly fit = toSignal(inject(FitService).state$, { requireSync: true });
  protected readonly path = toSignal(this.work.path$, { initialValue: null });
  protected readonly mode = toSignal(this.work.mode$, { requireSync: true });
  protected readonly picks = toSignal(this.work.picks$, { requireSync: true });
  protected readonly lies = computed(() => {
    const [job, path] = [this.job(), this.path()];
    return job && path && planeOf(job, path) ? 'in a plane of its own' : '';
  });
  protected readonly rises = computed(() => {
    const path = this.path();
    return path !== null && mayRise(path);
  });
  protected readonly raised = computed(() => {
    const path = this.path();
    const many = path ? (profileOf(path)?.stations.length ?? 0) : 0;
    return many === 0 ? '' : many === 1 ? '1 station' : `${many} stations`;
  });
  /** Which way is up in the job: towards who looks at the drawing where that lies on the ground. */
  protected readonly up = computed(() => (this.job()?.stands === 'lying' ? 'z' : 'y'));
  /** Whether the sheet for files lies over the page. */
  protected readonly files = signal(false);

  /** The panel of the path's kind, once it is loaded; missing where it could not be. */
  protected readonly panel = toSignal(
    this.work.path$.pipe(
      map((path) => path && toolFor(path)),
      distinctUntilChanged(),
      switchMap((tool) =>
        tool ? from(tool.panel()).pipe(catchError(() => of('missing' as const))) : of(null),
      ),
    ),
    { initialValue: null },
  );

  protected readonly shownPanel = computed(() => {
    const panel = this.panel();
    return panel === 'missing' ? null : panel;
  });

  /** Of the fitted path where the row is on it, else of the path as it is drawn. */
  protected readonly facts = computed(() => {
    const job = this.job();
    const at = this.path();
    const { view, problem } = this.fit();
    if (!job || !at) return null;
    const fitted = view && !problem && view.resolved.path.id === at.id ? view : null;
    const path = fitted ? fitted.fit.layout.path : this.measured.of(job, at.id);
    if (!path) return null;
    const tightest = tightestBend(path);
    const corners = findCorners(path).length;
    const close = fitted?.approaches.length ?? 0;
    return {
      length: formatLength(path.length, job.unit),
      which: `${planWords(path, job.unit)}${fitted ? fittedWords(fitted.fit, job.unit) : ''}`,
      closed: path.closed,
      bend: tightest
        ? `tightest bend ${formatLength(tightest.radius, job.unit)} at ${formatLength(tightest.s, job.unit)}`
        : 'straight all the way',
      corners: corners === 0 ? 'no corners' : corners === 1 ? '1 corner' : `${corners} corners`,
      close:
        close === 0
          ? ''
          : `Too close to itself at ${close === 1 ? '1 place' : `${close} places`}: see Check.`,
    };
  });

  protected bringIn(): void {
    this.files.set(true);
  }

  /** Lines of a file become paths of this job; the first is the one to work on. */
  protected take({ lines }: TakenLines): void {
    const { job } = this.store;
    if (!job) return;
    const paths = [...job.paths];
    const made = lines.map((line) => {
      const path = pathOfLine(line, freshId(paths, 'line'), nameOfLine(line));
      paths.push(path);
      return path;
    });
    this.store.change({
      label: made.length === 1 ? 'Add path from file' : 'Add paths from file',
      recipe: (draft) => {
        for (const path of made) addPath(path).recipe(draft);
      },
    });
    this.work.choose(made[0].id);
    this.files.set(false);
  }

  /** What was picked becomes a path that follows the outline. */
  protected makeStretch(): void {
    const { job } = this.store;
    const { path, picks } = this.work;
    const whole = job && path ? this.measured.of(job, path.id) : null;
    if (!job || !path || !whole || picks.length < 2) return;
    // A stretch is one of the line in plan, also where that is raised.
    const { length } = whole.under ?? whole;
    const id = freshId(job.paths, 'stretch');
    this.store.change(
      addPath({
        kind: 'stretch',
        id,
        name: `Stretch of ${path.name}`.slice(0, 80),
        of: path.id,
        picks: picks.map((s) => Math.max(0, Math.min(1, placeUnder(whole, s) / length))),
        way: 'shorter',
      }),
    );
    this.work.choose(id);
  }
}
