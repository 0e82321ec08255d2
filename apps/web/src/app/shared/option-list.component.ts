import { afterNextRender, ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { CHOICE } from './choice.directive';
import type { Option } from './option';

/** A list to choose from whose options are given as a list. */
@Component({
  selector: 'relay-option-list',
  imports: [CHOICE],
  template: `
    @if (value() === null) {
      <nz-select
        nzVariant="borderless"
        [relayMenu]="name()"
        [nzPlaceHolder]="inEmpty()"
        (chosen)="chosen.emit($event)"
      >
        @for (option of options(); track option.value) {
          <nz-option [nzValue]="option.value" [nzLabel]="option.words" />
        }
      </nz-select>
    } @else {
      <nz-select [relayChoice]="name()" [value]="value()!" (chosen)="chosen.emit($event)">
        @for (option of options(); track option.value) {
          <nz-option [nzValue]="option.value" [nzLabel]="option.words" />
        }
      </nz-select>
    }
  `,
  styles: `
    nz-select {
      width: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OptionListComponent {
  readonly name = input.required<string>();
  readonly options = input.required<readonly Option[]>();
  /** What holds; null where these are things to do. */
  readonly value = input.required<string | null>();
  /** What stands in a list of things to do. */
  readonly inEmpty = input('');
  readonly chosen = output<string>();
  /** Told once it is there. */
  readonly rendered = output();

  constructor() {
    afterNextRender(() => this.rendered.emit());
  }
}
