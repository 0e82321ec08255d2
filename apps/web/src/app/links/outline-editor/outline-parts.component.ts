import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MOST_EASE, plateOf, type Material, type PieceOf, type Plate, type Unit } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { CHOICE } from '../../shared/choice.directive';
import { LengthFieldComponent } from '../../shared/length-field.component';

/** The outlines of a piece: what each is made of, how it is drawn, and what it is as a plate. */
@Component({
  selector: 'relay-outline-parts',
  imports: [CHOICE, NzButtonComponent, LengthFieldComponent],
  template: `
    <ul>
      @for (part of parts(); track $index; let i = $index) {
        <li>
          <span class="what">
            outline {{ i + 1 }}
            <nz-select
              nzShowSearch
              [relayChoice]="'Material of outline ' + (i + 1)"
              [value]="part.material ?? ''"
              (chosen)="painted.emit({ i, material: $event })"
            >
              @for (entry of materials(); track entry.id) {
                <nz-option [nzValue]="entry.id" [nzLabel]="entry.name" />
              }
            </nz-select>
            @if (!part.points && !part.solid) {
              <button
                nz-button
                nzType="link"
                type="button"
                [attr.aria-label]="'draw it by points: outline ' + (i + 1)"
                (click)="byPoints.emit(i)"
              >
                draw it by points
              </button>
            }
            <button
              nz-button
              nzType="link"
              type="button"
              [disabled]="parts().length < 2"
              [attr.aria-label]="'Take out outline ' + (i + 1)"
              (click)="removed.emit(i)"
            >
              out
            </button>
          </span>
          @if (part.solid; as solid) {
            <span class="body">
              {{ solid.file }}, {{ solid.triangles.toLocaleString('en') }} triangles,
              {{ solid.openEdges === 0 ? 'closed' : 'open at ' + solid.openEdges + ' edges' }}
            </span>
          } @else {
            <span class="plate">
              <label>
                thick
                <relay-length-field
                  [label]="'Thickness of outline ' + (i + 1)"
                  [value]="part.plate.thick"
                  [unit]="unit()"
                  [least]="0.001"
                  (changed)="change(i, { thick: $event })"
                />
              </label>
              <label>
                before the row
                <relay-length-field
                  [label]="'How far outline ' + (i + 1) + ' stands before the row'"
                  [value]="part.plate.middle"
                  [unit]="unit()"
                  (changed)="change(i, { middle: $event })"
                />
              </label>
              <label>
                edges eased
                <relay-length-field
                  [label]="'How much of the edges of outline ' + (i + 1) + ' is taken off'"
                  [value]="part.plate.ease"
                  [unit]="unit()"
                  [least]="0"
                  (changed)="change(i, { ease: $event })"
                />
              </label>
              @if (part.said) {
                <button
                  nz-button
                  nzType="link"
                  type="button"
                  [attr.aria-label]="'by its pitch: outline ' + (i + 1)"
                  (click)="plated.emit({ i, plate: null })"
                >
                  by its pitch
                </button>
              }
            </span>
          }
        </li>
      }
      <li><button nz-button nzType="link" type="button" (click)="added.emit()">another outline</button></li>
    </ul>
  `,
  styles: `
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      margin-bottom: 6px;
    }
    span,
    label {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 8px;
      align-items: baseline;
    }
    .plate,
    .body {
      padding-left: 14px;
      font-size: 13px;
    }
    .plate label {
      display: grid;
      flex: 1 0 100%;
      grid-template-columns: 96px auto;
      justify-content: start;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OutlinePartsComponent {
  readonly piece = input.required<PieceOf<'own'>>();
  readonly materials = input.required<readonly Material[]>();
  readonly unit = input.required<Unit>();
  readonly painted = output<{ i: number; material: string }>();
  /** An outline is to be another plate; with null as thick as its pitch says. */
  readonly plated = output<{ i: number; plate: Plate | null }>();
  readonly byPoints = output<number>();
  readonly removed = output<number>();
  readonly added = output();

  protected readonly parts = computed(() => {
    const piece = this.piece();
    return piece.outline.map((part, i) => ({
      ...part,
      plate: plateOf(piece, i),
      said: part.plate !== undefined,
    }));
  });

  protected change(i: number, change: Partial<Plate>): void {
    const plate = { ...plateOf(this.piece(), i), ...change };
    this.plated.emit({ i, plate: { ...plate, ease: Math.min(plate.ease, MOST_EASE * plate.thick) } });
  }
}
