import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { familyOf } from '@coin-relay/model';
import { setTurning } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { MotionView } from '../engine/motion-view.service';
import { CountFieldComponent } from '../shared/count-field.component';

/** How far a laid rope turns about itself in the loop; nothing where the row is none. */
@Component({
  selector: 'relay-turning-panel',
  imports: [CountFieldComponent],
  template: `
    @if (rope(); as r) {
      <div class="line">
        <span class="what">turns about itself, in {{ r.parts }} parts of a turn</span>
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
    const [piece] = resolved?.sequence ?? [];
    const parts = piece && familyOf(piece).partsOfTurn?.(piece);
    if (!resolved || !parts) return null;
    const run = resolved.run.id;
    const turning = this.motion.machine()?.job.motion.drives.find((drive) => drive.run === run)?.turning ?? 0;
    const turns = Number((Math.abs(turning) / parts).toFixed(3));
    const words =
      turning === 0
        ? 'It does not turn about itself: its strands run as far as it travels.'
        : `${turns} ${turns === 1 ? 'turn' : 'turns'} in the loop: its strands seem to run ${turning > 0 ? 'on' : 'back'} by ${Math.abs(turning)} besides what it travels.`;
    return { run, parts, turning, words };
  });

  protected turn(run: string, turning: number): void {
    this.store.change(setTurning(run, turning));
  }
}
