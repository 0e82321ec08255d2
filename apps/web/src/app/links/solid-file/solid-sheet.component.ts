import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Material, Unit } from '@coin-relay/model';
import { SheetComponent } from '../../shared/sheet.component';
import { SolidImportComponent } from './solid-import.component';
import type { TakenSolids } from './taken-solids';

/** A file of solids, on a sheet over the job that takes it. */
@Component({
  selector: 'relay-solid-sheet',
  imports: [SheetComponent, SolidImportComponent],
  template: `
    <relay-sheet
      heading="A link from a solid"
      width="min(1080px, calc(100vw - 60px))"
      [visible]="file() !== null"
      (closed)="closed.emit()"
    >
      <ng-template>
        @if (file(); as file) {
          <relay-solid-import
            [file]="file"
            [materials]="materials()"
            [shownIn]="unit()"
            (taken)="taken.emit($event)"
          />
        }
      </ng-template>
    </relay-sheet>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SolidSheetComponent {
  readonly file = input.required<File | null>();
  readonly materials = input.required<readonly Material[]>();
  readonly unit = input.required<Unit>();
  readonly taken = output<TakenSolids>();
  readonly closed = output();
}
