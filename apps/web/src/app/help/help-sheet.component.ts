import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { parse } from 'marked';
import explained from '../../../../../docs/fit.md';
import { SheetComponent } from '../shared/sheet.component';

/** How a row is fitted, and what the words mean: the page of the documents, as it is. */
@Component({
  selector: 'relay-help-sheet',
  imports: [SheetComponent],
  template: `
    <relay-sheet [heading]="heading" width="760px" [visible]="visible()" (closed)="closed.emit()">
      <ng-template>
        <div class="help" tabindex="0" role="region" [attr.aria-label]="heading" [innerHTML]="page"></div>
      </ng-template>
    </relay-sheet>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HelpSheetComponent {
  readonly visible = input.required<boolean>();
  readonly closed = output();
  private readonly parts = /^# (.+)\n([^]*)$/.exec(explained) ?? ['', 'Help', explained];
  protected readonly heading = this.parts[1];
  protected readonly page = parse(this.parts[2], { async: false });
}
