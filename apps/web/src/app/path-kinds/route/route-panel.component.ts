import { CdkDrag, CdkDragHandle, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { formatLength, pieceWidth, type Wheel } from '@coin-relay/model';
import { MOST_WRAPS } from '@coin-relay/core';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzInputDirective } from 'ng-zorro-antd/input';
import {
  changeSide,
  moveStop,
  removeStop,
  renameWheel,
  resizeWheel,
  setRouteClosed,
  setSlack,
  setWraps,
} from '../../document/commands';
import { JobStore } from '../../document/job-store.service';
import { FitService } from '../../engine/fit.service';
import { JobContext } from '../../session/job-context.service';
import { CountFieldComponent } from '../../shared/count-field.component';
import { LengthFieldComponent } from '../../shared/length-field.component';
import { PathWork } from '../../session/path-work.service';
import { RunAtWork } from '../../session/run-at-work.service';
import { injectPathPanel } from '../path-of-kind';
import { CHOICE } from '../../shared/choice.directive';
import { HoldsDirective } from '../../shared/holds.directive';

/** Turns lie side by side so much further apart than the row is thick. */
const ROOM = 1.02;

/** A route: its wheels in order, how large they are, and which side the row passes them on. */
@Component({
  selector: 'relay-route-panel',
  imports: [
    HoldsDirective,
    NzInputDirective,
    CHOICE,
    NzButtonComponent,
    CdkDropList,
    CdkDrag,
    CdkDragHandle,
    NzCheckboxModule,
    CountFieldComponent,
    LengthFieldComponent,
  ],
  templateUrl: './route-panel.component.html',
  styleUrls: ['../../shared/step.less', './route-panel.component.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RoutePanelComponent {
  private readonly store = inject(JobStore);
  private readonly context = inject(JobContext);
  private readonly work = inject(PathWork);
  private readonly runs = inject(RunAtWork);
  private readonly fit = toSignal(inject(FitService).state$, { requireSync: true });
  protected readonly panel = injectPathPanel('route');
  protected readonly mostWraps = MOST_WRAPS;
  protected readonly selected = toSignal(this.context.wheel$, { requireSync: true });
  protected readonly mode = toSignal(this.work.mode$, { initialValue: 'arrange' as const });

  /** How thick the row is that lies round the wheels, mm: so far apart its turns lie side by side. */
  private readonly thick = computed(() => {
    const sequence = this.fit().view?.resolved.sequence ?? [];
    return Number(pieceWidth(sequence).toPrecision(4));
  });
  protected readonly stops = computed(() => {
    const job = this.panel.job();
    return (this.panel.path()?.stops ?? []).flatMap((stop, at) => {
      const wheel = job?.wheels.find((w) => w.id === stop.wheel);
      const { turns = 0, rise = Number((ROOM * this.thick()).toPrecision(4)) } = stop.wraps ?? {};
      return wheel ? [{ wheel, turn: stop.turn, slack: stop.slack ?? 0, wraps: turns, rise, at }] : [];
    });
  });
  /** The chosen stop, opened under the list. */
  protected readonly open = computed(() => this.stops().find((stop) => stop.wheel.id === this.selected()));
  protected readonly canBePoint = computed(() => {
    const stop = this.open();
    const path = this.panel.path();
    return !!stop && !!path && !path.closed && (stop.at === 0 || stop.at === path.stops.length - 1);
  });
  protected readonly hasSpan = computed(() => {
    const stop = this.open();
    const path = this.panel.path();
    return !!stop && !!path && (path.closed || stop.at < path.stops.length - 1);
  });
  /** Round its ends an open route does not go; nor round a bare point. */
  protected readonly canWrap = computed(() => {
    const stop = this.open();
    const path = this.panel.path();
    const inner = !!stop && !!path && (path.closed || (stop.at > 0 && stop.at < path.stops.length - 1));
    // What is there can be taken away wherever it has come to be.
    return (inner && stop.wheel.size.by === 'radius') || (stop?.wraps ?? 0) > 0;
  });
  protected readonly sag = computed(() => {
    const sags = this.fit().view?.fit.layout.sags ?? [];
    const found = sags.find((sag) => sag.after === this.open()?.wheel.id);
    return found ? `it sags ${formatLength(found.sag, this.panel.unit())}` : '';
  });

  protected wrap(at: number, turns: number, rise: number): void {
    const path = this.panel.path();
    if (path) this.store.change(setWraps(path.id, at, turns, rise));
  }

  protected wrapWords(rise: number): string {
    const thick = this.thick();
    const unit = this.panel.unit();
    return Math.abs(rise) < thick * (1 - 1e-6)
      ? `The row is ${formatLength(thick, unit)} across: its turns lie in one another.`
      : Math.abs(rise) < thick * ROOM * ROOM
        ? 'Its turns lie side by side.'
        : `Between two turns ${formatLength(Math.abs(rise) - thick, unit)} are free.`;
  }

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

  /** Radius or teeth: the wheel stays about as large as it was. */
  protected sizeBy(wheel: Wheel, by: string): void {
    const job = this.panel.job();
    const piece = job?.pieces.find((p) => p.id === this.runs.run?.sequence[0]);
    const laid = this.fit().view?.fit.layout.wheels.find((w) => w.id === wheel.id)?.radius ?? 25;
    if (by === 'radius') this.radius(wheel, Math.max(0.1, Number(laid.toFixed(2))));
    else if (by === 'point') this.store.change(resizeWheel(wheel.id, { by: 'point' }));
    else if (piece) {
      const teeth = Math.max(5, Math.min(1000, Math.round((2 * Math.PI * laid) / piece.pitch)));
      this.store.change(resizeWheel(wheel.id, { by: 'teeth', teeth, piece: piece.id }));
    }
  }

  protected rename(wheel: Wheel, text: string): void {
    const name = text.trim().slice(0, 80);
    if (name !== '') this.store.change(renameWheel(wheel.id, name));
  }

  protected add(): void {
    this.work.setMode(this.work.mode === 'wheel' ? 'arrange' : 'wheel');
  }

  protected remove(at: number): void {
    const path = this.panel.path();
    if (path) this.store.change(removeStop(path.id, at));
    this.context.selectWheel(null);
  }

  protected reorder(event: CdkDragDrop<unknown>): void {
    this.move(event.previousIndex, event.currentIndex);
  }

  protected move(from: number, to: number): void {
    const path = this.panel.path();
    if (path) this.store.change(moveStop(path.id, from, to));
  }

  protected close(closed: boolean): void {
    const path = this.panel.path();
    if (path) this.store.change(setRouteClosed(path.id, closed));
  }

  protected slack(at: number, slack: number): void {
    const path = this.panel.path();
    if (path) this.store.change(setSlack(path.id, at, slack));
  }
}
