import { ChangeDetectionStrategy, Component, computed, inject, signal, type OnDestroy } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { partsList } from '@coin-relay/scene';
import { EXPORTS, SOLID_TOLERANCE, type Export } from '@coin-relay/formats';
import { download } from '../../shared/download';
import { formatLength, type Job } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { FirstJob } from '../../first-job/first-job.service';
import { JobStore } from '../../document/job-store.service';
import { FitService } from '../../engine/fit.service';
import { HandOffPool } from '../../engine/hand-off-pool.service';
import { picturesOf } from '../../hand-off/pictures';
import { MachineView } from '../../engine/machine-view.service';
import { Playback } from '../../session/playback.service';
import { LengthFieldComponent } from '../../shared/length-field.component';
import { TroubleComponent } from '../../shared/trouble.component';

/** What can be taken away. */
@Component({
  selector: 'relay-hand-off-step',
  imports: [
    LengthFieldComponent,
    TroubleComponent,
    ReactiveFormsModule,
    NzButtonComponent,
    NzCheckboxModule,
    NzSpinModule,
  ],
  template: `
    <div class="choices">
      <label nz-checkbox [formControl]="withPath">Draw the path too</label>
      <label nz-checkbox [formControl]="wholeLoop">Solids and places over the whole loop</label>
      <div class="line">
        <span class="what">What is round in solids is off by at most</span>
        <relay-length-field
          label="How far solids may be off"
          [value]="tolerance()"
          [unit]="state().view?.job?.unit ?? 'mm'"
          [least]="0.01"
          (changed)="tolerance.set($event)"
        />
      </div>
    </div>
    @if (writing(); as way) {
      <p class="line" role="status">
        <nz-spin nzSimple nzSize="small" />
        Writing {{ way.title }}…
        <button nz-button nzType="text" nzSize="small" type="button" (click)="stop()">Stop</button>
      </p>
    }
    @if (problem()) {
      <relay-trouble>{{ problem() }}</relay-trouble>
    }
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
    .choices {
      display: grid;
      gap: 4px;
      margin-bottom: 12px;
    }
    .choices label {
      margin: 0;
    }
    .out {
      display: block;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandOffStepComponent implements OnDestroy {
  private readonly store = inject(JobStore);
  private readonly playback = inject(Playback);
  private readonly machine = inject(MachineView);
  private readonly first = inject(FirstJob);
  private readonly machineNow = toSignal(this.machine.state$, { requireSync: true });
  protected readonly state = toSignal(inject(FitService).state$, { requireSync: true });
  protected readonly exports = EXPORTS;
  protected readonly withPath = new FormControl(false, { nonNullable: true });
  protected readonly wholeLoop = new FormControl(false, { nonNullable: true });
  private readonly overLoop = toSignal(this.wholeLoop.valueChanges, { initialValue: false });
  /** mm. */
  protected readonly tolerance = signal(SOLID_TOLERANCE);
  protected readonly problem = signal('');
  /** What is being written. */
  protected readonly writing = signal<Export | null>(null);
  private readonly threads = inject(HandOffPool);
  private owner = new AbortController();

  /** What of the job the files would not show. */
  protected readonly leftOut = computed(() => {
    const { machine } = this.machineNow();
    const job = this.state().view?.job;
    if (!job || !machine) return new Map<string, readonly string[]>();
    const input = { job: machine.job, machine, run: null, pictures: new Map<string, string>(), ...NOWHERE };
    const options = this.optionsOf(machine.job);
    return new Map(EXPORTS.map(({ id, leavesOut }) => [id, leavesOut?.(input, options) ?? []]));
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
    return mass >= 1000 ? `${(mass / 1000).toFixed(2)}\u00a0kg` : `${mass.toFixed(1)}\u00a0g`;
  }

  /** Writes the job as it stands, in a thread of its own, and hands the file to the browser. */
  protected async take(way: Export): Promise<void> {
    const { job } = this.store;
    // One after the other. Buttons stay as they are meanwhile: one that is switched off loses the keys.
    if (!job || this.writing() !== null) return;
    this.problem.set('');
    this.owner = new AbortController();
    const { signal: owner } = this.owner;
    this.writing.set(way);
    const { machine } = this.machine.now;
    const of = way.fitted ? (machine?.job ?? job) : job;
    const run = this.state().view?.resolved.run.id;
    const reply = await this.threads.write(
      of,
      way.id,
      {
        // Of what is of one row, the one at work.
        ...(way.ofOneRow && run !== undefined ? { runs: [run] } : {}),
        options: {
          ...this.optionsOf(of),
          frame: this.playback.now.frame,
          path: this.withPath.value,
          tolerance: this.tolerance(),
        },
        pictures: way.fitted ? await picturesOf(of) : new Map(),
      },
      owner,
    );
    if (this.writing() === way) this.writing.set(null);
    if (owner.aborted) return;
    if (!reply.ok) {
      this.problem.set(reply.message);
      return;
    }
    const { name, type, content } = reply.value;
    download(name, type, typeof content === 'string' ? content : new Blob([content]));
    this.first.takenAway();
  }

  /** The frames that are asked for; the one that is shown where none are. */
  private optionsOf({ motion }: Job): { readonly frames?: { readonly from: number; readonly to: number } } {
    return this.overLoop() ? { frames: { from: 0, to: motion.frames } } : {};
  }

  protected stop(): void {
    this.owner.abort();
    this.writing.set(null);
  }

  ngOnDestroy(): void {
    this.stop();
  }
}
