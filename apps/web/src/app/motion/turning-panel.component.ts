import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { turningFacts } from '@coin-relay/model';
import { setTurning } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { MotionView } from '../engine/motion-view.service';
import { CountFieldComponent } from '../shared/count-field.component';

/** How far a laid rope turns about itself in the loop, or strands about what they wind round; nothing where the row is none. */
@Component({
  selector: 'relay-turning-panel',
  imports: [CountFieldComponent],
  template: `
    @if (rope(); as r) {
      <div class="line">
        <span class="what">{{ r.what }}</span>
        <relay-count-field
          label="Parts of a turn about itself in the loop"
          [value]="r.turning"
          [least]="-100000"
          (changed)="turn(r.run, $event)"
        />
      </div>
      <p class="cost">{{ r.words }}</p>
    }
  `,
  styleUrl: '../shared/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TurningPanelComponent {
  private readonly store = inject(JobStore);
  private readonly motion = inject(MotionView);
  protected readonly rope = computed(() => {
    const { resolved } = this.motion.view() ?? {};
    const job = this.motion.machine()?.job;
    const facts = job && resolved ? turningFacts(job, resolved.run) : null;
    if (!resolved || !facts) return null;
    const { of, parts, turning, meets } = facts;
    const turns = Number((Math.abs(turning) / parts).toFixed(3));
    const loop = `${turns} ${turns === 1 ? 'turn' : 'turns'} in the loop`;
    const run = resolved.run.id;
    if (of === 'strands') {
      const all = parts === 1 ? 'it' : `all ${parts}`;
      return {
        ...{ run, turning },
        what: `turns about what it winds round, in ${parts === 1 ? 'whole turns' : `${parts} parts of a turn`}`,
        words:
          turning === 0
            ? 'It does not turn: where it winds it stays, however far it travels.'
            : `${loop}, ${all} together: seen from outside ${parts === 1 ? 'it seems' : 'they seem'} to run ${turning > 0 ? 'on' : 'back'}.${meets ? '' : ' They are not alike, so that the loop ends otherwise than it began: only whole turns meet.'}`,
      };
    }
    return {
      ...{ run, turning },
      what: `turns about itself, in ${parts} parts of a turn`,
      words:
        turning === 0
          ? 'It does not turn about itself: its strands run as far as it travels.'
          : `${loop}: its strands seem to run ${turning > 0 ? 'on' : 'back'} by ${Math.abs(turning)} besides what it travels.`,
    };
  });

  protected turn(run: string, turning: number): void {
    this.store.change(setTurning(run, turning));
  }
}
