import { ChangeDetectionStrategy, Component, input, output, signal, ViewEncapsulation } from '@angular/core';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzColorPickerModule, type NzColor } from 'ng-zorro-antd/color-picker';
import { NzInputDirective } from 'ng-zorro-antd/input';

const HEX = /^#?([0-9a-f]{6})$/i;

/** A colour: typed as six digits, or picked from an area. What is picked is told once the area is closed. */
@Component({
  selector: 'relay-colour-choice',
  imports: [NzButtonComponent, NzColorPickerModule, NzInputDirective],
  template: `
    <nz-color-picker
      [nzFlipFlop]="opener"
      [nzValue]="value()"
      nzFormat="hex"
      nzDisabledAlpha
      (nzOnChange)="pick($event.color)"
      (nzOnOpenChange)="open($event)"
    />
    <ng-template #opener>
      <button nz-button nzType="link" type="button" [attr.aria-label]="label() + ', picked'">
        <span class="patch" [style.background]="picked() ?? value()"></span>
      </button>
    </ng-template>
    <input
      #typed
      nz-input
      nzSize="small"
      spellcheck="false"
      maxlength="7"
      [attr.aria-label]="label()"
      [attr.aria-invalid]="wrong()"
      [value]="value()"
      [nzStatus]="wrong() ? 'error' : ''"
      (input)="wrong.set(false)"
      (change)="type(typed)"
      (keydown.escape)="reset(typed)"
    />
    @if (wrong()) {
      <span class="wrong" role="alert"
        >Not a colour: six digits from 0 to 9 and a to f, as {{ value() }}</span
      >
    }
  `,
  styleUrl: './colour-choice.component.less',
  // The area is drawn by the library, over the page.
  encapsulation: ViewEncapsulation.None,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ColourChoiceComponent {
  /** Six hexadecimal digits behind a #. */
  readonly value = input.required<string>();
  readonly label = input.required<string>();
  readonly chosen = output<string>();

  protected readonly picked = signal<string | null>(null);
  protected readonly wrong = signal(false);

  protected pick(colour: NzColor): void {
    this.picked.set(colour.toHexString());
  }

  protected open(isOpen: boolean): void {
    const picked = this.picked();
    if (isOpen || picked === null) return;
    this.picked.set(null);
    this.tell(picked);
  }

  protected type(field: HTMLInputElement): void {
    if (!HEX.test(field.value.trim())) {
      this.wrong.set(true);
      return;
    }
    this.tell(field.value.trim());
  }

  protected reset(field: HTMLInputElement): void {
    field.value = this.value();
    this.wrong.set(false);
  }

  private tell(colour: string): void {
    const digits = HEX.exec(colour)?.[1];
    if (digits !== undefined && `#${digits.toLowerCase()}` !== this.value())
      this.chosen.emit(`#${digits.toLowerCase()}`);
  }
}
