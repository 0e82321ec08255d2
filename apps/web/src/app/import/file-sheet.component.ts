import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { SheetComponent } from '../shared/sheet.component';
import { ImportComponent } from './import.component';
import type { TakenLines } from './taken-lines';

/** Lines of a file, on a sheet over the job that takes them. */
@Component({
  selector: 'relay-file-sheet',
  imports: [SheetComponent, ImportComponent],
  template: `
    <relay-sheet
      heading="Paths from a file"
      width="min(1080px, calc(100vw - 60px))"
      [visible]="visible()"
      (closed)="closed.emit()"
    >
      <ng-template>
        <relay-import [up]="up()" (taken)="taken.emit($event)" />
      </ng-template>
    </relay-sheet>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FileSheetComponent {
  readonly visible = input.required<boolean>();
  /** Which way is up in the job. */
  readonly up = input.required<'y' | 'z'>();
  readonly taken = output<TakenLines>();
  readonly closed = output();
}
