import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { motionSummary, pathSummary, pieceSummary, setOutSummary } from '@coin-relay/model';
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

interface StepLine {
  readonly step: Step;
  readonly title: string;
  readonly summary: string;
  readonly warn: boolean;
}

/** The steps in working order: closed ones say in a line how they stand, the one at work is open. */
@Component({
  selector: 'relay-worksheet',
  imports: [
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

  protected readonly lines = computed((): StepLine[] => {
    const job = this.job();
    if (!job) return [];
    const run = this.run();
    const path = job.paths.find((p) => p.id === run?.path);
    const piece = job.pieces.find((p) => p.id === run?.sequence[0]);
    const { view, problem } = this.fitState();
    const line = (step: Step, title: string, summary: string, warn = false): StepLine => ({
      step,
      title,
      summary,
      warn,
    });
    const findings = this.findings.all();
    const moving = findings.some(({ step }) => step === 'motion');
    return [
      line('path', 'Path', path ? pathSummary(job, path) : 'No path yet'),
      line('link', 'Link', piece ? pieceSummary(job, piece) : 'No link yet'),
      line('set-out', 'Set-out', run ? setOutSummary(job, run) : ''),
      line(
        'fit',
        'Fit',
        problem ? 'Cannot be fitted as it is' : view ? view.sentence.verdict.text : '',
        problem !== null || view?.fit.closes === false,
      ),
      line('motion', 'Motion', motionSummary(job), moving),
      line(
        'check',
        'Check',
        checkLine(findings.length),
        findings.some(({ weight }) => weight === 'error'),
      ),
      line('hand-off', 'Hand-off', 'Drawings still or moving, the job itself'),
    ];
  });

  protected open(step: Step): void {
    this.context.openStep(step);
  }
}

function checkLine(findings: number): string {
  if (findings === 0) return 'Nothing to say against it';
  return findings === 1 ? '1 finding' : `${findings} findings`;
}
