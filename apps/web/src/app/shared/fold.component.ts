import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  contentChild,
  input,
  linkedSignal,
  TemplateRef,
} from '@angular/core';
import { NzCollapseModule } from 'ng-zorro-antd/collapse';

/**
 * A part that is folded away until it is wanted. What is in it, an `ng-template`, is made when it is
 * first opened, and stays from then on.
 */
@Component({
  selector: 'relay-fold',
  imports: [NgTemplateOutlet, NzCollapseModule],
  template: `
    <nz-collapse nzGhost>
      <nz-collapse-panel
        [nzShowArrow]="false"
        [nzHeader]="head"
        [nzActive]="isOpen()"
        (nzActiveChange)="isOpen.set($event)"
        (keydown.enter)="press($event)"
        (keydown.space)="press($event)"
      >
        @if (isMade()) {
          <ng-container [ngTemplateOutlet]="content()" />
        }
      </nz-collapse-panel>
    </nz-collapse>
    <ng-template #head>
      {{ heading() }}
      @if (now(); as words) {
        <span class="now" [class.warning-text]="words.startsWith('▲')">{{ words }}</span>
      }
    </ng-template>
  `,
  styleUrl: './fold.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FoldComponent {
  readonly heading = input.required<string>();
  /** What of it holds now, said beside its name. */
  readonly now = input('');
  /** Whether it is open of itself, because there is something in it. */
  readonly open = input(false);

  protected readonly content = contentChild.required(TemplateRef);
  /** Open it stays when there is nothing in it any more: whoever took that away is looking at it. */
  protected readonly isOpen = linkedSignal<boolean, boolean>({
    source: this.open,
    computation: (open, before) => open || before?.value === true,
  });
  protected readonly isMade = linkedSignal<boolean, boolean>({
    source: this.isOpen,
    computation: (open, before) => open || before?.value === true,
  });

  /** The library's head can be focused and is called a button, but answers to the pointer only. */
  protected press(event: Event): void {
    const { target } = event;
    if (!(target instanceof HTMLElement) || !target.classList.contains('ant-collapse-header')) return;
    event.preventDefault();
    // Not the fold that this one lies in, nor the keys of the page.
    event.stopPropagation();
    target.click();
  }
}
