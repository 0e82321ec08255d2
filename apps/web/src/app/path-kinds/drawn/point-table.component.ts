import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
import { CdkVirtualScrollViewport, ScrollingModule } from '@angular/cdk/scrolling';
import { formatLengthNumber, parseLength, type PathOf, type Unit } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzInputDirective } from 'ng-zorro-antd/input';
import { PathWork } from '../../session/path-work.service';

interface Row {
  readonly index: number;
  readonly x: string;
  readonly y: string;
  readonly next: string;
  readonly flowing: boolean;
}

const WORDS = { line: 'straight', curve: 'curve', arc: 'arc', ellipse: 'elliptical' } as const;

/** The points of a drawn path as a table: coordinates are typed down a column or pasted as rows. */
@Component({
  selector: 'relay-point-table',
  imports: [NzInputDirective, NzButtonComponent, ScrollingModule],
  template: `
    <div class="head" aria-hidden="true">
      <span class="index">point</span><span class="cell">right</span><span class="cell">up</span
      ><span>goes on</span>
    </div>
    <cdk-virtual-scroll-viewport
      #port
      itemSize="27"
      class="rows"
      [style.height.px]="height()"
      role="group"
      aria-label="Points"
    >
      <div
        *cdkVirtualFor="let row of rows(); trackBy: byIndex"
        class="row"
        [class.chosen]="chosen().includes(row.index)"
      >
        <button
          nz-button
          nzType="link"
          type="button"
          class="index"
          [attr.aria-label]="'Choose point ' + (row.index + 1)"
          (click)="choose.emit({ index: row.index, more: $event.shiftKey })"
        >
          {{ row.index + 1 }}{{ row.flowing ? ' ○' : '' }}
        </button>
        @for (axis of axes; track axis) {
          <input
            nz-input
            nzSize="small"
            class="cell figures"
            autocomplete="off"
            [attr.data-cell]="axis + row.index"
            [attr.aria-label]="'Point ' + (row.index + 1) + (axis === 'x' ? ', to the right' : ', up')"
            [value]="row[axis]"
            (change)="type(row.index, axis, $event)"
            (keydown.enter)="down(row.index, axis, $event)"
            (paste)="paste(row.index, $event)"
          />
        }
        <span class="next">{{ row.next }}</span>
      </div>
    </cdk-virtual-scroll-viewport>
    <div class="row new">
      <span class="index cost">new</span>
      <input
        nz-input
        nzSize="small"
        class="cell figures"
        #newX
        autocomplete="off"
        aria-label="New point, to the right"
        placeholder="right"
        (paste)="paste(path().points.length, $event)"
        (keydown.enter)="newY.focus()"
      />
      <input
        nz-input
        nzSize="small"
        class="cell figures"
        #newY
        autocomplete="off"
        aria-label="New point, up"
        placeholder="up"
        (keydown.enter)="add(newX, newY)"
      />
      <button nz-button nzType="link" type="button" (click)="add(newX, newY)">add</button>
    </div>
  `,
  styleUrl: './point-table.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PointTableComponent {
  private readonly work = inject(PathWork);
  readonly path = input.required<PathOf<'drawn'>>();
  readonly unit = input.required<Unit>();
  readonly chosen = input.required<readonly number[]>();
  readonly moved = output<{ index: number; x: number; y: number }>();
  readonly pasted = output<{ rows: readonly { x: number; y: number }[]; from: number }>();
  readonly choose = output<{ index: number; more: boolean }>();
  private readonly port = viewChild.required(CdkVirtualScrollViewport);

  protected readonly axes = ['x', 'y'] as const;
  protected readonly rows = computed((): Row[] =>
    this.path().points.map(({ x, y, next, flowing }, index) => ({
      index,
      x: this.text(x),
      y: this.text(y),
      flowing: flowing ?? false,
      next: index < this.path().points.length - 1 || this.path().closed ? WORDS[next.kind] : '',
    })),
  );
  /** Half a row shows that there are more below. */
  protected readonly height = computed(() => Math.min(6.5, this.rows().length) * 27);
  protected readonly byIndex = (_: number, row: Row): number => row.index;

  constructor() {
    // The list does not see by itself that it has become higher.
    afterRenderEffect(() => {
      this.height();
      this.port().checkViewportSize();
    });
  }

  protected type(index: number, axis: 'x' | 'y', event: Event): void {
    const field = event.target as HTMLInputElement;
    const value = parseLength(field.value, this.unit());
    const point = this.path().points[index];
    if (value === null || !point) {
      this.work.say(`“${field.value.slice(0, 30)}” is not a length.`);
      field.value = point ? this.text(point[axis]) : '';
      return;
    }
    this.work.say('');
    this.moved.emit({ index, x: point.x, y: point.y, [axis]: value });
  }

  /** Enter goes down the column. */
  protected down(index: number, axis: 'x' | 'y', event: Event): void {
    event.preventDefault();
    const field = event.target as HTMLInputElement;
    field.blur();
    const next = this.port().elementRef.nativeElement.querySelector<HTMLInputElement>(
      `[data-cell="${axis}${index + 1}"]`,
    );
    next?.focus();
    next?.select();
  }

  /** Rows of two lengths, as tables and lists are copied; one value is pasted as usual. */
  protected paste(from: number, event: ClipboardEvent): void {
    const text = event.clipboardData?.getData('text') ?? '';
    const lines = text.trim().split(/\r?\n/);
    if (lines.length === 1 && !/[\t;]|\d\s*,\s*-?\d|\d\s+-?\d/.test(text)) return;
    event.preventDefault();
    const rows: { x: number; y: number }[] = [];
    for (const [i, line] of lines.entries()) {
      const cells = line.trim().split(line.includes('\t') ? '\t' : line.includes(';') ? ';' : /\s*,\s*|\s+/);
      const [x, y] = cells.map((cell) => parseLength(cell, this.unit()));
      if (x === null || y === null || x === undefined || y === undefined) {
        this.work.say(
          `Row ${i + 1} of what was pasted is no point: “${line.slice(0, 40)}”. Nothing was changed.`,
        );
        return;
      }
      rows.push({ x, y });
    }
    this.work.say(`${rows.length} ${rows.length === 1 ? 'point' : 'points'} pasted.`);
    this.pasted.emit({ rows, from });
  }

  protected add(x: HTMLInputElement, y: HTMLInputElement): void {
    const at = { x: parseLength(x.value, this.unit()), y: parseLength(y.value, this.unit()) };
    if (at.x === null || at.y === null) {
      this.work.say('A new point needs two lengths.');
      return;
    }
    this.pasted.emit({ rows: [{ x: at.x, y: at.y }], from: this.path().points.length });
    x.value = '';
    y.value = '';
    x.focus();
  }

  private text(mm: number): string {
    return formatLengthNumber(mm, this.unit(), 1).replace(/\.?0+$/, '');
  }
}
