import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { wouldDriveItself, type Job, type Run, type Train } from '@coin-relay/model';
import { setTrain } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { CountFieldComponent } from '../shared/count-field.component';
import { MotionView } from '../engine/motion-view.service';
import { CHOICE } from '../shared/choice.directive';

interface Choice {
  readonly id: string;
  readonly name: string;
}

/** What drives the row at work: its own travel, or another row by a shaft or a pair of gears. */
@Component({
  selector: 'relay-train-panel',
  imports: [CHOICE, CountFieldComponent],
  template: `
    <div class="line">
      <span class="what">It is driven by</span>
      <nz-select relayChoice="It is driven by" [value]="train()?.by ?? ''" (chosen)="drive($event)">
        <nz-option nzValue="" nzLabel="nothing: it runs by itself" />
        @for (run of runs(); track run.id) {
          <nz-option [nzValue]="run.id" [nzLabel]="run.name" />
        }
      </nz-select>
    </div>
    @if (train(); as t) {
      <div class="line">
        <span class="what">From the shaft of its</span>
        <nz-select relayChoice="The driving wheel" [value]="t.wheel" (chosen)="change({ wheel: $event })">
          @for (entry of driving(); track entry.id) {
            <nz-option [nzValue]="entry.id" [nzLabel]="entry.name" />
          }
        </nz-select>
      </div>
      <div class="line">
        <span class="what">To that of</span>
        <nz-select relayChoice="The driven wheel" [value]="t.own" (chosen)="change({ own: $event })">
          @for (entry of own$(); track entry.id) {
            <nz-option [nzValue]="entry.id" [nzLabel]="entry.name" />
          }
        </nz-select>
      </div>
      <div class="line">
        <span class="what">Joined by</span>
        <nz-select
          relayChoice="Joined by"
          [value]="t.gears === null ? 'shaft' : 'gears'"
          (chosen)="join($event)"
        >
          <nz-option nzValue="shaft" nzLabel="one shaft" />
          <nz-option nzValue="gears" nzLabel="a pair of gears" />
        </nz-select>
      </div>
      @if (t.gears; as gears) {
        <div class="line">
          <span class="what">Teeth, driving and driven</span>
          <relay-count-field
            label="Teeth of the driving gear"
            [value]="gears[0]"
            [least]="3"
            [most]="1000"
            (changed)="change({ gears: [$event, gears[1]] })"
          />
          <relay-count-field
            label="Teeth of the driven gear"
            [value]="gears[1]"
            [least]="3"
            [most]="1000"
            (changed)="change({ gears: [gears[0], $event] })"
          />
        </div>
      }
      <p class="cost">{{ words() }}</p>
    } @else if (runs().length === 0) {
      <p class="cost">
        {{
          several()
            ? 'Only rows that go round wheels can be driven, by rows that go round wheels.'
            : 'With another row on another path, one can drive the other.'
        }}
      </p>
    }
  `,
  styleUrl: '../shared/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TrainPanelComponent {
  private readonly store = inject(JobStore);
  private readonly motion = inject(MotionView);
  private readonly job = computed(() => this.motion.machine()?.job ?? null);
  protected readonly train = computed(() => {
    const [job, run] = [this.job(), this.motion.run()];
    return job && run ? (job.motion.drives.find((drive) => drive.run === run.id)?.train ?? null) : null;
  });
  protected readonly several = computed(() => (this.job()?.runs.length ?? 0) > 1);
  /** Rows that may drive this one: they have wheels, and are not driven by it. */
  protected readonly runs = computed((): readonly Run[] => {
    const [job, run] = [this.job(), this.motion.run()];
    if (!job || !run || wheelsOf(job, run).length === 0) return [];
    return job.runs.filter(
      (other) => !wouldDriveItself(job, run.id, other.id) && wheelsOf(job, other).length > 0,
    );
  });
  protected readonly driving = computed((): Choice[] => {
    const [job, train] = [this.job(), this.train()];
    const by = job?.runs.find(({ id }) => id === train?.by);
    return job && by ? wheelsOf(job, by) : [];
  });
  protected readonly own$ = computed((): Choice[] => {
    const [job, run] = [this.job(), this.motion.run()];
    return job && run ? wheelsOf(job, run) : [];
  });
  protected readonly words = computed(() => {
    const [job, run, machine] = [this.job(), this.motion.run(), this.motion.machine()];
    const motion = run ? machine?.motions.get(run.id) : undefined;
    if (!job || !motion?.driven) return '';
    const master = job.runs.find(({ id }) => id === motion.driven?.master)?.name ?? '';
    const slips =
      motion.slip === 0
        ? ''
        : ` A plain wheel slips by ${figure(100 * Math.abs(motion.slip), 1)} %, so that the row meets the loop’s end.`;
    return `It travels ${figure(motion.driven.ratio, 4)} for each of “${master}”: ${figure(motion.travel, 2)} ${this.motion.many()} in the loop.${slips}`;
  });

  protected drive(by: string): void {
    const [job, run] = [this.job(), this.motion.run()];
    if (!job || !run) return;
    const other = job.runs.find(({ id }) => id === by);
    if (!other) {
      this.store.change(setTrain(run.id, null));
      return;
    }
    this.store.change(setTrain(run.id, { by, ...nearestShafts(job, other, run), gears: null }));
  }

  protected join(joint: string): void {
    this.change({ gears: joint === 'gears' ? [24, 48] : null });
  }

  protected change(part: Partial<Train>): void {
    const [run, train] = [this.motion.run(), this.train()];
    if (run && train) this.store.change(setTrain(run.id, { ...train, ...part }));
  }
}

/** The wheels a row goes round, bare points left out. */
function wheelsOf(job: Job, run: Run): Choice[] {
  const path = job.paths.find(({ id }) => id === run.path);
  if (path?.kind !== 'route') return [];
  return path.stops.flatMap(({ wheel }) => {
    const found = job.wheels.find(({ id }) => id === wheel);
    return found && found.size.by !== 'point' ? [{ id: found.id, name: found.name }] : [];
  });
}

/** The wheels of two rows whose shafts are closest: most likely they are one. */
function nearestShafts(job: Job, by: Run, own: Run): Pick<Train, 'wheel' | 'own'> {
  let best = { wheel: wheelsOf(job, by)[0].id, own: wheelsOf(job, own)[0].id };
  let least = Infinity;
  for (const { id: wheel } of wheelsOf(job, by)) {
    for (const { id } of wheelsOf(job, own)) {
      const [a, b] = [wheel, id].map((wanted) => job.wheels.find((w) => w.id === wanted));
      const apart = a && b ? Math.hypot(a.x - b.x, a.y - b.y) : Infinity;
      if (apart < least) {
        least = apart;
        best = { wheel, own: id };
      }
    }
  }
  return best;
}

const figure = (value: number, digits: number): string =>
  String(Number(value.toFixed(digits))).replace('-', '−');
