import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Unit } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { LengthFieldComponent } from './length-field.component';

/** A station of something told along a path: where it is, what is told there, and a press that takes it out. */
@Component({
  selector: 'relay-station-line',
  imports: [LengthFieldComponent, NzButtonComponent],
  template: `
    <div class="line">
      <span class="what">
        at
        <relay-length-field
          [label]="placeLabel()"
          [value]="at() * length()"
          [unit]="unit()"
          [least]="0"
          (changed)="move($event)"
        />
      </span>
      <ng-content />
      @if (removable()) {
        <button
          nz-button
          nzType="link"
          type="button"
          [attr.aria-label]="'Remove ' + name()"
          (click)="removed.emit()"
        >
          ✕
        </button>
      }
    </div>
  `,
  styleUrl: './step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StationLineComponent {
  /** What it is called, with its number. */
  readonly name = input.required<string>();
  /** Where, as a part of the length of the path. */
  readonly at = input.required<number>();
  /** Of the path, mm. */
  readonly length = input.required<number>();
  readonly unit = input.required<Unit>();
  readonly removable = input(true);
  /** As a part of the length of the path, from 0 to 1. */
  readonly moved = output<number>();
  readonly removed = output();
  protected readonly placeLabel = computed(() => {
    const name = this.name();
    return `${name.charAt(0).toUpperCase()}${name.slice(1)}, along the path`;
  });

  protected move(mm: number): void {
    const length = this.length();
    if (length > 0) this.moved.emit(Math.max(0, Math.min(1, mm / length)));
  }
}
