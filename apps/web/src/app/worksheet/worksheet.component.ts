import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { PathWork } from '../session/path-work.service';
import { motionSummary, pathSummary, pieceSummary, setOutSummary } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzResizableModule } from 'ng-zorro-antd/resizable';
import { JobStore } from '../document/job-store.service';
import { FitService } from '../engine/fit.service';
import { RunAtWork } from '../session/run-at-work.service';
import { Findings } from '../engine/findings.service';
import { RunListComponent } from './run-list.component';
import { JobContext, type Step } from '../session/job-context.service';
import { CheckStepComponent } from './steps/check-step.component';
import { FitStepComponent } from './steps/fit-step.component';
import { HandOffStepComponent } from './steps/hand-off-step.component';
import { LinkStepComponent } from './steps/link-step.component';
import { MotionStepComponent } from './steps/motion-step.component';
import { PathStepComponent } from './steps/path-step.component';
import { SetOutStepComponent } from './steps/set-out-step.component';

/** How a step stands: something is wrong, all is well, or neither is to be said of it. */
type Mark = 'bad' | 'good' | 'none';

/** Widths that the panel may have, px. */
const LEAST = 280;
const MOST = 620;
const KEPT = 'panel-width';

const MARKS: Record<Mark, string> = { bad: '▲', good: '●', none: '' };

interface StepLine {
  readonly step: Step;
  readonly title: string;
  readonly summary: string;
  readonly mark: Mark;
}

/** The steps in working order, each one press away and with a mark for how it stands; beside them the one at work. */
@Component({
  selector: 'relay-worksheet',
  imports: [
    NzButtonComponent,
    NzResizableModule,
    RunListComponent,
    PathStepComponent,
    LinkStepComponent,
    SetOutStepComponent,
    FitStepComponent,
    MotionStepComponent,
    CheckStepComponent,
    HandOffStepComponent,
  ],
  templateUrl: './worksheet.component.html',
  styleUrl: './worksheet.component.less',
  host: { '[style.--panel]': "width() === null ? null : width() + 'px'" },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WorksheetComponent {
  private readonly store = inject(JobStore);
  private readonly fits = inject(FitService);
  private readonly context = inject(JobContext);
  private readonly findings = inject(Findings);
  private readonly job = toSignal(this.store.job$);
  private readonly run = toSignal(inject(RunAtWork).run$);
  private readonly fitState = toSignal(this.fits.state$, { requireSync: true });
  protected readonly at = toSignal(this.context.step$, { requireSync: true });

  private readonly begins = toSignal(inject(PathWork).beginning$, { initialValue: '' });

  protected readonly lines = computed((): StepLine[] => {
    const job = this.job();
    if (!job) return [];
    const run = this.run();
    const path = job.paths.find((p) => p.id === run?.path);
    const piece = job.pieces.find((p) => p.id === run?.sequence[0]);
    const { view, problem } = this.fitState();
    const line = (step: Step, title: string, summary: string, mark: Mark = 'none'): StepLine => ({
      step,
      title,
      summary,
      mark,
    });
    const findings = this.findings.all();
    const moving = findings.some(({ step }) => step === 'motion');
    const wrong = findings.some(({ weight }) => weight === 'error');
    // An empty sheet is no fault.
    const begins = this.begins() !== '';
    const fits = problem === null && view !== null && view.sentence.verdict.good;
    return [
      line('path', 'Path', path ? pathSummary(job, path) : 'No path yet'),
      line('link', 'Link', piece ? pieceSummary(job, piece) : 'No link yet'),
      line('set-out', 'Set-out', run ? setOutSummary(job, run) : ''),
      line(
        'fit',
        'Fit',
        begins
          ? 'Waits for a path'
          : problem
            ? 'Cannot be fitted as it is'
            : view
              ? view.sentence.verdict.text
              : '',
        begins ? 'none' : problem !== null || (view && !fits) ? 'bad' : fits ? 'good' : 'none',
      ),
      line('motion', 'Motion', motionSummary(job), moving ? 'bad' : 'none'),
      line(
        'check',
        'Check',
        begins ? 'Waits for a path' : checkLine(findings.length),
        begins ? 'none' : wrong ? 'bad' : fits && findings.length === 0 ? 'good' : 'none',
      ),
      line('hand-off', 'Hand-off', 'Drawings, solids, pictures, tables, the job'),
    ];
  });

  protected readonly MARKS = MARKS;
  protected readonly LEAST = LEAST;
  protected readonly MOST = MOST;
  /** As the style has it. */
  protected readonly USUAL = Math.round(Math.max(306, Math.min(460, 0.24 * innerWidth)));
  /** Of the panel, px; null where nobody has chosen one. */
  protected readonly width = signal(keptWidth());
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  /** The step at work. */
  protected readonly now = computed(() => this.lines().find(({ step }) => step === this.at()) ?? null);

  /** Makes the panel so wide, px, here and on the next visit. */
  protected widen(width: number | undefined): void {
    if (width === undefined) return;
    const taken = Math.round(Math.max(LEAST, Math.min(MOST, width)));
    this.width.set(taken);
    try {
      localStorage.setItem(KEPT, String(taken));
    } catch {
      // A browser that keeps nothing: it is as wide as usual on the next visit.
    }
  }

  protected step(event: Event, by: number): void {
    event.preventDefault();
    event.stopPropagation();
    // Of a width that was just chosen the page may not show anything yet: keys come faster than pictures.
    const now = this.width() ?? this.element.querySelector('.panel')?.clientWidth ?? LEAST;
    this.widen(now + by);
  }

  protected open(step: Step): void {
    this.context.openStep(step);
  }
}

/** The width that was chosen on an earlier visit, px. */
function keptWidth(): number | null {
  try {
    const width = Number(localStorage.getItem(KEPT));
    return width >= LEAST && width <= MOST ? width : null;
  } catch {
    return null;
  }
}

function checkLine(findings: number): string {
  if (findings === 0) return 'Nothing to say against it';
  return findings === 1 ? '1 finding' : `${findings} findings`;
}
