import { ChangeDetectionStrategy, Component, effect, inject, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { machineOf, type JobSummary, type Machine } from '@coin-relay/model';
import { firstValueFrom } from 'rxjs';
import { JobApi } from '../api/job-api.service';
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
          (click)="copies.emit()"
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
  readonly copies = output();
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
      if (job.runs.length === 0) return;
      const reply = await this.worker.tasks.picture(job);
      if (!reply.ok) {
        this.problem.set(reply.message);
        return;
      }
      const { rows, prepared, ...words } = reply.value;
      this.card.set({ ...words, machine: machineOf(job, rows, prepared) });
    } catch (error) {
      this.problem.set(error instanceof Error ? error.message : String(error));
    }
  }
}
