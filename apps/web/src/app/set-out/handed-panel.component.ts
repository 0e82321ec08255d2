import {
  CdkDrag,
  CdkDragHandle,
  CdkDropList,
  moveItemInArray,
  type CdkDragDrop,
} from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { freshId, type SetOut } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { AngleFieldComponent } from '../shared/angle-field.component';
import { PlaceFieldComponent } from '../shared/place-field.component';
import { PieceSelectComponent } from './piece-select.component';
import { SetOutWork, type ChosenPiece } from './set-out-work.service';
import { CHOICE } from '../shared/choice.directive';

type Handed = NonNullable<SetOut['handed']>;

const TAKES: readonly (readonly [Handed['takes'], string])[] = [
  ['both', 'the position and the direction'],
  ['position', 'only the position'],
  ['direction', 'only the direction'],
];

/** Different objects handed to the places in an order that is dragged. */
@Component({
  selector: 'relay-handed-panel',
  imports: [
    CHOICE,
    NzButtonComponent,
    CdkDrag,
    CdkDragHandle,
    CdkDropList,
    AngleFieldComponent,
    PlaceFieldComponent,
    PieceSelectComponent,
  ],
  template: `
    <p class="cost">{{ words() }}</p>
    <ol class="steps" cdkDropList (cdkDropListDropped)="drop($event)">
      @for (item of items(); track item.id; let i = $index; let last = $last) {
        <li cdkDrag cdkDragLockAxis="y">
          <div class="row">
            <span class="grip" cdkDragHandle title="Drag to another place">{{ i + 1 }}</span>
            <relay-piece-select
              class="what"
              [label]="'Object ' + (i + 1)"
              [value]="item.piece"
              (chosen)="put(i, $event)"
            />
            <button
              nz-button
              nzType="link"
              type="button"
              [disabled]="last"
              [attr.aria-label]="'Object ' + (i + 1) + ' later'"
              (click)="move(i, 1)"
            >
              later
            </button>
            <button
              nz-button
              nzType="link"
              type="button"
              [attr.aria-label]="'Take out object ' + (i + 1)"
              (click)="remove(i)"
            >
              out
            </button>
          </div>
          @if (takes() === 'direction') {
            <relay-place-field
              class="sits"
              words="stands at"
              [label]="'Object ' + (i + 1)"
              [at]="item"
              [unit]="unit()"
              (changed)="change(i, $event)"
            />
          }
          @if (takes() === 'position') {
            <div class="line sits">
              <span class="what">its own direction</span>
              <relay-angle-field
                [label]="'Direction of object ' + (i + 1)"
                [value]="item.angle"
                (changed)="change(i, { angle: $event })"
              />
            </div>
          }
        </li>
      }
    </ol>
    <div class="line">
      <relay-piece-select label="Add an object" [value]="null" none="add an object…" (chosen)="add($event)" />
    </div>
    @if (items().length > 0) {
      <div class="line">
        <span class="what">Each takes</span>
        <nz-select relayChoice="What objects take of their places" [value]="takes()" (chosen)="take($event)">
          @for (entry of ways; track entry[0]) {
            <nz-option [nzValue]="entry[0]" [nzLabel]="entry[1]" />
          }
        </nz-select>
      </div>
    }
  `,
  styleUrls: ['../shared/step.less', './panels.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandedPanelComponent {
  private readonly work = inject(SetOutWork);
  private readonly view = toSignal(this.work.view$, { initialValue: null });
  private readonly laid = toSignal(this.work.laid$, { initialValue: null });
  protected readonly ways = TAKES;
  protected readonly items = computed(() => this.view()?.setOut.handed?.items ?? []);
  protected readonly takes = computed(() => this.view()?.setOut.handed?.takes ?? 'both');
  protected readonly unit = computed(() => this.view()?.job.unit ?? 'mm');
  protected readonly words = computed(() => {
    const n = this.items().length;
    const table = this.laid()?.setOut.table;
    if (n === 0) return 'The first object goes to the first place, the next to the next, and so on.';
    if (!table) return '';
    const handed = table.handed.reduce((sum, object) => sum + (object >= 0 ? 1 : 0), 0);
    const free = table.count - table.leftOut.reduce((sum, out) => sum + out, 0) - handed;
    if (handed < n) return `▲ ${n - handed} of ${n} objects find no place: the row has only ${handed}.`;
    return free > 0
      ? `${handed} ${handed === 1 ? 'place has its object' : 'places have their objects'}; the other ${free} stay as they are.`
      : 'Every place has its object.';
  });

  protected add(chosen: ChosenPiece | null): void {
    if (!chosen) return;
    const id = freshId(this.items(), 'object');
    this.write([...this.items(), { id, piece: chosen.id, x: 0, y: 0, angle: 0 }], chosen);
  }

  protected put(i: number, chosen: ChosenPiece | null): void {
    if (!chosen) return;
    this.write(
      this.items().map((item, k) => (k === i ? { ...item, piece: chosen.id } : item)),
      chosen,
    );
  }

  protected change(i: number, change: Partial<Handed['items'][number]>): void {
    this.write(this.items().map((item, k) => (k === i ? { ...item, ...change } : item)));
  }

  protected remove(i: number): void {
    this.write(this.items().filter((_, k) => k !== i));
  }

  protected move(i: number, by: number): void {
    const items = [...this.items()];
    moveItemInArray(items, i, i + by);
    this.write(items);
  }

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    if (previousIndex !== currentIndex) this.move(previousIndex, currentIndex - previousIndex);
  }

  protected take(value: string): void {
    const found = TAKES.find(([takes]) => takes === value);
    this.work.change((setOut) => {
      if (found && setOut.handed) setOut.handed.takes = found[0];
    }, 'Change objects');
  }

  private write(items: Handed['items'], chosen: ChosenPiece | null = null): void {
    const takes = this.takes();
    this.work.change(
      (setOut) => (setOut.handed = items.length > 0 ? { takes, items: [...items] } : null),
      'Change objects',
      chosen?.prepare ?? null,
    );
  }
}
