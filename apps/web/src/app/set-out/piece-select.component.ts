import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  behaviourOf,
  canStandIn,
  CATALOGUE,
  FAMILIES,
  findEntry,
  laysEndToEnd,
  type CatalogueEntry,
  type FamilyId,
} from '@coin-relay/model';
import { OwnLinks } from './own-links.service';
import { SetOutWork, type ChosenPiece } from './set-out-work.service';
import { CHOICE } from '../shared/choice.directive';

const FAMILY_IDS = Object.keys(FAMILIES) as FamilyId[];

/** Chooses a piece: one of the job, or a new one from the catalogue or of one's own. */
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
      @if (own().length > 0) {
        <nz-option-group nzLabel="Catalogue: of your own">
          @for (entry of own(); track entry.id) {
            <nz-option [nzValue]="'own:' + entry.id" [nzLabel]="entry.link.name" />
          }
        </nz-option-group>
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

  /** All of the catalogue that can stand in the row: of its pitch, made to it where it has no trade size, or of any. */
  protected readonly groups = computed(() => {
    const view = this.view();
    if (!view) return [];
    const { job, run } = view;
    const first = job.pieces.find((piece) => piece.id === run.sequence[0]);
    const fits = ({ size, pitch, make }: CatalogueEntry): boolean => {
      const [piece] = make().pieces;
      const keepsSize = size === '' || pitch === first?.pitch || behaviourOf(piece) === 'carried';
      return (keepsSize || laysEndToEnd(run)) && canStandIn(job, run, piece);
    };
    const families = first ? [first.family, ...FAMILY_IDS.filter((id) => id !== first.family)] : FAMILY_IDS;
    return families.flatMap((family) => {
      const entries = CATALOGUE.filter((entry) => entry.family === family && fits(entry));
      return entries.length > 0 ? [{ title: FAMILIES[family].words.title, entries }] : [];
    });
  });
  private readonly kept = toSignal(inject(OwnLinks).all$, { initialValue: [] });
  /** Links of one's own in the catalogue whose first piece can stand in the row. */
  protected readonly own = computed(() => {
    const view = this.view();
    return view ? this.kept().filter(({ link }) => canStandIn(view.job, view.run, link.pieces[0])) : [];
  });

  protected choose(value: string): void {
    if (value === '') this.chosen.emit(null);
    else if (value.startsWith('+')) {
      const pieces = findEntry(value.slice(1))?.make().pieces ?? [];
      if (pieces.length > 0) this.chosen.emit(this.work.added(pieces.slice(0, 1)));
    } else if (value.startsWith('own:')) {
      const link = this.own().find(({ id }) => value === `own:${id}`)?.link;
      if (link) this.chosen.emit(this.work.added(link.pieces.slice(0, 1), link.materials));
    } else this.chosen.emit(this.work.pieceOf(value));
  }
}
