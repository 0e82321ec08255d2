import { NgTemplateOutlet } from '@angular/common';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  contentChild,
  input,
  output,
  TemplateRef,
  viewChild,
} from '@angular/core';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzModalComponent, NzModalModule } from 'ng-zorro-antd/modal';

/** A sheet that lies over the page until it is closed: by its button, with Escape, or beside it. What is on it is an `ng-template`. */
@Component({
  selector: 'relay-sheet',
  imports: [NgTemplateOutlet, NzButtonComponent, NzModalModule],
  template: `
    <nz-modal
      [nzVisible]="visible()"
      [nzTitle]="heading()"
      [nzFooter]="foot"
      [nzWidth]="width()"
      [nzClosable]="false"
      (nzOnCancel)="closed.emit()"
    >
      <ng-container *nzModalContent>
        <ng-container [ngTemplateOutlet]="content()" />
      </ng-container>
      <ng-template #foot>
        <button nz-button nzType="link" type="button" (click)="closed.emit()">Close</button>
      </ng-template>
    </nz-modal>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SheetComponent {
  readonly heading = input.required<string>();
  readonly visible = input.required<boolean>();
  /** As CSS has it. */
  readonly width = input.required<string>();
  readonly closed = output();

  protected readonly content = contentChild.required(TemplateRef);
  private readonly modal = viewChild.required(NzModalComponent);

  constructor() {
    // As soon as it is there, not once it has come in: who listens hears of it at once.
    afterRenderEffect(() => {
      if (this.visible()) this.name(this.heading());
    });
  }

  /** The library's dialog has a title to be seen, but no name. */
  private name(heading: string): void {
    const dialog = this.modal().getElement();
    if (!dialog) return;
    dialog.setAttribute('aria-label', heading);
    dialog.setAttribute('aria-modal', 'true');
  }
}
