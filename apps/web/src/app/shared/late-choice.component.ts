import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { CHOICE } from './choice.directive';

/** One thing that can be chosen. */
export interface Option {
  readonly value: string;
  readonly words: string;
}

/** A list to choose from in a component of its own, so that a page can load it once it is shown. */
@Component({
  selector: 'relay-late-choice',
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
export class LateChoiceComponent {
  readonly name = input.required<string>();
  readonly options = input.required<readonly Option[]>();
  /** What holds; null where these are things to do. */
  readonly value = input.required<string | null>();
  /** What stands in a list of things to do. */
  readonly inEmpty = input('');
  readonly chosen = output<string>();
}
