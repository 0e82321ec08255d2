import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import type { Option } from './option';
import { OptionListComponent } from './option-list.component';
import { Turns, type EndTurn } from './turns.service';

/** A list to choose from that is loaded once the page is shown, one after the other; until then it says what holds. */
@Component({
  selector: 'relay-late-choice',
  imports: [OptionListComponent],
  template: `
    @defer (when come(); prefetch on idle) {
      <relay-option-list
        [name]="name()"
        [options]="options()"
        [value]="value()"
        [inEmpty]="inEmpty()"
        (chosen)="chosen.emit($event)"
        (rendered)="leave()"
      />
    } @placeholder {
      <span>{{ words() }}</span>
    }
  `,
  styles: `
    :host {
      display: inline-block;
    }
    span {
      padding: 0 9px;
      line-height: 28px;
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
  protected readonly words = computed(
    () => this.options().find(({ value }) => value === this.value())?.words ?? this.inEmpty(),
  );
  protected readonly come = signal(false);
  private end: EndTurn = () => undefined;

  constructor() {
    const turns = inject(Turns);
    afterNextRender(() => (this.end = turns.wait(() => this.come.set(true))));
    inject(DestroyRef).onDestroy(() => this.end());
  }

  /** The next one may come. */
  protected leave(): void {
    this.end();
  }
}
