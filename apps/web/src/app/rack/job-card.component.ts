import { ChangeDetectionStrategy, Component, effect, inject, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { FitOutcome } from '@coin-relay/core';
import {
  fitSentence,
  formatLength,
  pieceSummary,
  pieceWords,
  resolveRun,
  type Job,
  type JobPiece,
} from '@coin-relay/model';
import { firstValueFrom } from 'rxjs';
import { JobApi, type JobSummary } from '../api/job-api.service';
import { FitWorker } from '../fit/fit-worker.service';
import { LivePictureComponent } from '../shared/live-picture.component';
import { ago } from './ago';

interface Card {
  readonly fit: FitOutcome;
  readonly sequence: readonly JobPiece[];
  readonly speed: number;
  readonly link: string;
  readonly facts: string;
  readonly verdict: { readonly good: boolean; readonly text: string };
}

/** One job on the rack. */
@Component({
  selector: 'relay-job-card',
  imports: [RouterLink, LivePictureComponent],
  template: `
    <a
      class="picture"
      [routerLink]="['/job', summary().id]"
      [attr.aria-label]="card() ? 'Open ' + summary().name : null"
    >
      @if (card(); as c) {
        <relay-live-picture
          [fit]="c.fit"
          [sequence]="c.sequence"
          [speed]="c.speed"
          [label]="summary().name + ', running'"
        />
      } @else {
        <span class="quiet wait">{{ problem() || 'Working it out…' }}</span>
      }
    </a>
    <div class="facts">
      <h3>
        <a [routerLink]="['/job', summary().id]">{{ summary().name }}</a>
      </h3>
      @if (card(); as c) {
        <p>{{ c.link }}</p>
        <p>{{ c.facts }}</p>
        <p class="verdict" [class.bad]="!c.verdict.good">
          <span aria-hidden="true">{{ c.verdict.good ? '●' : '▲' }}</span> {{ c.verdict.text }}
        </p>
      }
      <footer>
        <span class="quiet"
          >{{ summary().place }}{{ summary().place ? ' · ' : '' }}touched {{ touched() }}</span
        >
        <span class="spring"></span>
        <button
          type="button"
          class="plain-button"
          [attr.aria-label]="'Copy ' + summary().name"
          (click)="copy.emit()"
        >
          Copy
        </button>
        <button
          type="button"
          class="plain-button"
          [attr.aria-label]="'Take off the rack: ' + summary().name"
          (click)="remove.emit()"
        >
          Take off
        </button>
      </footer>
    </div>
  `,
  styleUrl: './job-card.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JobCardComponent {
  private readonly api = inject(JobApi);
  private readonly worker = inject(FitWorker);
  readonly summary = input.required<JobSummary>();
  readonly remove = output();
  readonly copy = output();
  protected readonly card = signal<Card | null>(null);
  protected readonly problem = signal('');

  constructor() {
    effect(() => void this.load(this.summary().id));
  }

  protected touched(): string {
    return ago(this.summary().updatedAt, new Date());
  }

  private async load(id: string): Promise<void> {
    try {
      const { job } = await firstValueFrom(this.api.load(id));
      const reply = await this.worker.tasks.fit(job, job.runs[0]?.id ?? '');
      if (reply.ok) this.card.set(cardOf(job, reply.value.fit));
      else this.problem.set(reply.message);
    } catch (error) {
      this.problem.set(error instanceof Error ? error.message : String(error));
    }
  }
}

function cardOf(job: Job, fit: FitOutcome): Card {
  const resolved = resolveRun(job);
  const [, many] = pieceWords(resolved.sequence[0]);
  const { motion } = job;
  return {
    fit,
    sequence: resolved.sequence,
    speed: ((motion.drives[0]?.pitches ?? 0) * motion.framesPerSecond) / motion.frames,
    link: pieceSummary(job, resolved.sequence[0]),
    facts: `${fit.count} ${many} on ${formatLength(fit.layout.path.length, job.unit)}`,
    verdict: fitSentence(job, resolved, fit).verdict,
  };
}
