import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { holonomy, isSpatial, type MeasuredPath } from '@coin-relay/core';
import { formatLength, isPlainUpright, plainUpright, type Upright } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { setSideways, setSteepest, setUpright } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { withOneMore } from '../document/stations';
import { AngleFieldComponent } from '../shared/angle-field.component';
import { CHOICE } from '../shared/choice.directive';
import { LengthFieldComponent } from '../shared/length-field.component';
import { NumberFieldComponent } from '../shared/number-field.component';
import { StationLineComponent } from '../shared/station-line.component';
import { SetOutWork } from './set-out-work.service';

type By = Upright['by'];
type Station = Readonly<Record<'at', number>> & { up?: { x: number; y: number; z: number }; roll?: number };

const AXES = ['x', 'y', 'z'] as const;
const WAYS: readonly (readonly [By['by'], string])[] = [
  ['least-twist', 'as the path carries them, with the least twist'],
  ['outward', 'away from the path that theirs winds round'],
  ['fixed', 'one direction is up everywhere'],
  ['stations', 'up told at stations'],
  ['bank', 'upright, leaning as told at stations'],
  ['speed', 'upright, leaning into bends for a speed'],
];

/** What keeps the pieces of a row upright along its path, and how they are turned about it. */
@Component({
  selector: 'relay-upright-panel',
  imports: [
    AngleFieldComponent,
    CHOICE,
    LengthFieldComponent,
    NumberFieldComponent,
    NzButtonComponent,
    StationLineComponent,
  ],
  templateUrl: './upright-panel.component.html',
  styleUrls: ['../shared/step.less', './panels.less'],
  styles: `
    .axes {
      display: inline-flex;
      flex-wrap: wrap;
      justify-content: flex-end;
      gap: 4px 6px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class UprightPanelComponent {
  private readonly store = inject(JobStore);
  private readonly work = inject(SetOutWork);
  protected readonly view = toSignal(this.work.view$, { initialValue: null });
  private readonly laid = toSignal(this.work.laid$, { initialValue: null });
  protected readonly axes = AXES;
  protected readonly ways = WAYS;
  protected readonly unit = computed(() => this.view()?.job.unit ?? 'mm');
  private readonly plain = computed(() => {
    const { job, run } = this.view() ?? {};
    return plainUpright(job?.paths.find(({ id }) => id === run?.path));
  });
  protected readonly upright = computed(() => this.view()?.run.upright ?? this.plain());
  protected readonly lift = computed(() => this.view()?.run.sideways ?? 0);
  /** 0: none is pointed out. */
  protected readonly steepest = computed(() => this.view()?.run.steepest ?? 0);
  private readonly path = computed((): MeasuredPath | null => this.laid()?.fit.layout.path ?? null);
  protected readonly inSpace = computed(() => {
    const path = this.path();
    return path !== null && isSpatial(path);
  });
  protected readonly length = computed(() => this.path()?.length ?? 0);
  /** What the frame comes back turned by, where it does. */
  protected readonly turned = computed(() => {
    const path = this.path();
    if (!path?.closed || !isSpatial(path) || this.upright().by.by !== 'least-twist') return '';
    const degrees = (holonomy(path) * 180) / Math.PI;
    return `Round the loop they would come back turned by ${degrees.toFixed(1)}°; that is spread evenly, so that they meet.`;
  });
  /** Where up is along the path. */
  protected readonly lost = computed(() => {
    const lost = this.laid()?.setOut.stand?.ride.lost ?? [];
    if (lost.length === 0) return '';
    const places = lost
      .slice(0, 3)
      .map(({ from, to }) => `${formatLength(from, this.unit())} to ${formatLength(to, this.unit())}`);
    return `The path runs along what is up at ${places.join(', ')}${lost.length > 3 ? ' and elsewhere' : ''}: there it keeps the least twist.`;
  });
  protected readonly stations = computed((): readonly Station[] => {
    const { by } = this.upright();
    return 'stations' in by ? by.stations : [];
  });

  protected choose(way: string): void {
    const z = { x: 0, y: 0, z: 1 };
    const up = this.view()?.job.stands === 'lying' ? z : { x: 0, y: 1, z: 0 };
    const made: Record<By['by'], By> = {
      'least-twist': { by: 'least-twist' },
      outward: { by: 'outward' },
      fixed: { by: 'fixed', up },
      stations: {
        by: 'stations',
        stations: [
          { at: 0, up },
          { at: 0.5, up },
        ],
      },
      bank: {
        by: 'bank',
        stations: [
          { at: 0, roll: 0 },
          { at: 0.5, roll: Math.PI / 12 },
        ],
      },
      speed: { by: 'speed', speed: 1000, ease: 50 },
    };
    const found = WAYS.find(([by]) => by === way);
    if (found) this.change({ by: made[found[0]] });
  }

  protected point(axis: (typeof AXES)[number], value: number): void {
    const { by } = this.upright();
    if (by.by !== 'fixed') return;
    const up = { ...by.up, [axis]: value };
    // Nothing at all is no direction: the field goes back to what it was.
    if (up.x === 0 && up.y === 0 && up.z === 0) return;
    this.change({ by: { by: 'fixed', up } });
  }

  protected drive(change: Partial<Extract<By, { by: 'speed' }>>): void {
    const { by } = this.upright();
    if (by.by === 'speed') this.change({ by: { ...by, ...change } });
  }

  protected setStation(index: number, change: Partial<Station>): void {
    this.withStations((all) => all.map((station, i) => (i === index ? { ...station, ...change } : station)));
  }

  protected pointStation(index: number, axis: (typeof AXES)[number], value: number): void {
    const up = { x: 0, y: 0, z: 1, ...this.stations()[index]?.up, [axis]: value };
    if (up.x === 0 && up.y === 0 && up.z === 0) return;
    this.setStation(index, { up });
  }

  protected addStation(): void {
    this.withStations(withOneMore);
  }

  protected removeStation(index: number): void {
    this.withStations((all) => (all.length > 1 ? all.filter((_, i) => i !== index) : all));
  }

  protected change(change: Partial<Upright>): void {
    const run = this.view()?.run;
    if (!run) return;
    const next = { ...this.upright(), ...change };
    this.store.change(setUpright(run.id, isPlainUpright(next, this.plain()) ? null : next));
  }

  protected raise(mm: number): void {
    const run = this.view()?.run;
    if (run) this.store.change(setSideways(run.id, mm === 0 ? null : mm));
  }

  protected limit(slope: number): void {
    const run = this.view()?.run;
    if (run) this.store.change(setSteepest(run.id, slope === 0 ? null : slope));
  }

  private withStations(to: (all: readonly Station[]) => readonly Station[]): void {
    const { by } = this.upright();
    if (!('stations' in by)) return;
    const stations = [...to(by.stations)].sort((a, b) => a.at - b.at);
    this.change({ by: { ...by, stations } as By });
  }
}
