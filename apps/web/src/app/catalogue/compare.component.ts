import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { figureBox, pieceFigure } from '@coin-relay/scene';
import { materialsOf } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { PieceSolidComponent } from '../space/piece-solid.component';
import { SampleComponent } from '../links/sample.component';
import type { CatalogueRow } from './catalogue-rows';

/** Room for each drawing, px. */
const ROOM = { width: 250, height: 130 } as const;

/** A few links side by side, all to one scale, with their numbers against each other. */
@Component({
  selector: 'relay-compare',
  imports: [NzButtonComponent, PieceSolidComponent, SampleComponent],
  template: `
    <h2>
      Side by side
      @if (solid()) {
        <span class="quiet">drag to turn</span>
      } @else {
        <span class="quiet">10 mm are this long: <i [style.width.px]="10 * scale()"></i></span>
      }
      <button nz-button nzType="link" type="button" (click)="solid.set(!solid())">
        {{ solid() ? 'as drawn' : 'as solids' }}
      </button>
    </h2>
    <div class="sides">
      @for (row of rows(); track row.id) {
        <section [attr.aria-label]="row.name">
          @if (solid()) {
            @defer (on immediate) {
              <relay-piece-solid
                [pieces]="row.pieces"
                [materials]="row.materials.length > 0 ? row.materials : materials"
                [label]="row.name + ' as a solid'"
              />
            } @placeholder {
              <p class="coming">…</p>
            }
          } @else {
            <relay-sample
              [pieces]="row.pieces"
              [materials]="row.materials.length > 0 ? row.materials : materials"
              [label]="row.name + ', to scale'"
              [scale]="scale()"
            />
          }
          <b>{{ row.name }}</b>
          <dl>
            <dt>pitch</dt>
            <dd>{{ row.pitch.toFixed(3) }} mm</dd>
            <dt>across</dt>
            <dd>{{ row.width.toFixed(1) }} mm</dd>
            <dt>mass</dt>
            <dd>{{ row.mass === null ? '–' : row.mass.toFixed(2) + ' kg/m' }}</dd>
            <dt>price</dt>
            <dd>{{ row.price === null ? '–' : '€ ' + row.price.toFixed(2) + ' a metre' }}</dd>
            <dt>it is</dt>
            <dd>{{ row.behaviour }}</dd>
          </dl>
          <button nz-button nzType="link" type="button" (click)="taken.emit(row)">take</button>
          <button nz-button nzType="link" type="button" (click)="dropped.emit(row.id)">put aside</button>
        </section>
      }
    </div>
  `,
  styleUrl: './compare.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CompareComponent {
  readonly rows = input.required<readonly CatalogueRow[]>();
  readonly dropped = output<string>();
  readonly taken = output<CatalogueRow>();
  protected readonly materials = materialsOf({});
  /** Are they seen as solids? Else as drawings to one scale. */
  protected readonly solid = signal(false);
  /** Three of the largest fill the room. */
  protected readonly scale = computed(() => {
    const sizes = this.rows().map(({ pieces }) => {
      const boxes = pieces.map((piece) => figureBox(pieceFigure(piece, piece.pitch)));
      const tall = Math.max(...boxes.map(([, low, , high]) => high - low));
      return { wide: pieces[0].pitch * 3.6, tall };
    });
    return Math.min(
      ...sizes.map(({ wide, tall }) =>
        Math.min(ROOM.width / wide, (ROOM.height - 12) / Math.max(tall, 1e-6)),
      ),
    );
  });
}
