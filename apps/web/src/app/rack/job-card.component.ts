import { ChangeDetectionStrategy, Component, effect, inject, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  fitSentence,
  formatLength,
  machineOf,
  needsPreparing,
  NOTHING_PREPARED,
  pieceSummary,
  pieceWords,
  resolveRun,
  type FittedRow,
  type Machine,
  type JobSummary,
} from '@coin-relay/model';
import { JobApi } from '../api/job-api.service';
import { proxy } from 'comlink';
import { firstValueFrom } from 'rxjs';
import { FitWorker } from '../engine/fit-worker.service';
import { LivePictureComponent } from '../drawing/live-picture.component';
import { ago } from './ago';

interface Card {
  readonly machine: Machine;
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
        <relay-live-picture [machine]="c.machine" [label]="summary().name + ', running'" />
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
      const rows: FittedRow[] = [];
      for (const run of job.runs) {
        const reply = await this.worker.tasks.fit(job, run.id);
        if (reply.ok) rows.push({ resolved: resolveRun(job, run.id), ...reply.value });
        else if (run === job.runs[0]) this.problem.set(reply.message);
      }
      if (rows.length === 0 || this.problem() !== '') return;
      const prepared = needsPreparing(job)
        ? await this.worker.tasks.prepare(
            job,
            rows,
            proxy(() => undefined),
          )
        : null;
      this.card.set(cardOf(machineOf(job, rows, prepared?.ok ? prepared.value : NOTHING_PREPARED)));
    } catch (error) {
      this.problem.set(error instanceof Error ? error.message : String(error));
    }
  }
}

function cardOf(machine: Machine): Card {
  const { job, rows } = machine;
  const [{ resolved, fit }] = rows.values();
  const [, many] = pieceWords(resolved.sequence[0]);
  const others = rows.size > 1 ? `; ${rows.size} rows in all` : '';
  return {
    machine,
    link: pieceSummary(job, resolved.sequence[0]),
    facts: `${fit.count} ${many} on ${formatLength(fit.layout.path.length, job.unit)}${others}`,
    verdict: fitSentence(job, resolved, fit).verdict,
  };
}
