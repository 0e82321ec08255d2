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
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { A11yModule } from '@angular/cdk/a11y';
import { LIMITS, type Candidate } from '@coin-relay/core';
import { behaviourOf, formatLength, percent, type RunFit } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzInputDirective } from 'ng-zorro-antd/input';
import { NzPopoverModule } from 'ng-zorro-antd/popover';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { debounceTime, map, of, switchMap } from 'rxjs';
import { JobContext } from '../session/job-context.service';
import { setFit, setPitch } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { FitService } from '../engine/fit.service';
import { holdChangeOf } from '../session/hold-change';
import { RunAtWork } from '../session/run-at-work.service';
import { LengthFieldComponent } from '../shared/length-field.component';
import { GrowthChoiceComponent } from '../shared/growth-choice.component';
import { HoldsDirective } from '../shared/holds.directive';

/** What a typed count would cost is worked out once it has stood for so long, ms. */
const PAUSE = 120;

/** The numbers of the sentence that open a card. */
export type CardNumber = 'pitch' | 'count' | 'give';

/** The card under a number of the sentence, in which it is changed. Open from when it is made. */
@Component({
  selector: 'relay-number-card',
  imports: [
    A11yModule,
    GrowthChoiceComponent,
    HoldsDirective,
    LengthFieldComponent,
    NzButtonComponent,
    NzInputDirective,
    NzPopoverModule,
    NzRadioModule,
  ],
  templateUrl: './number-card.component.html',
  styleUrl: './number-card.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NumberCardComponent implements OnInit {
  private readonly store = inject(JobStore);
  private readonly fits = inject(FitService);
  private readonly destroyed = inject(DestroyRef);
  private readonly context = inject(JobContext);

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
  protected readonly pitch = computed(() => this.first()?.pitch ?? 1);
  private readonly first = computed(() => {
    const first = this.run()?.sequence[0];
    return this.job()?.pieces.find((piece) => piece.id === first);
  });
  protected readonly carried = computed(() => {
    const piece = this.first();
    return piece !== undefined && behaviourOf(piece) === 'carried';
  });
  /** Any count that is typed, as text and as the number it is. */
  protected readonly typed = signal('');
  protected readonly typedCount = computed(() => {
    const text = this.typed().trim();
    const count = Number(text);
    return text !== '' && Number.isInteger(count) && count >= 1 && count <= LIMITS.links ? count : null;
  });
  private readonly typedFound = toSignal(
    toObservable(this.typedCount).pipe(
      debounceTime(PAUSE),
      switchMap((count) =>
        count === null ? of(null) : this.fits.candidates(1, count).pipe(map(([found]) => found ?? null)),
      ),
    ),
    { initialValue: null },
  );
  protected readonly costOfTyped = computed(() => {
    if (this.typed().trim() === '') return '';
    const count = this.typedCount();
    if (count === null) return `a whole number from 1 to ${LIMITS.links}`;
    const found = this.typedFound();
    if (found?.count !== count) return 'working it out…';
    return found.problem ?? this.cost(found);
  });
  protected readonly grows = toSignal(this.context.grows$, { requireSync: true });
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

  protected letGrow(grows: boolean): void {
    this.context.letPieceGrow(grows);
  }

  protected changePitch(pitch: number): void {
    const run = this.run();
    if (run) this.store.change(setPitch(run.id, pitch, this.context.pieceGrows ? 'grow' : 'keep'));
    this.closed.emit();
  }

  /** The card is left, and with it alone: what else the key would end goes on. */
  protected leave(event: Event): void {
    event.stopPropagation();
    this.closed.emit();
  }

  protected ask({ target }: Event): void {
    if (target instanceof HTMLInputElement) this.typed.set(target.value);
  }

  /** Takes the count that is typed; where it is no multiple of those that will do, any will from now on. */
  protected takeTyped(): void {
    const count = this.typedCount();
    const fit = this.run()?.fit;
    if (count === null || !fit) return;
    this.changeFit(count % fit.multiple === 0 ? { count } : { count, multiple: 1 });
    this.closed.emit();
  }

  protected take(count: number | null): void {
    this.changeFit({ count });
    this.closed.emit();
  }

  protected async changeHold(hold: RunFit['hold']): Promise<void> {
    const job = this.job();
    const run = this.run();
    if (job && run) this.changeFit(await holdChangeOf(job, run, hold));
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
        ? `${formatLength(candidate.gap, this.unit())} left open`
        : `${formatLength(-candidate.gap, this.unit())} too long`;
    if (candidate.problem !== null && candidate.takeUp === null && hold === 'wheel')
      return 'out of its travel';
    if (!candidate.closes || candidate.pitchChange === null) return 'does not close';
    if (hold === 'wheel') return `wheel ${formatLength(candidate.takeUp ?? 0, this.unit())}`;
    return hold === 'path'
      ? `pitch ${percent(candidate.pitchChange)}`
      : `path ${percent(candidate.scale - 1)}`;
  }
}
