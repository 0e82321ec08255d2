import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { findCorners, tightestBend } from '@coin-relay/core';
import { formatLength, type Wheel } from '@coin-relay/model';
import { changeSide, resizeWheel } from '../../document/commands';
import { JobStore } from '../../document/job-store.service';
import { FitService } from '../../fit/fit.service';
import { JobContext } from '../../job/job-context.service';
import { CountFieldComponent } from '../../shared/count-field.component';
import { LengthFieldComponent } from '../../shared/length-field.component';

/** The path: its facts, and its wheels where it goes round some. */
@Component({
  selector: 'relay-path-step',
  imports: [CountFieldComponent, LengthFieldComponent],
  template: `
    @if (facts(); as f) {
      <p>{{ f.length }} {{ f.closed ? 'round' : 'long' }}, {{ f.bend }}, {{ f.corners }}.</p>
    }
    @if (stops().length > 0) {
      <table>
        <thead>
          <tr>
            <th scope="col">wheel</th>
            <th scope="col">teeth or radius</th>
            <th scope="col">turns</th>
          </tr>
        </thead>
        <tbody>
          @for (stop of stops(); track stop.wheel.id) {
            <tr [class.chosen]="stop.wheel.id === selected()">
              <td>
                <button type="button" class="plain-button name" (click)="select(stop.wheel.id)">
                  {{ stop.wheel.name }}
                </button>
              </td>
              <td>
                @if (stop.wheel.size.by === 'teeth') {
                  <relay-count-field
                    [label]="'Teeth of the ' + stop.wheel.name"
                    [value]="stop.wheel.size.teeth"
                    [least]="3"
                    [most]="1000"
                    (changed)="teeth(stop.wheel, $event)"
                  />
                  <span class="unit" aria-hidden="true">t.</span>
                } @else {
                  <relay-length-field
                    [label]="'Radius of the ' + stop.wheel.name"
                    [value]="stop.wheel.size.radius"
                    [unit]="unit()"
                    [least]="0.001"
                    (changed)="radius(stop.wheel, $event)"
                  />
                }
              </td>
              <td>
                <button
                  type="button"
                  class="plain-button"
                  [attr.aria-label]="
                    turnWord(stop.turn) + ': pass the ' + stop.wheel.name + ' on its other side'
                  "
                  (click)="side(stop.wheel.id)"
                >
                  {{ turnWord(stop.turn) }}
                </button>
              </td>
            </tr>
          }
        </tbody>
      </table>
      <p class="cost hint">Drag a wheel on the drawing, or nudge the chosen one with the arrow keys.</p>
    } @else {
      <p class="cost">The line comes from a drawing; it stays as it was drawn.</p>
    }
  `,
  styleUrls: ['./step.less'],
  styles: `
    .name,
    td button {
      white-space: nowrap;
    }
    .name {
      padding-left: 0;
      text-align: left;
    }
    .unit {
      font-size: 12px;
      display: inline-block;
      width: 22px;
      text-align: left;
    }
    .hint {
      margin: 8px 0 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PathStepComponent {
  private readonly store = inject(JobStore);
  private readonly context = inject(JobContext);
  private readonly job = toSignal(this.store.job$);
  private readonly fit = toSignal(inject(FitService).state$, { requireSync: true });
  protected readonly selected = toSignal(this.context.wheel$, { requireSync: true });
  protected readonly unit = computed(() => this.job()?.unit ?? 'mm');

  protected readonly stops = computed(() => {
    const job = this.job();
    const path = job?.paths.find((p) => p.id === job.runs[0]?.path);
    if (!job || path?.kind !== 'route') return [];
    return path.stops.flatMap((stop) => {
      const wheel = job.wheels.find((w) => w.id === stop.wheel);
      return wheel ? [{ wheel, turn: stop.turn }] : [];
    });
  });

  protected readonly facts = computed(() => {
    const view = this.fit().view;
    if (!view) return null;
    const { path } = view.fit.layout;
    const tightest = tightestBend(path);
    const corners = findCorners(path).length;
    return {
      length: formatLength(path.length, view.job.unit),
      closed: path.closed,
      bend: tightest
        ? `tightest bend ${formatLength(tightest.radius, view.job.unit)} at ${formatLength(tightest.s, view.job.unit)}`
        : 'straight all the way',
      corners: corners === 0 ? 'no corners' : corners === 1 ? '1 corner' : `${corners} corners`,
    };
  });

  protected turnWord(turn: 'ccw' | 'cw'): string {
    return turn === 'ccw' ? 'left' : 'right';
  }

  protected select(id: string): void {
    this.context.selectWheel(this.selected() === id ? null : id);
  }

  protected teeth(wheel: Wheel, teeth: number): void {
    if (wheel.size.by === 'teeth') this.store.change(resizeWheel(wheel.id, { ...wheel.size, teeth }));
  }

  protected radius(wheel: Wheel, radius: number): void {
    this.store.change(resizeWheel(wheel.id, { by: 'radius', radius }));
  }

  protected side(id: string): void {
    this.store.change(changeSide(id));
  }
}
