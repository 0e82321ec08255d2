import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { withinPath } from '@coin-relay/core';
import { formatLength, type HandTouch } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { handPlacesOf, touchPlaces, type HandPlaces } from '../document/commands';
import { TouchFieldsComponent, type TouchValue } from '../shared/touch-fields.component';
import { PieceSelectComponent } from './piece-select.component';
import { PlaceChoice } from '../session/place-choice.service';
import { SetOutWork, type ChosenPiece } from './set-out-work.service';
import { HoldsDirective } from '../shared/holds.directive';

/** Exceptions listed at the most; the table of places shows all. */
const MOST_LISTED = 60;

/** Single places by hand: those chosen on the drawing or the tape, and the list of what was done. */
@Component({
  selector: 'relay-hand-panel',
  imports: [HoldsDirective, NzButtonComponent, NzRadioModule, PieceSelectComponent, TouchFieldsComponent],
  templateUrl: './hand-panel.component.html',
  styleUrls: ['../shared/step.less', './panels.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandPanelComponent {
  private readonly work = inject(SetOutWork);
  private readonly choice = inject(PlaceChoice);
  protected readonly view = toSignal(this.work.view$, { initialValue: null });
  private readonly laid = toSignal(this.work.laid$, { initialValue: null });
  /** Where the last fit has what was done by hand. */
  private readonly known = computed((): HandPlaces => {
    const laid = this.laid();
    return laid ? handPlacesOf(laid.resolved.run.setOut, laid.setOut.table.handPlaces) : new Map();
  });
  protected readonly chosen = toSignal(this.choice.places$, { requireSync: true });
  /** What keeps a place: its number, or where it is on the path. */
  protected readonly bind = signal<'index' | 'distance'>('index');

  protected readonly words = computed(() => {
    const n = this.chosen().size;
    if (n === 0)
      return 'Click links on the drawing or the tape; with Shift held more of them, or all in a box that you draw. On the tape a drag takes a range.';
    if (n === 1) return `Place ${[...this.chosen()][0] + 1} is chosen.`;
    return `${n} places are chosen.`;
  });
  /** How the chosen places sit by hand: the first one's numbers. */
  protected readonly touch = computed((): TouchValue => {
    const [first] = this.chosen();
    return this.touchAt(first) ?? { turn: 0, along: 0, out: 0 };
  });
  protected readonly piece = computed(() => {
    const [first] = this.chosen();
    return this.touchAt(first)?.piece ?? null;
  });
  protected readonly list = computed(() => {
    const view = this.view();
    const known = this.known();
    return (view?.setOut.byHand ?? []).slice(0, MOST_LISTED).map((touch) => ({
      touch,
      // What was done a moment ago has no place yet, which is not the same as being beyond the row.
      place: known.get(touch.id) ?? null,
      at:
        touch.at.by === 'index'
          ? `Place ${touch.at.index + 1}`
          : `At ${formatLength(touch.at.s, view?.job.unit ?? 'mm', 1)}`,
      words: this.doneWords(touch),
    }));
  });
  protected readonly more = computed(() =>
    Math.max(0, (this.view()?.setOut.byHand.length ?? 0) - MOST_LISTED),
  );

  protected leaveOut(out: boolean): void {
    this.do((touch) => (touch.leftOut = out), out ? 'Leave out' : 'Bring back');
  }

  protected put(chosen: ChosenPiece | null): void {
    this.do((touch) => (touch.piece = chosen?.id ?? null), 'Swap piece', chosen);
  }

  protected move(change: Partial<TouchValue>): void {
    this.do((touch) => Object.assign(touch, change), 'Move by hand');
  }

  protected clear(): void {
    this.do(
      (touch) =>
        Object.assign(touch, { leftOut: false, piece: null, turn: 0, along: 0, out: 0, roll: undefined }),
      'As the rules say',
    );
  }

  protected show(place: number | null): void {
    if (place !== null && place >= 0) this.choice.choose([place]);
  }

  protected remove(id: string): void {
    this.work.change((setOut) => {
      setOut.byHand = setOut.byHand.filter((touch) => touch.id !== id);
    }, 'As the rules say');
  }

  protected setBind(bind: 'index' | 'distance'): void {
    this.bind.set(bind);
  }

  protected rebind(id: string): void {
    const laid = this.laid();
    const place = this.known().get(id) ?? -1;
    if (!laid || place < 0) return;
    const s = withinPath(laid.fit.layout.path, laid.setOut.middles[place]);
    this.work.change((setOut) => {
      const touch = setOut.byHand.find((done) => done.id === id);
      if (!touch) return;
      touch.at = touch.at.by === 'index' ? { by: 'distance', s } : { by: 'index', index: place };
    }, 'Keep to number or place');
  }

  private do(change: (touch: HandTouch) => void, label: string, chosen: ChosenPiece | null = null): void {
    const run = this.view()?.run;
    const laid = this.laid();
    if (!run || !laid || this.chosen().size === 0) return;
    const { path } = laid.fit.layout;
    const places = [...this.chosen()]
      .sort((a, b) => a - b)
      .map((index) => ({ index, s: withinPath(path, laid.setOut.middles[index]) }));
    this.work.do(
      touchPlaces(run.id, places, this.known(), this.bind(), change, label),
      chosen?.prepare ?? null,
    );
  }

  private touchAt(place: number | undefined): HandTouch | undefined {
    if (place === undefined) return undefined;
    const known = this.known();
    return this.view()?.setOut.byHand.findLast(({ id }) => known.get(id) === place);
  }

  private doneWords({ leftOut, piece, turn, along, out, roll }: HandTouch): string {
    const unit = this.view()?.job.unit ?? 'mm';
    const name = this.view()?.job.pieces.find(({ id }) => id === piece)?.name;
    return [
      leftOut ? 'left out' : '',
      name ?? '',
      turn !== 0 ? `turned ${Number(((turn * 180) / Math.PI).toFixed(1))}°` : '',
      along !== 0 ? `forward ${formatLength(along, unit, 1)}` : '',
      roll ? `rolled ${Number(((roll * 180) / Math.PI).toFixed(1))}°` : '',
      out !== 0 ? `out ${formatLength(out, unit, 1)}` : '',
    ]
      .filter((text) => text !== '')
      .join(', ');
  }
}
