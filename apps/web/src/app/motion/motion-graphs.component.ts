import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { GraphComponent } from '../graphs/graph.component';
import { fileName } from '@coin-relay/formats';
import { Playback } from '../session/playback.service';
import { motionGraphs } from './graph-lines';
import { MotionView } from '../engine/motion-view.service';
import { CHOICE } from '../shared/choice.directive';

/** One graph of the machine at a time, with the frame shown marked. */
@Component({
  selector: 'relay-motion-graphs',
  imports: [CHOICE, GraphComponent],
  template: `
    @if (graphs().length > 0) {
      <div class="line">
        <span class="what">Graph</span>
        <nz-select relayChoice="Graph" [value]="shown()?.id ?? ''" (chosen)="choose($event)">
          @for (entry of graphs(); track entry.id) {
            <nz-option [nzValue]="entry.id" [nzLabel]="entry.title" />
          }
        </nz-select>
      </div>
      @if (shown(); as graph) {
        <relay-graph
          [title]="graph.title"
          [lines]="graph.lines"
          [axes]="graph.axes"
          [mark]="mark()"
          [file]="file()"
          [height]="170"
        />
        <p class="cost">{{ graph.words }}</p>
      }
    } @else {
      <p class="cost">Nothing to draw: put in a spring, go round sprockets, or let the row bend.</p>
    }
  `,
  styleUrl: '../shared/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MotionGraphsComponent {
  private readonly motion = inject(MotionView);
  private readonly position = toSignal(inject(Playback).position$, { requireSync: true });
  private readonly wanted = signal('');
  protected readonly graphs = computed(() => {
    const [machine, run] = [this.motion.machine(), this.motion.run()];
    return machine && run ? motionGraphs(machine, run.id) : [];
  });
  protected readonly shown = computed(
    () => this.graphs().find(({ id }) => id === this.wanted()) ?? this.graphs().at(0) ?? null,
  );
  protected readonly mark = computed(() => this.shown()?.mark(this.position().frame) ?? null);
  protected readonly file = computed(() =>
    fileName(`${this.motion.machine()?.job.name ?? 'job'} ${this.shown()?.id ?? 'graph'}`, ''),
  );

  protected choose(id: string): void {
    this.wanted.set(id);
  }
}
