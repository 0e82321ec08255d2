import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { RelayError } from '@coin-relay/core';
import { partsList } from '@coin-relay/scene';
import { partsListCsv, writeSvg } from '@coin-relay/formats';
import { formatLength } from '@coin-relay/model';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { JobStore } from '../../document/job-store.service';
import { FitService } from '../../engine/fit.service';
import { download, fileName } from '../../shared/download';
import { picturesOf } from '../../hand-off/pictures';
import { MachineView } from '../../engine/machine-view.service';
import { Playback } from '../../session/playback.service';

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
        <button nz-button nzSize="small" type="button" [disabled]="!state().view" (click)="parts()">
          Parts, CSV
        </button>
        <span class="cost">{{ partsWords() }}</span>
      </li>
      <li>
        <button nz-button nzSize="small" type="button" (click)="json()">Job, JSON</button>
        <span class="cost">everything, to open again</span>
      </li>
    </ul>
    @if (list(); as l) {
      <table aria-label="Parts of the row">
        <thead>
          <tr>
            <th scope="col">piece</th>
            <th scope="col">how many</th>
            <th scope="col">mass</th>
          </tr>
        </thead>
        <tbody>
          @for (line of l.lines; track line.piece.id) {
            <tr>
              <td>{{ line.piece.name }}</td>
              <td>{{ line.count }}</td>
              <td>{{ grams(line.mass) }}</td>
            </tr>
          }
          @if (l.pins > 0) {
            <tr>
              <td>Pins</td>
              <td>{{ l.pins }}</td>
              <td></td>
            </tr>
          }
        </tbody>
      </table>
    }
    <label nz-checkbox [(ngModel)]="withPath">Draw the path too</label>
    @if (problem()) {
      <p class="warning-text" role="alert">{{ problem() }}</p>
    }
  `,
  styleUrls: ['../../shared/step.less'],
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
  private readonly machine = inject(MachineView);
  protected readonly state = toSignal(inject(FitService).state$, { requireSync: true });
  protected readonly withPath = signal(false);
  protected readonly problem = signal('');

  /** What the row at work is made of. */
  protected readonly list = computed(() => {
    const { view } = this.state();
    return view ? partsList(view.fit, view.setOut) : null;
  });
  protected readonly partsWords = computed(() => {
    const list = this.list();
    const view = this.state().view;
    if (!list || !view) return 'how many of which';
    const mass = list.mass === null ? '' : `, ${this.grams(list.mass)}`;
    return `${list.pieces} pieces, ${formatLength(list.length, view.job.unit)}${mass}`;
  });

  protected grams(mass: number | null): string {
    if (mass === null) return '–';
    return mass >= 1000 ? `${(mass / 1000).toFixed(2)} kg` : `${mass.toFixed(1)} g`;
  }

  protected parts(): void {
    const list = this.list();
    const view = this.state().view;
    if (list && view) download(fileName(view.job.name, '-parts.csv'), 'text/csv', partsListCsv(list));
  }

  protected async svg(moving: boolean): Promise<void> {
    const { machine } = this.machine.now;
    if (!machine) return;
    this.problem.set('');
    try {
      const text = writeSvg(machine, {
        moving,
        frame: moving ? 0 : this.playback.now.frame,
        path: this.withPath(),
        pictures: await picturesOf(machine.job),
      });
      download(fileName(machine.job.name, moving ? '-moving.svg' : '.svg'), 'image/svg+xml', text);
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
