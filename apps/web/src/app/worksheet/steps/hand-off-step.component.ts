import { ChangeDetectionStrategy, Component, computed, effect, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { EXPORTS, optionFields, type Export, type ExportGroup } from '@coin-relay/formats';
import { formatLength, type HandOff, type Job } from '@coin-relay/model';
import { partsList } from '@coin-relay/scene';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzProgressModule } from 'ng-zorro-antd/progress';
import { NzTableModule } from 'ng-zorro-antd/table';
import { map } from 'rxjs';
import { FirstJob } from '../../first-job/first-job.service';
import { JobStore } from '../../document/job-store.service';
import { FitService } from '../../engine/fit.service';
import { MachineView } from '../../engine/machine-view.service';
import { AheadOfHandOff } from '../../hand-off/ahead.service';
import { factsOf, pictureFacts, picturesIn, type Fact, type Taken } from '../../hand-off/facts';
import { HandOffChoice, type Said } from '../../hand-off/hand-off-choice.service';
import { HandOffRun } from '../../hand-off/hand-off-run.service';
import { KeptHandOffsComponent } from '../../hand-off/kept-hand-offs.component';
import { OptionFormComponent } from '../../hand-off/option-form.component';
import { HandOffPreviewComponent } from '../../hand-off/preview.component';
import { Playback } from '../../session/playback.service';
import { CHOICE } from '../../shared/choice.directive';
import { TroubleComponent } from '../../shared/trouble.component';

/** The ways to hand off, under what they are offered. */
const GROUPS: readonly { readonly title: ExportGroup; readonly ways: readonly Export[] }[] = [
  ...new Set(EXPORTS.map(({ group }) => group)),
].map((title) => ({ title, ways: EXPORTS.filter(({ group }) => group === title) }));

/** What can be taken away. */
@Component({
  selector: 'relay-hand-off-step',
  imports: [
    ...CHOICE,
    HandOffPreviewComponent,
    KeptHandOffsComponent,
    NzButtonComponent,
    NzProgressModule,
    NzTableModule,
    OptionFormComponent,
    TroubleComponent,
  ],
  providers: [AheadOfHandOff],
  templateUrl: './hand-off-step.component.html',
  styleUrls: ['../../shared/step.less'],
  styles: `
    .ways {
      width: 100%;
      margin-bottom: 4px;
    }
    nz-table {
      display: block;
      margin-top: 12px;
    }
    nz-table ::ng-deep table {
      width: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandOffStepComponent {
  private readonly store = inject(JobStore);
  private readonly playback = inject(Playback);
  private readonly machine = inject(MachineView);
  private readonly first = inject(FirstJob);
  private readonly ahead = inject(AheadOfHandOff);
  protected readonly choice = inject(HandOffChoice);
  protected readonly runs = inject(HandOffRun);
  private readonly machineNow = toSignal(this.machine.state$, { requireSync: true });
  private readonly fit = toSignal(inject(FitService).state$, { requireSync: true });
  /** The document as it is; null before it is there. */
  protected readonly job = toSignal(this.store.job$, { initialValue: null });
  protected readonly now = toSignal(this.choice.state$, { requireSync: true });
  protected readonly run = toSignal(this.runs.state$, { requireSync: true });
  protected readonly aheadNow = toSignal(this.ahead.state$, { requireSync: true });
  /** The frame that is shown; none while it plays. */
  private readonly frame = toSignal(
    this.playback.position$.pipe(map(({ playing, frame }) => (playing ? null : frame))),
    { requireSync: true },
  );
  protected readonly groups = GROUPS;

  /** The options it takes, but for those that say nothing: as others are, or of what this job has none of. */
  protected readonly fields = computed(() => {
    const job = this.job();
    const { way, options } = this.now();
    const moot = way.moot?.(options) ?? [];
    const shaded = seenInSpace(options);
    return optionFields(way).filter(
      ({ key }) =>
        !moot.includes(key) &&
        (!job || (key === 'ground' ? shaded || job.motion.body : key !== 'machine' || hasMachine(job))),
    );
  });
  /** What is handed off: what can be seen, so that it is not fitted half. */
  private readonly handed = computed(() => {
    const { way } = this.now();
    return way.fitted ? (this.machineNow().machine?.job ?? null) : this.job();
  });
  protected readonly ready = computed(() => this.handed() !== null);
  protected readonly percent = computed(() => Math.round(100 * (this.run().part ?? 0)));

  /** What of the job the file would not show. */
  protected readonly leftOut = computed(() => {
    const { machine } = this.machineNow();
    const { way, options } = this.now();
    if (!machine || !way.leavesOut) return [];
    const nowhere = {
      run: null,
      pictures: new Map<string, string>(),
      platform: null,
      progress: () => undefined,
    };
    try {
      return way.leavesOut({ ...nowhere, job: machine.job, machine }, options);
    } catch {
      // An option that cannot be used is told of where the file is written.
      return [];
    }
  });

  protected readonly facts = computed((): readonly Fact[] => {
    const { way, options } = this.now();
    const job = this.handed();
    const { file, each } = this.aheadNow();
    if (!job) return [];
    if (file) return factsOf(file, job.unit);
    if (!way.slow) return [];
    const said = way.options.safeParse(options);
    return said.success ? pictureFacts(job, { step: 1, times: 1, ...said.data }, each) : [];
  });

  /** What the row at work is made of. */
  protected readonly list = computed(() => {
    const { view } = this.fit();
    return view ? partsList(view.fit, view.setOut) : null;
  });
  protected readonly purpose = computed(() => {
    const { way } = this.now();
    const list = this.list();
    const { view } = this.fit();
    if (way.id !== 'parts' || !list || !view)
      return `${way.purpose[0].toUpperCase()}${way.purpose.slice(1)}.`;
    const mass = list.mass === null ? '' : `, ${this.grams(list.mass)}`;
    return `${list.pieces} pieces, ${formatLength(list.length, view.job.unit)}${mass}`;
  });

  constructor() {
    effect(() => {
      const { way, options } = this.now();
      const job = this.handed();
      const frame = this.frame();
      const idle = this.run().writing === null;
      if (!job || frame === null || !idle || !way.fitted) this.ahead.look(null);
      else {
        const much = !way.slow ? 'all' : FILMS.has(way.id) ? filmSample(job, options) : 1;
        this.ahead.look({ job, as: way.id, options: withFrame(options, frame), much });
      }
    });
  }

  protected grams(mass: number | null): string {
    if (mass === null) return '–';
    return mass >= 1000 ? `${(mass / 1000).toFixed(2)}\u00a0kg` : `${mass.toFixed(1)}\u00a0g`;
  }

  /** Hands the file to the browser: the one that was written beforehand, where it is there. */
  protected async take(): Promise<void> {
    const { way, options } = this.now();
    const { file } = this.ahead.now;
    if (!file) await this.write(way, options);
    else {
      this.runs.forget();
      this.runs.take(file);
      this.first.takenAway();
    }
  }

  /** A hand-off that was kept, once more. */
  protected async repeat({ as, options }: HandOff): Promise<void> {
    const way = EXPORTS.find(({ id }) => id === as);
    if (way) await this.write(way, options);
  }

  private async write(way: Export, options: Said): Promise<void> {
    const job = way.fitted ? (this.machine.now.machine?.job ?? null) : this.store.job;
    // One after the other. Buttons stay as they are meanwhile: one that is switched off loses the keys.
    if (!job || this.run().writing) return;
    this.ahead.look(null);
    const asked = { options: withFrame(options, this.playback.now.frame) };
    if (await this.runs.write(job, way, asked)) this.first.takenAway();
  }
}

/** Ways whose pictures are told by how they differ: only the others are told by one of them. */
const FILMS: ReadonlySet<string> = new Set(['mp4', 'webm']);
/** Pictures of a film that tell how large all of it is, at the most. */
const MOST_SAMPLED = 30;

/** A second of a film is as large as the next one: each begins with a picture that is whole in itself. */
function filmSample(job: Job, { step, frames }: Said): number {
  const every = typeof step === 'number' ? step : 1;
  const all = picturesIn(job, { frames: frames as Taken['frames'], step: every });
  return Math.max(1, Math.min(MOST_SAMPLED, Math.ceil(job.motion.framesPerSecond / every), all));
}

/** What is said, and which frame is shown where no range of them is said. */
const withFrame = (options: Said, frame: number): Said =>
  options['frames'] === undefined ? { frame, ...options } : options;

/** Is there anything between the rows of a job? */
const hasMachine = ({ anchors = [], ties = [], motion }: Job): boolean =>
  anchors.length > 0 || ties.length > 0 || motion.drives.some(({ train }) => train);

const seenInSpace = ({ view }: Said): boolean => view !== undefined && view !== 'plan';
