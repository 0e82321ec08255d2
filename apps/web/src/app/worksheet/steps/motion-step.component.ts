import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { formatLength } from '@coin-relay/model';
import { setMotion, setTravel } from '../../document/commands';
import { JobStore } from '../../document/job-store.service';
import { RunAtWork } from '../../job/run-at-work.service';
import { FitService } from '../../fit/fit.service';
import { CountFieldComponent } from '../../shared/count-field.component';

/** The loop: its frames, and how far the row travels in it. */
@Component({
  selector: 'relay-motion-step',
  imports: [CountFieldComponent],
  template: `
    @if (job(); as j) {
      <div class="line">
        <span class="what">Frames in the loop</span>
        <relay-count-field
          label="Frames in the loop"
          [value]="j.motion.frames"
          [most]="100000"
          (changed)="frames($event)"
        />
      </div>
      <div class="line">
        <span class="what">Frames a second</span>
        <relay-count-field
          label="Frames a second"
          [value]="j.motion.framesPerSecond"
          [most]="240"
          (changed)="rate($event)"
        />
      </div>
      <div class="line">
        <span class="what">Pitches travelled in it</span>
        <relay-count-field
          label="Pitches travelled in the loop"
          [value]="travel()"
          [least]="-100000"
          (changed)="setPitches($event)"
        />
      </div>
      <p class="cost">{{ speed() }}</p>
      <button type="button" class="plain-button" (click)="setPitches(-travel())">Run it the other way</button>
    }
  `,
  styleUrls: ['./step.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MotionStepComponent {
  private readonly store = inject(JobStore);
  private readonly fit = toSignal(inject(FitService).state$, { requireSync: true });
  protected readonly job = toSignal(this.store.job$);
  private readonly run = toSignal(inject(RunAtWork).run$);
  protected readonly travel = computed(
    () => this.job()?.motion.drives.find((drive) => drive.run === this.run()?.id)?.pitches ?? 0,
  );

  protected readonly speed = computed(() => {
    const job = this.job();
    const view = this.fit().view;
    if (!job || !view) return '';
    const seconds = job.motion.frames / job.motion.framesPerSecond;
    const { fit } = view;
    if (fit.sections)
      return 'The row stands still: it could not travel and still meet its places. Meet none, and it runs.';
    const spacing = fit.window.ring
      ? fit.layout.path.length / fit.count
      : (fit.effectivePitch ?? fit.request.pitch);
    const perSecond = (Math.abs(this.travel()) * spacing) / seconds;
    return `A loop of ${Number(seconds.toFixed(2))} s; the row runs at ${formatLength(perSecond, job.unit)} a second.`;
  });

  protected frames(frames: number): void {
    this.store.change(setMotion({ frames }));
  }

  protected rate(framesPerSecond: number): void {
    this.store.change(setMotion({ framesPerSecond }));
  }

  protected setPitches(pitches: number): void {
    const run = this.run();
    if (run) this.store.change(setTravel(run.id, pitches));
  }
}
