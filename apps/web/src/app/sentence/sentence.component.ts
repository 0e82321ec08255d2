import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { SentencePart } from '@coin-relay/model';
import type { Finding } from '@coin-relay/scene';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { combineLatest, debounceTime, filter, map } from 'rxjs';
import { JobStore } from '../document/job-store.service';
import { Findings } from '../engine/findings.service';
import { FitService } from '../engine/fit.service';
import { PathWork } from '../session/path-work.service';
import { JobContext } from '../session/job-context.service';
import { Mending } from '../session/mending.service';
import { Notices } from '../shared/notices.service';
import { NumberCardComponent, type CardNumber } from './number-card.component';

/** What is read out has stood for so long, ms. */
const REST = 700;

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
  private readonly mending = inject(Mending);
  private readonly findings = inject(Findings);
  private readonly notices = inject(Notices);

  protected readonly state = toSignal(this.fits.state$, { requireSync: true });
  protected readonly view = computed(() => this.state().view);
  /** What follows a number without a space stays on its line. */
  protected readonly parts = computed(() => keptTogether(this.view()?.sentence.parts ?? []));
  protected readonly asked = signal<Asked | null>(null);

  protected readonly begins = toSignal(inject(PathWork).beginning$, { initialValue: '' });
  /** What one press would mend of the row as it lies, the gravest first. */
  protected readonly mends = computed(() =>
    this.findings.ofRow().find(({ mend, step }) => mend !== null && step !== 'set-out'),
  );
  /** A row may close and yet not be right: how much there is to say against how it lies. */
  protected readonly against = computed(() => {
    const found = this.findings.ofRow().length;
    return found === 0 ? '' : `▲ ${found} ${found === 1 ? 'finding' : 'findings'}`;
  });
  /** Why the last press mended nothing, as it is read out. */
  protected readonly problem = signal('');
  /** The sentence as it is read out: once it rests, not with every move of a drag. */
  protected readonly rested = toSignal(
    combineLatest([this.fits.state$, inject(JobStore).gesturing$]).pipe(
      debounceTime(REST),
      filter(([, going]) => !going),
      map(([{ view, problem }]) => {
        if (problem) return problem.message;
        if (!view) return '';
        const { parts, verdict } = view.sentence;
        return `${parts.map(({ text }) => text).join('')} ${verdict.text}`;
      }),
    ),
    { initialValue: '' },
  );

  /** The card that a number opens; null for one that leads to a step. */
  protected cardOf(subject: SentencePart['subject']): CardNumber | null {
    return subject === 'pitch' || subject === 'count' || subject === 'give' ? subject : null;
  }

  /** Opens the card of a number, or closes it where it is open; numbers that have none lead to their step. */
  protected press(subject: SentencePart['subject'], { currentTarget }: Event): void {
    const number = this.cardOf(subject);
    if (number === null) this.context.openStep(subject === 'path' ? 'path' : 'fit');
    else if (currentTarget instanceof HTMLElement) {
      const origin = new ElementRef(currentTarget);
      this.asked.update((now) => (now?.number === number ? null : { number, origin }));
    }
  }

  /** Closes a card, if it is still the one that is open. */
  protected close(card: Asked): void {
    this.asked.update((now) => (now === card ? null : now));
  }

  /** Does what mends the row; one step of undo. */
  protected async repair({ mend, run }: Finding): Promise<void> {
    const why = mend ? await this.mending.repair(mend, run) : '';
    this.problem.set(why);
    if (why !== '') void this.notices.refused(why);
  }

  protected stop(): void {
    this.fits.stop();
  }

  protected openCheck(): void {
    this.context.openStep('check');
  }
}

/** Moves the marks that a text begins with to the number before it. */
function keptTogether(parts: readonly SentencePart[]): (SentencePart & { readonly after: string })[] {
  const marks = (part: SentencePart | undefined): string =>
    (part?.subject === 'text' && /^[,;:.]+/.exec(part.text)?.[0]) || '';
  return parts.map((part, i) => {
    if (part.subject !== 'text') return { ...part, after: marks(parts[i + 1]) };
    const stolen = i > 0 && parts[i - 1].subject !== 'text' ? marks(part).length : 0;
    return { ...part, text: part.text.slice(stolen), after: '' };
  });
}
