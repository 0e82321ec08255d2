import { CdkDragHandle, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Material, Unit } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { SitsFieldsComponent, type SitsValue } from './sits-fields.component';

/**
 * One row of a list that is put in order by dragging: its number, what it is, and how it sits when
 * opened. The place in the list itself is the parent's, which holds the drag.
 */
@Component({
  selector: 'relay-listed-row',
  imports: [NzButtonComponent, CdkDragHandle, SitsFieldsComponent],
  template: `
    <div class="row">
      <span class="grip" cdkDragHandle title="Drag to another place">{{ place() + 1 }}</span>
      <ng-content select="[inRow]" />
      <button
        nz-button
        nzType="link"
        type="button"
        [attr.aria-expanded]="open()"
        [attr.aria-label]="openLabel()"
        (click)="toggled.emit()"
      >
        {{ openWord() }}
      </button>
      <button
        nz-button
        nzType="link"
        type="button"
        [disabled]="!removable()"
        [attr.aria-label]="'Take out ' + name()"
        (click)="removed.emit()"
      >
        out
      </button>
    </div>
    <ng-content select="[underRow]" />
    @if (open()) {
      <div class="sits">
        <ng-content />
        <relay-sits-fields
          [of]="sitsOf()"
          [value]="value()"
          [unit]="unit()"
          [materials]="materials()"
          [first]="place() === 0"
          [last]="last()"
          (changed)="changed.emit($event)"
          (moved)="moved.emit($event)"
        />
      </div>
    }
  `,
  styleUrls: ['../shared/step.less', './panels.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ListedRowComponent {
  /** What it is called in the middle of a sentence. */
  readonly name = input.required<string>();
  readonly place = input.required<number>();
  readonly last = input.required<boolean>();
  readonly open = input.required<boolean>();
  readonly openWord = input.required<string>();
  readonly openLabel = input.required<string>();
  readonly removable = input(true);
  readonly value = input.required<SitsValue>();
  readonly unit = input.required<Unit>();
  readonly materials = input.required<readonly Material[]>();
  readonly toggled = output();
  readonly removed = output();
  readonly changed = output<Partial<SitsValue>>();
  readonly moved = output<number>();

  protected sitsOf(): string {
    const name = this.name();
    return name.charAt(0).toUpperCase() + name.slice(1);
  }
}

/** How far a row was dragged, in places; 0: it lies where it lay. */
export const draggedBy = ({ previousIndex, currentIndex }: CdkDragDrop<unknown>): number =>
  currentIndex - previousIndex;
