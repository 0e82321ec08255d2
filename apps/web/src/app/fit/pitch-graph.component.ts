import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { pitchOverCycle } from '@coin-relay/core';
import { GraphComponent } from '../graphs/graph.component';
import type { GraphLine } from '../graphs/graph-data';
import { fileName } from '@coin-relay/formats';
import { MachineView } from '../engine/machine-view.service';
import { Playback } from '../session/playback.service';
import { FitService } from '../engine/fit.service';

/** How the pitch of a closed row rises and falls while it travels on by one of its links. */
@Component({
  selector: 'relay-pitch-graph',
  imports: [GraphComponent],
  template: `
    @if (lines(); as l) {
      <relay-graph
        title="The pitch while it travels on by one"
        [lines]="l"
        [axes]="{ x: 'travel, pitches', y: 'off the mean, ppm' }"
        [mark]="mark()"
        [file]="file()"
      />
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PitchGraphComponent {
  private readonly playback = inject(Playback);
  private readonly machine = inject(MachineView);
  private readonly state = toSignal(inject(FitService).state$, { requireSync: true });
  private readonly position = toSignal(this.playback.position$, { requireSync: true });
  private readonly cycle = computed(() => {
    const { view } = this.state();
    return view?.fit.request.pieces === 'stiff' ? pitchOverCycle(view.fit.row) : null;
  });
  protected readonly file = computed(() => fileName(`${this.state().view?.job.name ?? 'job'} pitch`, ''));
  protected readonly lines = computed((): GraphLine[] | null => {
    const cycle = this.cycle();
    if (!cycle) return null;
    const once = cycle.pitch.slice(0, -1);
    const mean = once.reduce((sum, pitch) => sum + pitch, 0) / once.length;
    return [
      {
        name: 'pitch',
        x: [...cycle.travel],
        y: [...cycle.pitch].map((pitch) => (pitch / mean - 1) * 1e6),
      },
    ];
  });
  protected readonly mark = computed(() => {
    this.position();
    const { view } = this.state();
    if (!view) return null;
    const { cycle } = view.fit.row;
    const travel = this.machine.travelOf(view.resolved.run.id);
    return travel - Math.floor(travel / cycle) * cycle;
  });
}
