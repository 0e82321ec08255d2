import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { findCorners, RelayError } from '@coin-relay/core';
import { formatLength, type Mend } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { mend } from '../document/commands/mend';
import { JobStore } from '../document/job-store.service';
import { LengthFieldComponent } from '../shared/length-field.component';
import { NumberFieldComponent } from '../shared/number-field.component';
import { MeasuredPaths } from '../engine/measured-paths.service';
import { PathWork } from '../session/path-work.service';
import { CHOICE } from '../shared/choice.directive';
import { HoldsDirective } from '../shared/holds.directive';

/** Corners offered one by one. */
const MOST_CORNERS = 60;

/** What can be done to the path at work as a whole. */
@Component({
  selector: 'relay-mend',
  imports: [
    HoldsDirective,
    CHOICE,
    NzButtonComponent,
    NzRadioModule,
    LengthFieldComponent,
    NumberFieldComponent,
  ],
  templateUrl: './mend.component.html',
  styleUrls: ['../shared/step.less'],
  styles: `
    .words {
      flex-wrap: wrap;
      gap: 2px 6px;
    }
    nz-select {
      max-width: 116px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MendComponent {
  private readonly store = inject(JobStore);
  private readonly work = inject(PathWork);
  private readonly measured = inject(MeasuredPaths);
  private readonly job = toSignal(this.store.job$);
  protected readonly path = toSignal(this.work.path$, { initialValue: null });
  protected readonly unit = computed(() => this.job()?.unit ?? 'mm');
  protected readonly radius = signal(10);
  protected readonly tolerance = signal(0.1);
  protected readonly grow = signal(false);
  protected readonly corner = signal('all');
  private readonly own = computed(() => {
    const job = this.job();
    const path = this.path();
    return job && path ? this.measured.of(job, path.id) : null;
  });
  protected readonly length = computed(() => this.own()?.length ?? 0);
  protected readonly closed = computed(() => this.own()?.closed ?? true);
  /** The corners, to be rounded all or one of them. */
  protected readonly corners = computed(() => {
    const path = this.own();
    if (!path) return [];
    return findCorners(path).map(({ s, turn }) => ({
      s: String(s),
      words: `at ${formatLength(s, this.unit())}, ${Math.abs((turn * 180) / Math.PI).toFixed(0)}°`,
    }));
  });
  protected readonly offered = computed(() => this.corners().slice(0, MOST_CORNERS));

  protected round(): void {
    const chosen = this.corners().find((corner) => corner.s === this.corner());
    this.do({ do: 'round', radius: this.radius(), ...(chosen ? { at: [Number(chosen.s)] } : {}) });
  }

  protected toLength(length: number): void {
    if (this.length() > 0) this.do({ do: 'scale', factor: length / this.length() });
  }

  protected moveStart(): void {
    this.work.setMode(this.work.mode === 'start' ? 'arrange' : 'start');
  }

  protected do(what: Mend): void {
    const { job } = this.store;
    const { path } = this.work;
    if (!job || !path) return;
    try {
      const { command, words } = mend(job, path, what, this.grow());
      this.store.change(command);
      if (what.do !== 'scale') this.work.choosePoints([]);
      this.work.say(words);
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      this.work.say(error.message);
    }
  }
}
