import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { SheetComponent } from '../shared/sheet.component';
import { SHORTCUTS } from './job-keys.service';

/** What each key does. */
@Component({
  selector: 'relay-key-sheet',
  imports: [SheetComponent],
  template: `
    <relay-sheet heading="Keys" [visible]="visible()" (closed)="closed.emit()">
      <ng-template>
        <table>
          <tbody>
            @for (entry of shortcuts; track entry.keys) {
              <tr>
                <th scope="row">
                  <kbd>{{ entry.keys }}</kbd>
                </th>
                <td>{{ entry.does }}</td>
              </tr>
            }
          </tbody>
        </table>
      </ng-template>
    </relay-sheet>
  `,
  styleUrl: './key-sheet.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeySheetComponent {
  readonly visible = input.required<boolean>();
  readonly closed = output();
  protected readonly shortcuts = SHORTCUTS;
}
