import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { RelayError } from '@coin-relay/core';
import { partsList } from '@coin-relay/scene';
import { EXPORTS, type Export, fileName } from '@coin-relay/formats';
import { download } from '../../shared/download';
import { formatLength } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { FirstJob } from '../../first-job/first-job.service';
import { JobStore } from '../../document/job-store.service';
import { FitService } from '../../engine/fit.service';
import { picturesOf } from '../../hand-off/pictures';
import { MachineView } from '../../engine/machine-view.service';
import { Playback } from '../../session/playback.service';
import { TroubleComponent } from '../../shared/trouble.component';

/** What can be taken away. */
@Component({
  selector: 'relay-hand-off-step',
  imports: [TroubleComponent, ReactiveFormsModule, NzButtonComponent, NzCheckboxModule],
  template: `
    <ul>
      @for (way of exports; track way.id) {
        <li>
          <button
            nz-button
            nzSize="small"
            type="button"
            [disabled]="way.fitted && !state().view"
            (click)="take(way)"
          >
            {{ way.title }}
          </button>
          <span class="cost"
            >{{ way.id === 'parts' ? partsWords() : way.purpose }}
            @for (words of leftOut().get(way.id) ?? []; track $index) {
              <span class="out">{{ words }}</span>
            }
          </span>
        </li>
      }
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
    <label nz-checkbox [formControl]="withPath">Draw the path too</label>
    @if (problem()) {
      <relay-trouble>{{ problem() }}</relay-trouble>
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
      flex: none;
      width: 104px;
    }
    .out {
      display: block;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandOffStepComponent {
  private readonly store = inject(JobStore);
  private readonly playback = inject(Playback);
  private readonly machine = inject(MachineView);
  private readonly first = inject(FirstJob);
  private readonly machineNow = toSignal(this.machine.state$, { requireSync: true });
  protected readonly state = toSignal(inject(FitService).state$, { requireSync: true });
  protected readonly exports = EXPORTS;
  protected readonly withPath = new FormControl(false, { nonNullable: true });
  protected readonly problem = signal('');

  /** What of the job the files would not show. */
  protected readonly leftOut = computed(() => {
    const { machine } = this.machineNow();
    const job = this.state().view?.job;
    if (!job || !machine) return new Map<string, readonly string[]>();
    const input = { job: machine.job, machine, run: null, pictures: new Map<string, string>() };
    return new Map(EXPORTS.map(({ id, leavesOut }) => [id, leavesOut?.(input) ?? []]));
  });

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

  /** Writes the job as it stands, and hands the file to the browser. */
  protected async take(way: Export): Promise<void> {
    const { job } = this.store;
    if (!job) return;
    this.problem.set('');
    const { machine } = this.machine.now;
    const of = way.fitted ? (machine?.job ?? job) : job;
    try {
      const content = await way.write(
        {
          job: of,
          machine,
          run: this.state().view?.resolved.run.id ?? null,
          pictures: way.fitted ? await picturesOf(of) : new Map(),
        },
        { frame: this.playback.now.frame, path: this.withPath.value },
      );
      const file = typeof content === 'string' ? content : new Blob([content]);
      download(fileName(of.name, way.ending), way.type, file);
      this.first.takenAway();
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      this.problem.set(error.message);
    }
  }
}
