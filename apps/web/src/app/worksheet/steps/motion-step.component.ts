import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { phasesInLoop } from '@coin-relay/core';
import type { MotionWarning } from '@coin-relay/model';
import { setMotion, setTravel } from '../../document/commands';
import { JobStore } from '../../document/job-store.service';
import { MotionView } from '../../motion/motion-view.service';
import { SpeedsPanelComponent } from '../../motion/speeds-panel.component';
import { TurnsPanelComponent } from '../../motion/turns-panel.component';
import { CountFieldComponent } from '../../shared/count-field.component';
import { NumberFieldComponent } from '../../shared/number-field.component';

/** Frames of a loop, at the most. */
const MOST_FRAMES = 100_000;

/** The loop: its frames, how fast the row runs in it, and what a viewer would see wrongly. */
@Component({
  selector: 'relay-motion-step',
  imports: [CountFieldComponent, NumberFieldComponent, SpeedsPanelComponent, TurnsPanelComponent],
  template: `
    @if (job(); as j) {
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
        <span class="what">The loop</span>
        <relay-count-field
          label="Frames in the loop"
          [value]="j.motion.frames"
          [most]="mostFrames"
          (changed)="frames($event)"
        />
        <span>frames,</span>
        <relay-number-field
          label="Seconds in the loop"
          [value]="j.motion.frames / j.motion.framesPerSecond"
          suffix="s"
          [least]="0.001"
          [most]="mostFrames / j.motion.framesPerSecond"
          (changed)="seconds($event)"
        />
      </div>
      @if (stands(); as words) {
        <p class="cost">{{ words }}</p>
      } @else {
        <relay-speeds-panel />
        @for (warning of warnings(); track warning.kind) {
          <p class="warning-text">
            ▲ {{ warning.text }}
            @if (mendOf(warning); as words) {
              <button type="button" class="plain-button" (click)="mend(warning)">{{ words }}</button>
            }
          </p>
        }
        <p class="cost">{{ phases() }}</p>
        <relay-turns-panel />
      }
    }
  `,
  styleUrls: ['./step.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MotionStepComponent {
  private readonly store = inject(JobStore);
  private readonly motion = inject(MotionView);
  protected readonly mostFrames = MOST_FRAMES;
  protected readonly job = toSignal(this.store.job$);
  protected readonly warnings = this.motion.warnings;
  protected readonly stands = computed(() => {
    const [view, facts] = [this.motion.view(), this.motion.facts()];
    if (!view || !facts) return 'The row does not fit yet: there is nothing to move.';
    if (facts.moves) return '';
    return view.fit.sections
      ? 'The row stands still: it could not travel and still meet its places. Meet none, and it runs.'
      : 'The row stands still: its links cannot pass. The check step says where.';
  });
  protected readonly phases = computed(() => {
    const [view, facts] = [this.motion.view(), this.motion.facts()];
    if (!view || !facts || facts.travel === 0) return '';
    const { frames } = view.job.motion;
    if (!facts.seamless) return `All ${frames} frames are different, and frame ${frames} is not frame 0.`;
    const many = phasesInLoop(frames, Math.round(facts.travel / facts.repeat));
    return `${many === frames ? `All ${many}` : `${many} of ${frames}`} frames are different; frame ${frames} is frame 0.`;
  });

  protected frames(frames: number): void {
    this.store.change(setMotion({ frames }));
  }

  protected rate(framesPerSecond: number): void {
    this.store.change(setMotion({ framesPerSecond }));
  }

  /** The nearest whole number of frames. */
  protected seconds(seconds: number): void {
    const rate = this.job()?.motion.framesPerSecond ?? 24;
    this.frames(Math.max(1, Math.min(MOST_FRAMES, Math.round(seconds * rate))));
  }

  protected mendOf({ travel, frames }: MotionWarning): string | null {
    if (travel !== null) return `travel ${String(travel).replace('-', '−')}`;
    return frames !== null && frames <= MOST_FRAMES ? `make the loop ${frames} frames` : null;
  }

  protected mend({ travel, frames }: MotionWarning): void {
    const run = this.motion.view()?.resolved.run;
    if (travel !== null && run) this.store.change(setTravel(run.id, travel));
    else if (frames !== null) this.frames(frames);
  }
}
