import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { checkManner, isSteady, legsOf, RelayError, STEADY, type Manner } from '@coin-relay/core';
import { setManner } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { CountFieldComponent } from '../shared/count-field.component';
import { MotionView } from './motion-view.service';

/** How a row goes through its travel: once on or there and back, with rests and eases in whole frames. */
@Component({
  selector: 'relay-manner-panel',
  imports: [CountFieldComponent],
  template: `
    @if (driven(); as by) {
      <p class="cost">It goes as “{{ by }}” goes, which drives it.</p>
    } @else {
      <div class="line">
        <span class="what">Its way</span>
        <select #way aria-label="Its way" (change)="go(way.value)">
          <option value="on" [selected]="manner().way === 'on'">on, round after round</option>
          <option value="to-and-fro" [selected]="manner().way === 'to-and-fro'">to and fro</option>
        </select>
      </div>
      <div class="line">
        <span class="what">Rests before it sets out</span>
        <relay-count-field
          label="Frames it rests before it sets out"
          [value]="manner().dwell[0]"
          [least]="0"
          (changed)="change({ dwell: [$event, manner().dwell[1]] })"
        />
        <span>frames</span>
      </div>
      <div class="line">
        <span class="what">{{
          manner().way === 'on' ? 'Rests once it is there' : 'Rests at the far end'
        }}</span>
        <relay-count-field
          label="Frames it rests where it arrives"
          [value]="manner().dwell[1]"
          [least]="0"
          (changed)="change({ dwell: [manner().dwell[0], $event] })"
        />
        <span>frames</span>
      </div>
      <div class="line">
        <span class="what">Gets up to speed in</span>
        <relay-count-field
          label="Frames to get up to speed"
          [value]="manner().ease[0]"
          [least]="0"
          (changed)="change({ ease: [$event, manner().ease[1]] })"
        />
        <span>frames</span>
      </div>
      <div class="line">
        <span class="what">Comes to rest in</span>
        <relay-count-field
          label="Frames to come to rest"
          [value]="manner().ease[1]"
          [least]="0"
          (changed)="change({ ease: [manner().ease[0], $event] })"
        />
        <span>frames</span>
      </div>
      @if (problem(); as words) {
        <p class="warning-text" role="alert">▲ {{ words }}</p>
      }
      <p class="cost">{{ words() }}</p>
    }
  `,
  styleUrl: '../worksheet/steps/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MannerPanelComponent {
  private readonly store = inject(JobStore);
  private readonly motion = inject(MotionView);
  protected readonly problem = signal('');
  protected readonly driven = computed(() => {
    const [facts, machine] = [this.motion.facts(), this.motion.machine()];
    const master = facts?.driven?.master;
    return master === undefined ? null : (machine?.job.runs.find(({ id }) => id === master)?.name ?? master);
  });
  protected readonly manner = computed(() => this.motion.facts()?.manner ?? STEADY);
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

  protected change(part: Partial<Manner>): void {
    const [run, machine] = [this.motion.run(), this.motion.machine()];
    if (!run || !machine) return;
    const manner: Manner = { ...this.manner(), ...part };
    try {
      checkManner(manner, machine.frames);
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
