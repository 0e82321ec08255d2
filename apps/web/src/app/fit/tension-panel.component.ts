import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { formatLength, tensionOfWheel, type RunFit } from '@coin-relay/model';
import { setFit } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { RunAtWork } from '../session/run-at-work.service';
import { AngleFieldComponent } from '../shared/angle-field.component';
import { LengthFieldComponent } from '../shared/length-field.component';
import { FitService } from '../engine/fit.service';
import { CHOICE } from '../shared/choice.directive';

/** Which wheel may move, along which line, and how far. */
@Component({
  selector: 'relay-tension-panel',
  imports: [CHOICE, AngleFieldComponent, LengthFieldComponent],
  template: `
    @if (tension(); as t) {
      <div class="line">
        <span class="what">The wheel that moves</span>
        <nz-select relayChoice="The wheel that moves" [value]="t.wheel" (chosen)="choose($event)">
          @for (entry of wheels(); track entry.id) {
            <nz-option [nzValue]="entry.id" [nzLabel]="entry.name" />
          }
        </nz-select>
      </div>
      <div class="line">
        <span class="what">along a line at</span>
        <relay-angle-field
          label="Line the wheel moves along"
          [value]="t.angle"
          [quarter]="true"
          (changed)="change({ angle: $event })"
        />
      </div>
      <div class="line">
        <span class="what">from, to</span>
        <relay-length-field
          label="How far back the wheel may go"
          [value]="t.min"
          [unit]="unit()"
          (changed)="change({ min: $event })"
        />
        <relay-length-field
          label="How far on the wheel may go"
          [value]="t.max"
          [unit]="unit()"
          (changed)="change({ max: $event })"
        />
      </div>
      <p class="cost">{{ words() }}</p>
    }
  `,
  styleUrl: '../shared/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TensionPanelComponent {
  private readonly store = inject(JobStore);
  private readonly state = toSignal(inject(FitService).state$, { requireSync: true });
  private readonly job = toSignal(this.store.job$);
  private readonly run = toSignal(inject(RunAtWork).run$);
  protected readonly tension = computed(() => this.run()?.fit.tension ?? null);
  protected readonly unit = computed(() => this.job()?.unit ?? 'mm');
  protected readonly wheels = computed(() => {
    const job = this.job();
    const path = job?.paths.find(({ id }) => id === this.run()?.path);
    if (path?.kind !== 'route') return [];
    return path.stops.flatMap(({ wheel }) => {
      const found = job?.wheels.find(({ id }) => id === wheel);
      return found && found.size.by !== 'point' ? [found] : [];
    });
  });
  protected readonly words = computed(() => {
    const takeUp = this.state().view?.fit.takeUp;
    const t = this.tension();
    if (takeUp === null || takeUp === undefined || !t) return '';
    const rest = Math.min(takeUp - t.min, t.max - takeUp);
    const way = takeUp < 0 ? ' back' : '';
    return `It moves ${formatLength(Math.abs(takeUp), this.unit())}${way} along that line; ${formatLength(rest, this.unit())} of its travel are left.`;
  });

  protected choose(wheel: string): void {
    const job = this.job();
    const run = this.run();
    const tension = job && run ? tensionOfWheel(job, run, wheel) : null;
    if (run && tension) this.store.change(setFit(run.id, { tension }));
  }

  protected change(change: Partial<NonNullable<RunFit['tension']>>): void {
    const run = this.run();
    const tension = this.tension();
    if (run && tension) this.store.change(setFit(run.id, { tension: { ...tension, ...change } }));
  }
}
