import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { NzDescriptionsModule } from 'ng-zorro-antd/descriptions';
import { SheetComponent } from '../shared/sheet.component';
import { SHORTCUTS } from './shortcuts';

/** What each key does. */
@Component({
  selector: 'relay-key-sheet',
  imports: [NzDescriptionsModule, SheetComponent],
  template: `
    <relay-sheet heading="Keys" width="680px" [visible]="visible()" (closed)="closed.emit()">
      <ng-template>
        <nz-descriptions class="keys" nzSize="small" [nzColumn]="1" [nzColon]="false">
          @for (entry of shortcuts; track entry.keys) {
            <nz-descriptions-item [nzTitle]="keys">{{ entry.does }}</nz-descriptions-item>
            <ng-template #keys>
              <kbd>{{ entry.keys }}</kbd>
            </ng-template>
          }
        </nz-descriptions>
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
