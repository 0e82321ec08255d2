import {
  ChangeDetectionStrategy,
  Component,
  effect,
  ElementRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { machineOf, type JobSummary, type Machine } from '@coin-relay/model';
import { firstValueFrom } from 'rxjs';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { JobApi } from '../api/job-api.service';
import { FitPool } from '../engine/fit-pool.service';
import { MOST_TIME } from '../engine/open-job-client';
import { LivePictureComponent } from '../drawing/live-picture.component';
import { inSight } from '../shared/in-sight';
import { ago } from './ago';
import { KeptPictures, type CardPicture } from './kept-pictures.service';

interface Card {
  readonly machine: Machine;
  readonly link: string;
  readonly facts: string;
  readonly verdict: { readonly good: boolean; readonly text: string };
}

/** One job on the rack. */
@Component({
  selector: 'relay-job-card',
  imports: [NzButtonComponent, RouterLink, LivePictureComponent],
  template: `
    <a
      class="picture"
      [routerLink]="['/job', summary().id]"
      [attr.aria-label]="card() ? 'Open ' + summary().name : null"
    >
      @if (card(); as c) {
        @defer (on immediate) {
          <relay-live-picture [machine]="c.machine" [label]="summary().name + ', running'" />
        } @placeholder {
          <span class="quiet wait">Working it out…</span>
        }
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
      } @else {
        <!-- As tall as it will be, so that nothing moves when it is worked out. -->
        <p aria-hidden="true">&nbsp;</p>
        <p aria-hidden="true">&nbsp;</p>
        <p class="verdict" aria-hidden="true">&nbsp;</p>
      }
      <footer>
        <span class="quiet"
          >{{ summary().place }}{{ summary().place ? ' · ' : '' }}touched {{ touched() }}</span
        >
        <span class="spring"></span>
        <button
          nz-button
          nzType="link"
          type="button"
          [attr.aria-label]="'Copy ' + summary().name"
          (click)="copies.emit()"
        >
          Copy
        </button>
        <button
          nz-button
          nzType="link"
          type="button"
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
  private readonly pool = inject(FitPool);
  private readonly kept = inject(KeptPictures);
  private readonly inSight = inSight(inject<ElementRef<HTMLElement>>(ElementRef).nativeElement);
  readonly summary = input.required<JobSummary>();
  readonly remove = output();
  readonly copies = output();
  protected readonly card = signal<Card | null>(null);
  protected readonly problem = signal('');
  /** What the card shows, or does not because of a problem. */
  private shown = '';

  constructor() {
    effect((onCleanup) => {
      const { id, digest } = this.summary();
      if (!this.inSight() || this.shown === digest) return;
      const owner = new AbortController();
      onCleanup(() => owner.abort());
      void this.load(id, digest, owner.signal);
    });
  }

  protected touched(): string {
    return ago(this.summary().updatedAt, new Date());
  }

  /** Shows the job: as it was worked out before, or else worked out while the card is in sight. */
  private async load(id: string, digest: string, owner: AbortSignal): Promise<void> {
    try {
      const known = await this.kept.find(digest);
      if (known) this.show(known);
      else {
        const made = await this.workOut(id, owner);
        void this.kept.keep(digest, made);
        this.show(made);
      }
    } catch (error) {
      if (owner.aborted) return;
      this.problem.set(error instanceof Error ? error.message : String(error));
    }
    this.shown = digest;
  }

  /** @throws ApiError, WorkFailure, Error why there is nothing to be seen */
  private async workOut(id: string, owner: AbortSignal): Promise<CardPicture> {
    const { job } = await firstValueFrom(this.api.load(id));
    const reply = await this.pool.run({
      priority: 'rack',
      limit: MOST_TIME,
      owner,
      work: ({ tasks }) => tasks.picture(job),
    });
    if (!reply.ok) throw new Error(reply.message);
    return { job, picture: reply.value };
  }

  private show({ job, picture: { rows, prepared, ...words } }: CardPicture): void {
    this.problem.set('');
    this.card.set({ ...words, machine: machineOf(job, rows, prepared) });
  }
}
