import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { FitService } from '../engine/fit.service';
import { JobContext } from '../session/job-context.service';
import { NumberCardComponent, type CardNumber } from './number-card.component';

/** A number that was pressed: its card stands under it. */
interface Asked {
  readonly number: CardNumber;
  readonly origin: ElementRef<HTMLElement>;
}

/** The fit sentence: how the row fits, in one line whose numbers are the controls for themselves. */
@Component({
  selector: 'relay-sentence',
  imports: [NzButtonComponent, NumberCardComponent],
  templateUrl: './sentence.component.html',
  styleUrl: './sentence.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SentenceComponent {
  private readonly fits = inject(FitService);
  private readonly context = inject(JobContext);

  protected readonly state = toSignal(this.fits.state$, { requireSync: true });
  protected readonly view = computed(() => this.state().view);
  protected readonly asked = signal<Asked | null>(null);

  /** Opens the card of a number, or closes it where it is open. */
  protected ask(number: CardNumber, { currentTarget }: Event): void {
    if (!(currentTarget instanceof HTMLElement)) return;
    const origin = new ElementRef(currentTarget);
    this.asked.update((now) => (now?.number === number ? null : { number, origin }));
  }

  /** Closes a card, if it is still the one that is open. */
  protected close(card: Asked): void {
    this.asked.update((now) => (now === card ? null : now));
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
}
