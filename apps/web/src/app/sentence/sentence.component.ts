import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Candidate } from '@coin-relay/core';
import { holdChange, formatLength, percent, type RunFit } from '@coin-relay/model';
import { NzPopoverModule } from 'ng-zorro-antd/popover';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { FormsModule } from '@angular/forms';
import { setFit, setPitch } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { FitService } from '../engine/fit.service';
import { RunAtWork } from '../session/run-at-work.service';
import { JobContext } from '../session/job-context.service';
import { LengthFieldComponent } from '../shared/length-field.component';

/** The fit sentence: how the row fits, in one line whose numbers are the controls for themselves. */
@Component({
  selector: 'relay-sentence',
  imports: [NzPopoverModule, NzRadioModule, FormsModule, LengthFieldComponent],
  templateUrl: './sentence.component.html',
  styleUrl: './sentence.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SentenceComponent {
  private readonly store = inject(JobStore);
  private readonly fits = inject(FitService);
  private readonly context = inject(JobContext);

  protected readonly state = toSignal(this.fits.state$, { requireSync: true });
  protected readonly job = toSignal(this.store.job$);
  protected readonly view = computed(() => this.state().view);
  protected readonly unit = computed(() => this.job()?.unit ?? 'mm');
  protected readonly run = toSignal(inject(RunAtWork).run$);
  protected readonly onRoute = computed(() =>
    this.job()?.paths.some(({ id, kind }) => id === this.run()?.path && kind === 'route'),
  );
  protected readonly pitch = computed(() => {
    const first = this.run()?.sequence[0];
    return this.job()?.pieces.find((piece) => piece.id === first)?.pitch ?? 1;
  });
  protected readonly candidates = signal<readonly Candidate[]>([]);
  protected readonly open = signal<'pitch' | 'count' | 'give' | null>(null);

  protected show(which: 'pitch' | 'count' | 'give', visible: boolean): void {
    this.open.set(visible ? which : null);
    if (visible && which === 'count') void this.loadCandidates();
  }

  protected stop(): void {
    this.fits.stop();
  }

  protected openPath(): void {
    this.context.openStep('path');
  }

  protected openFit(): void {
    this.context.openStep('fit');
  }

  protected openCheck(): void {
    this.context.openStep('check');
  }

  protected changePitch(pitch: number): void {
    const run = this.run();
    if (run) this.store.change(setPitch(run.id, pitch));
    this.open.set(null);
  }

  protected take(count: number | null): void {
    this.changeFit({ count });
    this.open.set(null);
  }

  protected changeHold(hold: RunFit['hold']): void {
    const job = this.job();
    const run = this.run();
    if (job && run) this.changeFit(holdChange(job, run, hold));
  }

  protected changeFit(change: Partial<RunFit>): void {
    const run = this.run();
    if (run) this.store.change(setFit(run.id, change));
  }

  /** What a candidate costs, in the words of what gives way. */
  protected cost(candidate: Candidate): string {
    const { hold } = this.run()?.fit ?? { hold: 'path' };
    if (candidate.between !== null) return `${formatLength(candidate.between, this.unit())} between`;
    if (hold === 'slack')
      return candidate.sag === null ? 'cannot hang' : `sag ${formatLength(candidate.sag, this.unit())}`;
    if (hold === 'both')
      return candidate.gap >= 0
        ? `${candidate.gap.toFixed(2)} mm left open`
        : `${(-candidate.gap).toFixed(2)} mm too long`;
    if (candidate.problem !== null && candidate.travel === null && hold === 'wheel')
      return 'out of its travel';
    if (!candidate.closes || candidate.pitchChange === null) return 'does not close';
    if (hold === 'wheel') return `wheel ${formatLength(candidate.travel ?? 0, this.unit())}`;
    return hold === 'path'
      ? `pitch ${percent(candidate.pitchChange)}`
      : `path ${percent(candidate.scale - 1)}`;
  }

  private async loadCandidates(): Promise<void> {
    this.candidates.set([]);
    this.candidates.set(await this.fits.candidates());
  }
}
