import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { RelayError } from '@coin-relay/core';
import { writeSvg } from '@coin-relay/formats';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { JobStore } from '../../document/job-store.service';
import { FitService } from '../../fit/fit.service';
import { download, fileName } from '../../hand-off/download';
import { Playback } from '../../playback/playback.service';

/** What can be taken away. */
@Component({
  selector: 'relay-hand-off-step',
  imports: [FormsModule, NzButtonModule, NzCheckboxModule],
  template: `
    <ul>
      <li>
        <button nz-button nzSize="small" type="button" [disabled]="!state().view" (click)="svg(false)">
          SVG, still
        </button>
        <span class="cost">this moment, in real size</span>
      </li>
      <li>
        <button nz-button nzSize="small" type="button" [disabled]="!state().view" (click)="svg(true)">
          SVG, moving
        </button>
        <span class="cost">plays by itself, without end</span>
      </li>
      <li>
        <button nz-button nzSize="small" type="button" (click)="json()">Job, JSON</button>
        <span class="cost">everything, to open again</span>
      </li>
    </ul>
    <label nz-checkbox [(ngModel)]="withPath">Draw the path too</label>
    @if (problem()) {
      <p class="warning-text" role="alert">{{ problem() }}</p>
    }
  `,
  styleUrls: ['./step.less'],
  styles: `
    li {
      display: flex;
      gap: 10px;
      align-items: baseline;
      margin-bottom: 8px;
    }
    li button {
      width: 104px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandOffStepComponent {
  private readonly store = inject(JobStore);
  private readonly playback = inject(Playback);
  protected readonly state = toSignal(inject(FitService).state$, { requireSync: true });
  protected readonly withPath = signal(false);
  protected readonly problem = signal('');

  protected svg(moving: boolean): void {
    const view = this.state().view;
    if (!view) return;
    this.problem.set('');
    try {
      const order = view.job.runs.map(({ id }) => id);
      const rows = [view, ...this.state().others].sort(
        (a, b) => order.indexOf(a.resolved.run.id) - order.indexOf(b.resolved.run.id),
      );
      const text = writeSvg(view.job, rows, {
        moving,
        travel: (run) => (moving ? 0 : this.playback.travelOf(run)),
        path: this.withPath(),
      });
      download(fileName(view.job.name, moving ? '-moving.svg' : '.svg'), 'image/svg+xml', text);
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      this.problem.set(error.message);
    }
  }

  protected json(): void {
    const job = this.store.job;
    if (job)
      download(fileName(job.name, '.relay.json'), 'application/json', `${JSON.stringify(job, null, 2)}\n`);
  }
}
