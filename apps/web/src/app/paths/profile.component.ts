import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { profileParts, RelayError, steepestPlace } from '@coin-relay/core';
import { formatLength, mayRise, profileOf, slopeWords, type PathProfile } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { setProfile } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { MeasuredPaths } from '../engine/measured-paths.service';
import { PointTableComponent, type PointColumn, type TablePoint } from '../path-kinds/point-table.component';
import { PathWork } from '../session/path-work.service';
import { HoldsDirective } from '../shared/holds.directive';

/** What a path is raised by at first: a part of its length. */
const FIRST_RISE = 0.05;

/** Heights over the path at work: stations with their heights, typed here or dragged on the elevation under the tape. */
@Component({
  selector: 'relay-profile',
  imports: [HoldsDirective, NzButtonComponent, NzRadioModule, PointTableComponent],
  template: `
    @if (profile(); as at) {
      <nz-radio-group [relayHolds]="at.smooth ? 'smooth' : 'straight'" (told)="lead($event)" nzName="profile">
        <label nz-radio nzValue="straight">straight between stations</label>
        <label nz-radio nzValue="smooth">smooth</label>
      </nz-radio-group>
      <relay-point-table
        [points]="stations()"
        [closed]="closed()"
        [columns]="columns"
        [onward]="slopes()"
        onwardHead="slope"
        name="Station"
        [unit]="unit()"
        [chosen]="chosen()"
        (moved)="move($event)"
        (pasted)="put($event.rows, $event.from)"
        (choose)="choose($event.index, $event.more)"
      />
      <p class="facts">{{ steepest() }}</p>
      <div class="line words">
        @if (chosen().length > 0 && chosen().length < at.stations.length) {
          <button nz-button nzType="link" type="button" (click)="remove()">
            delete
            {{ chosen().length === 1 ? 'station ' + (chosen()[0] + 1) : chosen().length + ' stations' }}
          </button>
        }
        @if (chosen().length > 1) {
          <button nz-button nzType="link" type="button" (click)="level()">to one height</button>
        }
        <button nz-button nzType="link" type="button" (click)="set(null)">lay it flat again</button>
      </div>
    } @else if (path()) {
      <p class="cost">
        Heights over this path lift it out of its plane, towards who looks at the drawing. The tape then shows
        it from its side.
      </p>
      <button nz-button nzType="link" type="button" (click)="raise()">raise it</button>
    }
  `,
  styleUrls: ['../shared/step.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProfileComponent {
  private readonly store = inject(JobStore);
  private readonly work = inject(PathWork);
  private readonly measured = inject(MeasuredPaths);
  private readonly job = toSignal(this.store.job$);
  private readonly at = toSignal(this.work.path$, { initialValue: null });
  protected readonly unit = computed(() => this.job()?.unit ?? 'mm');
  protected readonly path = computed(() => {
    const path = this.at();
    return path && mayRise(path) ? path : null;
  });
  protected readonly profile = computed(() => {
    const path = this.path();
    return path ? profileOf(path) : null;
  });
  private readonly choice = signal<readonly number[]>([]);
  protected readonly chosen = computed(() => {
    const many = this.profile()?.stations.length ?? 0;
    return this.choice().filter((i) => i < many);
  });
  protected readonly columns: readonly PointColumn[] = [
    { key: 'u', head: 'in plan', words: 'along the path in plan', least: 0 },
    { key: 'z', head: 'height', words: 'height' },
  ];
  private readonly whole = computed(() => {
    const [job, path] = [this.job(), this.path()];
    return job && path ? this.measured.of(job, path.id) : null;
  });
  /** Of the path in plan, mm. */
  private readonly length = computed(() => this.whole()?.under?.length ?? this.whole()?.length ?? 0);
  protected readonly closed = computed(() => this.whole()?.closed ?? false);
  protected readonly stations = computed((): readonly TablePoint[] =>
    (this.profile()?.stations ?? []).map(({ at, z }) => ({
      u: at * this.length(),
      z,
      next: { kind: 'line' },
    })),
  );
  /** How steep it is behind each station, at the steepest. */
  protected readonly slopes = computed((): readonly string[] => {
    const profile = this.profile();
    const length = this.length();
    if (!profile || !(length > 0)) return [];
    const { stations, smooth } = profile;
    const told = stations.map(({ at, z }) => ({ u: at * length, z }));
    try {
      const parts = profileParts(told, { length, closed: this.closed() }, smooth);
      return told.map(({ u }, i) => {
        if (i === told.length - 1 && !this.closed()) return '';
        const part = parts.find((each) => Math.abs(each.u - u) < 1e-9 * length);
        return part ? slopeText(steepestOf(part)) : '';
      });
    } catch (error) {
      if (error instanceof RelayError) return [];
      throw error;
    }
  });
  protected readonly steepest = computed(() => {
    const whole = this.whole();
    if (!whole) return '▲ The heights cannot be laid over the path as they are: see the sentence.';
    const found = steepestPlace(whole);
    return found
      ? `Steepest ${slopeWords(found.slope)} at ${formatLength(found.s, this.unit())}; ${formatLength(whole.length, this.unit())} long in space, ${formatLength(this.length(), this.unit())} in plan.`
      : 'Level all the way.';
  });

  protected raise(): void {
    const rise = Number((this.length() * FIRST_RISE).toPrecision(1));
    this.set({
      smooth: true,
      stations: [{ at: 0, z: 0 }, { at: 0.5, z: rise }, ...(this.closed() ? [] : [{ at: 1, z: 0 }])],
    });
  }

  protected lead(way: string): void {
    this.change('Change profile', ({ stations }) => ({ stations, smooth: way === 'smooth' }));
  }

  protected move({ index, key, value }: { index: number; key: string; value: number }): void {
    if (key === 'u' && value > this.length() * (1 + 1e-9)) {
      this.work.say(
        `${formatLength(value, this.unit())} is beyond the path, which is ${formatLength(this.length(), this.unit())} long in plan.`,
      );
      return;
    }
    this.change('Move station', (profile) => ({
      ...profile,
      stations: profile.stations.map((station, i) =>
        i !== index
          ? station
          : key === 'u'
            ? { ...station, at: this.partOf(value) }
            : { ...station, z: value },
      ),
    }));
  }

  protected put(rows: readonly (readonly number[])[], from: number): void {
    this.change('Add stations', (profile) => {
      const stations = [...profile.stations];
      rows.forEach(([u, z], k) => {
        stations[from + k] = { at: this.partOf(u), z };
      });
      return { ...profile, stations };
    });
  }

  protected remove(): void {
    this.change('Delete stations', (profile) => ({
      ...profile,
      stations: profile.stations.filter((_, i) => !this.chosen().includes(i)),
    }));
    this.choice.set([]);
  }

  protected level(): void {
    const chosen = this.chosen();
    this.change('Level stations', (profile) => {
      const z = chosen.reduce((sum, i) => sum + profile.stations[i].z, 0) / chosen.length;
      return {
        ...profile,
        stations: profile.stations.map((station, i) => (chosen.includes(i) ? { ...station, z } : station)),
      };
    });
  }

  protected choose(index: number, more: boolean): void {
    this.choice.update((before) =>
      !more ? [index] : before.includes(index) ? before.filter((i) => i !== index) : [...before, index],
    );
  }

  protected set(profile: PathProfile | null): void {
    const path = this.path();
    if (path) this.store.change(setProfile(path.id, profile, profile ? 'Raise path' : 'Lay path flat'));
  }

  private partOf(u: number): number {
    return Math.max(0, Math.min(1, u / this.length()));
  }

  private change(label: string, to: (profile: PathProfile) => PathProfile): void {
    const path = this.path();
    const profile = this.profile();
    if (!path || !profile) return;
    const { stations, smooth } = to(profile);
    this.store.change(
      setProfile(path.id, { smooth, stations: [...stations].sort((a, b) => a.at - b.at) }, label),
    );
  }
}

/** The steepest slope of a part of a profile, whose height is a cubic: at an end, or where its slope turns. */
function steepestOf({ a, b, c, length }: { a: number; b: number; c: number; length: number }): number {
  const slope = (d: number): number => (3 * a * d + 2 * b) * d + c;
  const turn = a === 0 ? 0 : -b / (3 * a);
  return [0, length, Math.max(0, Math.min(length, turn))]
    .map(slope)
    .reduce((most, value) => (Math.abs(value) > Math.abs(most) ? value : most));
}

const slopeText = (slope: number): string =>
  Math.abs(slope) < 5e-5 ? 'level' : `${slope < 0 ? '−' : ''}${slopeWords(slope)}`;
