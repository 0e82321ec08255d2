import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { formatLength, type Unit } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzTableModule } from 'ng-zorro-antd/table';
import type { ShownMeasure } from './space-measure.service';
import type { Way } from './spot-measure';

/** How far it is between two picked spots, between the middles of what they are on, and where those come nearest. */
@Component({
  selector: 'relay-spot-measure',
  imports: [NzButtonComponent, NzTableModule],
  template: `
    <p class="between">
      From <b>{{ measure().from }}</b> to <b>{{ measure().to }}</b>
    </p>
    <nz-table
      role="group"
      aria-label="Distances"
      nzSize="small"
      [nzData]="rows()"
      [nzFrontPagination]="false"
      [nzShowPagination]="false"
    >
      <thead>
        <tr>
          <th scope="col"><span class="sr-only">between</span></th>
          <th scope="col">straight</th>
          <th scope="col">x</th>
          <th scope="col">y</th>
          <th scope="col">z</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.words) {
          <tr>
            <th scope="row">{{ row.words }}</th>
            @for (value of row.values; track $index) {
              <td class="figures">{{ value }}</td>
            }
          </tr>
        }
      </tbody>
    </nz-table>
    <div class="line">
      <button nz-button nzType="link" type="button" (click)="again.emit()">measure again</button>
      <button nz-button nzType="link" type="button" (click)="closed.emit()">done</button>
    </div>
  `,
  styleUrl: './spot-measure.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SpotMeasureComponent {
  readonly measure = input.required<ShownMeasure>();
  readonly unit = input.required<Unit>();
  readonly again = output();
  readonly closed = output();

  protected readonly rows = computed(() => {
    const { spots, middles, nearest } = this.measure();
    const all: readonly (readonly [string, Way | null])[] = [
      ['where picked', spots],
      ['their middles', middles],
      [nearest?.length === 0 ? 'they touch' : 'where nearest', nearest],
    ];
    return all.flatMap(([words, way]) =>
      way
        ? [{ words, values: [way.length, way.x, way.y, way.z].map((mm) => formatLength(mm, this.unit())) }]
        : [],
    );
  });
}
