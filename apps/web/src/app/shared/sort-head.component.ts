import {
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  output,
  ViewEncapsulation,
} from '@angular/core';
import { NzButtonComponent } from 'ng-zorro-antd/button';

/** What a table is sorted by, and which way. */
export interface Sort<Key extends string> {
  readonly by: Key;
  readonly down: boolean;
}

/** How a column is sorted, as its `aria-sort` says it. */
export type SortWay = 'none' | 'ascending' | 'descending';

export const sortWay = <Key extends string>(sort: Sort<Key> | null, key: Key): SortWay =>
  sort?.by !== key ? 'none' : sort.down ? 'descending' : 'ascending';

/** Sorted by another column first upward, by the same one the other way. */
export const sortedBy = <Key extends string>(sort: Sort<Key> | null, key: Key): Sort<Key> => ({
  by: key,
  down: sort?.by === key && !sort.down,
});

/** What is pressed in the head of a column to sort a table by it; its title is its content. */
@Component({
  selector: 'relay-sort-head',
  imports: [NzButtonComponent],
  template: `
    <button nz-button nzType="link" type="button" (click)="pressed.emit()">
      <ng-content />{{ arrow() }}
    </button>
  `,
  styleUrl: './sort-head.component.less',
  encapsulation: ViewEncapsulation.None,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SortHeadComponent {
  readonly way = input.required<SortWay>();
  readonly pressed = output();
  protected readonly arrow = computed(
    () => ({ none: '', ascending: '\u00a0↑', descending: '\u00a0↓' })[this.way()],
  );
}
