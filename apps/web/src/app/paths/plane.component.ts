import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RelayError, type Vec3 } from '@coin-relay/core';
import { planeOf, planeThrough, type PathPlane } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { setPlane } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { JobContext } from '../session/job-context.service';
import { PathWork } from '../session/path-work.service';
import { SpotPicks } from '../session/spot-picks.service';
import { AngleFieldComponent } from '../shared/angle-field.component';
import { LengthFieldComponent } from '../shared/length-field.component';
import { Notices } from '../shared/notices.service';

const AXES = ['x', 'y', 'z'] as const;
const ZERO: Vec3 = { x: 0, y: 0, z: 0 };
const IN_THE_DRAWING: PathPlane = { origin: ZERO, turns: ZERO };
const ASKED = [
  'Pick where the zero point of the drawing comes to',
  'Pick a point that its x axis goes through',
  'Pick a point on the upper side of that axis',
];

/** Where the path at work lies in space: in the drawing, or in a plane of its own. */
@Component({
  selector: 'relay-plane',
  imports: [NzButtonComponent, AngleFieldComponent, LengthFieldComponent],
  template: `
    @if (follows(); as of) {
      <p class="cost">It lies where “{{ of }}” does, which it is made from, until it is put elsewhere.</p>
    }
    <div class="line">
      <span class="what">zero point of the drawing at</span>
      <span class="axes">
        @for (axis of axes; track axis) {
          <span class="field">
            {{ axis }}
            <relay-length-field
              [label]="'Plane: zero point, ' + axis"
              [value]="plane().origin[axis]"
              [unit]="unit()"
              (changed)="move(axis, $event)"
            />
          </span>
        }
      </span>
    </div>
    <div class="line">
      <span class="what">turned, one after the other, about</span>
      <span class="axes">
        @for (axis of axes; track axis) {
          <span class="field">
            {{ axis }}
            <relay-angle-field
              [label]="'Plane: turned about ' + axis"
              [value]="plane().turns[axis]"
              [quarter]="true"
              (changed)="turn(axis, $event)"
            />
          </span>
        }
      </span>
    </div>
    <div class="line">
      <button nz-button nzType="link" type="button" (click)="pick()">by three points picked in space</button>
      @if (own()) {
        <button nz-button nzType="link" type="button" (click)="layBack()">
          {{ inherits() ? 'where the other one lies' : 'back into the drawing' }}
        </button>
      }
    </div>
  `,
  styleUrls: ['../shared/step.less'],
  styles: `
    .axes {
      display: grid;
      gap: 4px;
    }
    .field {
      display: inline-flex;
      align-items: baseline;
      gap: 6px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlaneComponent {
  private readonly store = inject(JobStore);
  private readonly work = inject(PathWork);
  private readonly context = inject(JobContext);
  private readonly spots = inject(SpotPicks);
  private readonly notices = inject(Notices);
  private readonly job = toSignal(this.store.job$);
  private readonly path = toSignal(this.work.path$, { initialValue: null });
  protected readonly axes = AXES;
  protected readonly unit = computed(() => this.job()?.unit ?? 'mm');
  protected readonly own = computed(() => this.path()?.plane ?? null);
  private readonly now = computed(() => {
    const [job, path] = [this.job(), this.path()];
    return job && path ? planeOf(job, path) : null;
  });
  protected readonly plane = computed(() => this.now() ?? IN_THE_DRAWING);
  private readonly source = computed(() => {
    const path = this.path();
    return path && 'of' in path ? this.job()?.paths.find(({ id }) => id === path.of) : undefined;
  });
  protected readonly inherits = computed(() => this.source() !== undefined);
  /** The path it lies with. */
  protected readonly follows = computed(() =>
    this.own() || !this.now() ? null : (this.source()?.name ?? null),
  );

  protected move(axis: (typeof AXES)[number], mm: number): void {
    const { origin, turns } = this.plane();
    this.put({ turns, origin: { ...origin, [axis]: mm } });
  }

  protected turn(axis: (typeof AXES)[number], angle: number): void {
    const { origin, turns } = this.plane();
    this.put({ origin, turns: { ...turns, [axis]: angle } });
  }

  protected layBack(): void {
    this.put(null);
  }

  /** Goes into space, where three points are picked. */
  protected pick(): void {
    const path = this.path();
    if (!path) return;
    this.context.seeInSpace(true);
    this.spots.ask(ASKED, ([zero, along, above]) => {
      try {
        this.store.change(setPlane(path.id, planeThrough(zero.at, along.at, above.at)));
      } catch (error) {
        if (!(error instanceof RelayError)) throw error;
        void this.notices.refused(error.message);
      }
    });
  }

  private put(plane: PathPlane | null): void {
    const path = this.path();
    if (path) this.store.change(setPlane(path.id, plane));
  }
}
