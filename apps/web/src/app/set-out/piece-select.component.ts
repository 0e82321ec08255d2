import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { behaviourOf, canStandIn, CATALOGUE, FAMILIES, findEntry, type FamilyId } from '@coin-relay/model';
import { SetOutWork, type ChosenPiece } from './set-out-work.service';
import { CHOICE } from '../shared/choice.directive';

/** Families that can be added to any row: carried pieces, whatever their spacing. */
const CARRIED: readonly FamilyId[] = Object.values(FAMILIES)
  .filter(({ behaviour }) => behaviour === 'carried')
  .map(({ id }) => id);

/** Chooses a piece: one of the job, or a new one from the catalogue. */
@Component({
  selector: 'relay-piece-select',
  imports: [CHOICE],
  template: `
    <nz-select nzShowSearch [relayChoice]="label()" [value]="value() ?? ''" (chosen)="choose($event)">
      @if (none(); as words) {
        <nz-option nzValue="" [nzLabel]="words" />
      }
      @for (piece of pieces(); track piece.id) {
        <nz-option [nzValue]="piece.id" [nzLabel]="piece.name" />
      }
      @for (group of groups(); track group.title) {
        <nz-option-group [nzLabel]="'Catalogue: ' + group.title">
          @for (entry of group.entries; track entry.id) {
            <nz-option [nzValue]="'+' + entry.id" [nzLabel]="entry.name" />
          }
        </nz-option-group>
      }
    </nz-select>
  `,
  styles: `
    :host {
      min-width: 0;
    }
    nz-select {
      width: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PieceSelectComponent {
  private readonly work = inject(SetOutWork);
  private readonly view = toSignal(this.work.view$, { initialValue: null });
  readonly label = input.required<string>();
  readonly value = input.required<string | null>();
  /** What choosing no piece is called; empty where one has to be chosen. */
  readonly none = input('');
  readonly chosen = output<ChosenPiece | null>();
  /** Pieces of the job that can stand in the row, adapted where need be. */
  protected readonly pieces = computed(() => {
    const view = this.view();
    return view ? view.job.pieces.filter((piece) => canStandIn(view.job, view.run, piece)) : [];
  });

  /** What goes with the row: its own family, and what is carried. */
  protected readonly groups = computed(() => {
    const view = this.view();
    const first = view?.job.pieces.find((piece) => piece.id === view.run.sequence[0]);
    const families = first ? [...new Set([first.family, ...CARRIED])] : CARRIED;
    return families.flatMap((family) => {
      const entries = CATALOGUE.filter(
        (entry) =>
          entry.family === family &&
          (behaviourOf(entry.make().pieces[0]) === 'carried' || entry.pitch === first?.pitch),
      );
      return entries.length > 0 ? [{ title: FAMILIES[family].words.title, entries }] : [];
    });
  });

  protected choose(value: string): void {
    if (value === '') this.chosen.emit(null);
    else if (value.startsWith('+')) {
      const pieces = findEntry(value.slice(1))?.make().pieces ?? [];
      if (pieces.length > 0) this.chosen.emit(this.work.added(pieces.slice(0, 1)));
    } else this.chosen.emit(this.work.pieceOf(value));
  }
}
