import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  output,
  viewChild,
  viewChildren,
} from '@angular/core';
import { CdkVirtualScrollViewport, ScrollingModule } from '@angular/cdk/scrolling';
import { formatLengthNumber, parseLength, type Unit } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzInputDirective } from 'ng-zorro-antd/input';
import { PathWork } from '../session/path-work.service';

/** A column of the table: a length that every point has. */
export interface PointColumn {
  readonly key: string;
  readonly head: string;
  /** What a field of it is called, behind the name of its point. */
  readonly words: string;
  /** What a row must have at the least; what is missing behind that is this, mm. */
  readonly missing?: number;
  readonly least?: number;
}

/** A point as the table takes it. */
export type TablePoint = Readonly<Record<string, unknown>> & {
  readonly flowing?: boolean | undefined;
  readonly next: { readonly kind: keyof typeof WORDS };
};

interface Row {
  readonly index: number;
  readonly cells: readonly string[];
  readonly next: string;
  readonly flowing: boolean;
}

const WORDS = { line: 'straight', curve: 'curve', arc: 'arc', ellipse: 'elliptical' } as const;

/** The points of a path as a table: their lengths are typed down a column or pasted as rows. */
@Component({
  selector: 'relay-point-table',
  imports: [NzInputDirective, NzButtonComponent, ScrollingModule],
  template: `
    <div class="head" aria-hidden="true">
      <span class="index">{{ name().toLowerCase() }}</span>
      @for (column of columns(); track column.key) {
        <span class="cell">{{ column.head }}</span>
      }
      <span>{{ onwardHead() }}</span>
    </div>
    <cdk-virtual-scroll-viewport
      #port
      itemSize="27"
      class="rows"
      [style.height.px]="height()"
      role="group"
      [attr.aria-label]="name() + 's'"
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
          [attr.aria-label]="'Choose ' + name().toLowerCase() + ' ' + (row.index + 1)"
          (click)="choose.emit({ index: row.index, more: $event.shiftKey })"
        >
          {{ row.index + 1 }}{{ row.flowing ? ' ○' : '' }}
        </button>
        @for (column of columns(); track column.key; let c = $index) {
          <input
            nz-input
            nzSize="small"
            class="cell figures"
            autocomplete="off"
            [attr.data-cell]="column.key + row.index"
            [attr.aria-label]="name() + ' ' + (row.index + 1) + ', ' + column.words"
            [value]="row.cells[c]"
            (change)="type(row.index, column, $event)"
            (keydown.enter)="down(row.index, column.key, $event)"
            (paste)="paste(row.index, $event)"
          />
        }
        <span class="next">{{ row.next }}</span>
      </div>
    </cdk-virtual-scroll-viewport>
    <div class="row new">
      <span class="index cost">new</span>
      @for (column of columns(); track column.key; let at = $index) {
        <input
          nz-input
          nzSize="small"
          class="cell figures"
          #fresh
          autocomplete="off"
          [attr.aria-label]="'New ' + name().toLowerCase() + ', ' + column.words"
          [placeholder]="column.head"
          (paste)="paste(points().length, $event)"
          (keydown.enter)="onwards(at)"
        />
      }
      <button nz-button nzType="link" type="button" (click)="add()">add</button>
    </div>
  `,
  styleUrl: './point-table.component.less',
  host: { '[style.--columns]': 'columns().length', '[class.told]': 'onward() !== null' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PointTableComponent {
  private readonly work = inject(PathWork);
  readonly points = input.required<readonly TablePoint[]>();
  readonly closed = input.required<boolean>();
  readonly columns = input.required<readonly PointColumn[]>();
  readonly unit = input.required<Unit>();
  readonly chosen = input.required<readonly number[]>();
  /** What its rows are called. */
  readonly name = input('Point');
  /** What stands behind each row where that is not how the line goes on. */
  readonly onward = input<readonly string[] | null>(null);
  readonly onwardHead = input('then');
  readonly moved = output<{ index: number; key: string; value: number }>();
  /** Rows of as many lengths as there are columns. */
  readonly pasted = output<{ rows: readonly (readonly number[])[]; from: number }>();
  readonly choose = output<{ index: number; more: boolean }>();
  private readonly port = viewChild.required(CdkVirtualScrollViewport);
  private readonly fresh = viewChildren<ElementRef<HTMLInputElement>>('fresh');

  protected readonly rows = computed((): Row[] =>
    this.points().map((point, index) => ({
      index,
      cells: this.columns().map(({ key }) => this.text(point[key] as number)),
      flowing: point.flowing ?? false,
      next:
        this.onward()?.[index] ??
        (this.onward()
          ? ''
          : index < this.points().length - 1 || this.closed()
            ? WORDS[point.next.kind]
            : ''),
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

  protected type(index: number, { key, least }: PointColumn, event: Event): void {
    const field = event.target as HTMLInputElement;
    const value = parseLength(field.value, this.unit());
    const point = this.points()[index];
    if (value === null || !point || (least !== undefined && value < least)) {
      this.work.say(
        value === null
          ? `“${field.value.slice(0, 30)}” is not a length.`
          : `${field.value.slice(0, 30)} is too small: it is at least ${least}.`,
      );
      field.value = point ? this.text(point[key] as number) : '';
      return;
    }
    this.work.say('');
    this.moved.emit({ index, key, value });
  }

  /** Enter goes down the column. */
  protected down(index: number, key: string, event: Event): void {
    event.preventDefault();
    const field = event.target as HTMLInputElement;
    field.blur();
    const next = this.port().elementRef.nativeElement.querySelector<HTMLInputElement>(
      `[data-cell="${key}${index + 1}"]`,
    );
    next?.focus();
    next?.select();
  }

  /** Rows of lengths, as tables and lists are copied; one value is pasted as usual. */
  protected paste(from: number, event: ClipboardEvent): void {
    const text = event.clipboardData?.getData('text') ?? '';
    const lines = text.trim().split(/\r?\n/);
    if (lines.length === 1 && !/[\t;]|\d\s*,\s*-?\d|\d\s+-?\d/.test(text)) return;
    event.preventDefault();
    const rows: number[][] = [];
    for (const [i, line] of lines.entries()) {
      const cells = line.trim().split(line.includes('\t') ? '\t' : line.includes(';') ? ';' : /\s*,\s*|\s+/);
      const row = this.rowOf(cells);
      if (!row) {
        this.work.say(
          `Row ${i + 1} of what was pasted is no ${this.name().toLowerCase()}: “${line.slice(0, 40)}”. Nothing was changed.`,
        );
        return;
      }
      rows.push(row);
    }
    this.work.say(
      `${rows.length} ${rows.length === 1 ? this.name().toLowerCase() : `${this.name().toLowerCase()}s`} pasted.`,
    );
    this.pasted.emit({ rows, from });
  }

  /** Enter goes on to the next field of the new point, and at the last one adds it. */
  protected onwards(at: number): void {
    const next = this.fresh().at(at + 1);
    if (next) next.nativeElement.focus();
    else this.add();
  }

  protected add(): void {
    const fields = this.fresh().map(({ nativeElement }) => nativeElement);
    const row = this.rowOf(fields.map(({ value }) => value));
    if (!row) {
      const many = this.columns().filter(({ missing }) => missing === undefined).length;
      this.work.say(`A new ${this.name().toLowerCase()} needs ${many === 2 ? 'two' : 'three'} lengths.`);
      return;
    }
    this.pasted.emit({ rows: [row], from: this.points().length });
    for (const field of fields) field.value = '';
    fields[0].focus();
  }

  /** Lengths of a row; null where one that is needed is none. */
  private rowOf(cells: readonly string[]): number[] | null {
    const row = this.columns().map(({ missing, least }, c) => {
      const cell = cells.at(c)?.trim() ?? '';
      const value = cell === '' && missing !== undefined ? missing : parseLength(cell, this.unit());
      return value === null || (least !== undefined && value < least) ? NaN : value;
    });
    return row.every(Number.isFinite) ? row : null;
  }

  private text(mm: number): string {
    return formatLengthNumber(mm, this.unit(), 1).replace(/\.?0+$/, '');
  }
}
