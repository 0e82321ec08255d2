import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  type OnInit,
  output,
  signal,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import type { Candidate } from '@coin-relay/core';
import { holdChange, formatLength, percent, type RunFit } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzPopoverModule } from 'ng-zorro-antd/popover';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { setFit, setPitch } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { FitService } from '../engine/fit.service';
import { RunAtWork } from '../session/run-at-work.service';
import { LengthFieldComponent } from '../shared/length-field.component';
import { HoldsDirective } from '../shared/holds.directive';

/** The numbers of the sentence that open a card. */
export type CardNumber = 'pitch' | 'count' | 'give';

/** The card under a number of the sentence, in which it is changed. Open from when it is made. */
@Component({
  selector: 'relay-number-card',
  imports: [HoldsDirective, NzButtonComponent, NzPopoverModule, NzRadioModule, LengthFieldComponent],
  templateUrl: './number-card.component.html',
  styleUrl: './number-card.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NumberCardComponent implements OnInit {
  private readonly store = inject(JobStore);
  private readonly fits = inject(FitService);
  private readonly destroyed = inject(DestroyRef);

  readonly of = input.required<CardNumber>();
  readonly origin = input.required<ElementRef<HTMLElement>>();
  readonly closed = output();

  private readonly job = toSignal(this.store.job$);
  protected readonly run = toSignal(inject(RunAtWork).run$);
  private readonly state = toSignal(this.fits.state$, { requireSync: true });
  protected readonly view = computed(() => this.state().view);
  protected readonly unit = computed(() => this.job()?.unit ?? 'mm');
  protected readonly onRoute = computed(() =>
    this.job()?.paths.some(({ id, kind }) => id === this.run()?.path && kind === 'route'),
  );
  protected readonly pitch = computed(() => {
    const first = this.run()?.sequence[0];
    return this.job()?.pieces.find((piece) => piece.id === first)?.pitch ?? 1;
  });
  protected readonly candidates = signal<readonly Candidate[]>([]);

  ngOnInit(): void {
    if (this.of() === 'count')
      this.fits
        .candidates()
        .pipe(takeUntilDestroyed(this.destroyed))
        .subscribe((candidates) => this.candidates.set(candidates));
  }

  protected shown(visible: boolean): void {
    if (!visible) this.closed.emit();
  }

  protected changePitch(pitch: number): void {
    const run = this.run();
    if (run) this.store.change(setPitch(run.id, pitch));
    this.closed.emit();
  }

  protected take(count: number | null): void {
    this.changeFit({ count });
    this.closed.emit();
  }

  protected changeHold(hold: RunFit['hold']): void {
    const job = this.job();
    const run = this.run();
    if (job && run) this.changeFit(holdChange(job, run, hold));
  }

  private changeFit(change: Partial<RunFit>): void {
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
    if (candidate.problem !== null && candidate.takeUp === null && hold === 'wheel')
      return 'out of its travel';
    if (!candidate.closes || candidate.pitchChange === null) return 'does not close';
    if (hold === 'wheel') return `wheel ${formatLength(candidate.takeUp ?? 0, this.unit())}`;
    return hold === 'path'
      ? `pitch ${percent(candidate.pitchChange)}`
      : `path ${percent(candidate.scale - 1)}`;
  }
}
