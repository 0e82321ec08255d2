import { ChangeDetectionStrategy, Component, type ElementRef, input, signal, viewChild } from '@angular/core';
import { NzTooltipDirective } from 'ng-zorro-antd/tooltip';

/** A word that says what it means when it is pointed at or focused. */
@Component({
  selector: 'relay-term',
  imports: [NzTooltipDirective],
  template: `
    <span
      #word
      class="term"
      tabindex="0"
      [attr.aria-description]="means() || null"
      (mouseenter)="show()"
      (mouseleave)="open.set(false)"
      (focus)="show()"
      (blur)="open.set(false)"
      (keydown.escape)="open.set(false)"
      ><ng-content
    /></span>
    <!-- What shows it is loaded with the first that is asked for. -->
    @defer (when means() !== '') {
      <span
        nz-tooltip
        [nzTooltipTitle]="means()"
        [nzTooltipTrigger]="null"
        [nzTooltipOrigin]="origin()"
        [nzTooltipVisible]="open()"
      ></span>
    }
  `,
  styles: `
    .term {
      text-decoration: underline dotted;
      text-decoration-thickness: 1px;
      text-underline-offset: 3px;
      cursor: help;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TermComponent {
  /** As the page about the fit lists it. */
  readonly of = input.required<string>();
  protected readonly origin = viewChild.required<ElementRef<HTMLElement>>('word');
  protected readonly open = signal(false);
  protected readonly means = signal('');

  /** What words mean is loaded with the first that is asked for. */
  protected async show(): Promise<void> {
    this.open.set(true);
    if (this.means() !== '') return;
    const { TERMS } = await import('./terms');
    this.means.set(TERMS.get(this.of()) ?? '');
  }
}
