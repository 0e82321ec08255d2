import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import {
  checkMotionProfile,
  isSteady,
  legsOf,
  RelayError,
  STEADY,
  type MotionProfile,
} from '@coin-relay/core';
import { setManner } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { CountFieldComponent } from '../shared/count-field.component';
import { MotionView } from '../engine/motion-view.service';
import { CHOICE } from '../shared/choice.directive';
import { TroubleComponent } from '../shared/trouble.component';

/** One of the times of a manner, in frames. */
interface Time {
  readonly of: 'dwell' | 'ease';
  readonly at: 0 | 1;
  readonly words: string;
  readonly label: string;
}

/** How a row goes through its travel: once on or there and back, with rests and eases in whole frames. */
@Component({
  selector: 'relay-motion-profile-panel',
  imports: [TroubleComponent, CHOICE, CountFieldComponent],
  template: `
    @if (driven(); as by) {
      <p class="cost">It goes as “{{ by }}” goes, which drives it.</p>
    } @else {
      <div class="line">
        <span class="what">Its way</span>
        <nz-select relayChoice="Its way" [value]="manner().way" (chosen)="go($event)">
          <nz-option nzValue="on" nzLabel="on, round after round" />
          <nz-option nzValue="to-and-fro" nzLabel="to and fro" />
        </nz-select>
      </div>
      @for (time of times(); track time.label) {
        <div class="line">
          <span class="what">{{ time.words }}</span>
          <relay-count-field
            [label]="time.label"
            [value]="manner()[time.of][time.at]"
            [least]="0"
            (changed)="set(time, $event)"
          />
          <span>frames</span>
        </div>
      }
      @if (problem(); as words) {
        <relay-trouble>▲ {{ words }}</relay-trouble>
      }
      <p class="cost">{{ words() }}</p>
    }
  `,
  styleUrl: '../shared/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MotionProfilePanelComponent {
  private readonly store = inject(JobStore);
  private readonly motion = inject(MotionView);
  protected readonly problem = signal('');
  protected readonly driven = computed(() => {
    const [facts, machine] = [this.motion.facts(), this.motion.machine()];
    const master = facts?.driven?.master;
    return master === undefined ? null : (machine?.job.runs.find(({ id }) => id === master)?.name ?? master);
  });
  protected readonly manner = computed(() => this.motion.facts()?.manner ?? STEADY);
  protected readonly times = computed((): readonly Time[] => [
    { of: 'dwell', at: 0, words: 'Rests before it sets out', label: 'Frames it rests before it sets out' },
    {
      of: 'dwell',
      at: 1,
      words: this.manner().way === 'on' ? 'Rests once it is there' : 'Rests at the far end',
      label: 'Frames it rests where it arrives',
    },
    { of: 'ease', at: 0, words: 'Gets up to speed in', label: 'Frames to get up to speed' },
    { of: 'ease', at: 1, words: 'Comes to rest in', label: 'Frames to come to rest' },
  ]);
  protected readonly words = computed(() => {
    const [manner, machine] = [this.manner(), this.motion.machine()];
    if (!machine || isSteady(manner)) return 'It runs at one speed from the first frame to the last.';
    const [out, back] = legsOf(manner, machine.frames);
    return manner.way === 'on'
      ? `It moves for ${out} of ${machine.frames} frames.`
      : `It goes for ${out} frames and comes back for ${back}; the loop’s end is its start, whatever it travels.`;
  });

  protected go(way: string): void {
    this.change({ way: way === 'to-and-fro' ? 'to-and-fro' : 'on' });
  }

  protected set({ of, at }: Time, frames: number): void {
    const [first, last] = this.manner()[of];
    this.change({ [of]: at === 0 ? [frames, last] : [first, frames] });
  }

  private change(part: Partial<MotionProfile>): void {
    const [run, machine] = [this.motion.run(), this.motion.machine()];
    if (!run || !machine) return;
    const manner: MotionProfile = { ...this.manner(), ...part };
    try {
      checkMotionProfile(manner, machine.frames);
      this.problem.set('');
      this.store.change(
        setManner(
          run.id,
          isSteady(manner) ? null : { way: manner.way, dwell: [...manner.dwell], ease: [...manner.ease] },
        ),
      );
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      this.problem.set(error.message);
    }
  }
}
