import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { placeRows, type PlaceRow, type PlaceSort } from '@coin-relay/scene';
import { formatLengthNumber } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzInputDirective } from 'ng-zorro-antd/input';
import { NzTableComponent, NzTableModule } from 'ng-zorro-antd/table';
import { FitService } from '../engine/fit.service';
import { JobContext } from '../session/job-context.service';
import { PlaceChoice } from '../session/place-choice.service';
import { OneTableDirective } from '../shared/one-table.directive';
import { SortHeadComponent, sortedBy, sortWay, type Sort } from '../shared/sort-head.component';

/** Height of a row, px. */
const ROW = 24;

/** A column of the table; those of no width share what is left. */
interface PlaceColumn {
  readonly key: PlaceSort;
  readonly title: string;
  readonly told: 'number' | 'mm' | 'degrees' | 'text';
  readonly width: string | null;
}

const column = (
  key: PlaceSort,
  title: string,
  told: PlaceColumn['told'],
  width: string | null = null,
): PlaceColumn => ({ key, title, told, width });

/** What a row says of its place. */
const COLUMNS: readonly PlaceColumn[] = [
  column('place', 'place', 'number', '70px'),
  column('s', 'along', 'mm', '88px'),
  column('pin', 'first pin', 'mm', '88px'),
  column('chord', 'to the next', 'mm', '92px'),
  column('x', 'right', 'mm', '84px'),
  column('y', 'up', 'mm', '84px'),
  column('angle', 'angle', 'degrees', '78px'),
  column('piece', 'piece', 'text'),
  column('by', 'put there by', 'text'),
];
/** What it says where the row leaves its plane. */
const IN_SPACE: readonly PlaceColumn[] = [
  column('place', 'place', 'number', '66px'),
  column('s', 'along', 'mm', '84px'),
  column('chord', 'to the next', 'mm', '92px'),
  column('x', 'x', 'mm', '80px'),
  column('y', 'y', 'mm', '80px'),
  column('z', 'z', 'mm', '76px'),
  column('angle', 'heading', 'degrees', '80px'),
  column('slope', 'slope', 'degrees', '68px'),
  column('lean', 'lean', 'degrees', '68px'),
  column('piece', 'piece', 'text'),
  column('by', 'by', 'text'),
];

/** What a place is chosen by: its number from 0. */
const indexOf = ({ place }: PlaceRow): number => place - 1;

/** The places of the row as numbers: sorted, filtered, and chosen as on the drawing and the tape. */
@Component({
  selector: 'relay-place-table',
  imports: [NzInputDirective, NzButtonComponent, NzTableModule, OneTableDirective, SortHeadComponent],
  templateUrl: './place-table.component.html',
  styleUrl: './place-table.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlaceTableComponent {
  private readonly context = inject(JobContext);
  private readonly choice = inject(PlaceChoice);
  private readonly state = toSignal(inject(FitService).state$, { requireSync: true });
  protected readonly chosen = toSignal(this.choice.places$, { requireSync: true });
  private readonly table = viewChild.required<NzTableComponent<PlaceRow>>(NzTableComponent);
  protected readonly columns = computed(() => (this.state().view?.setOut.stand ? IN_SPACE : COLUMNS));
  /** All but the number, which is a press. */
  protected readonly cells = computed(() => this.columns().slice(1));
  protected readonly widths = computed(() => this.columns().map(({ width }) => width));
  protected readonly rowHeight = ROW;
  protected readonly sortWay = sortWay;
  protected readonly sort = signal<Sort<PlaceSort>>({ by: 'place', down: false });
  protected readonly filter = signal('');
  private readonly unit = computed(() => this.state().view?.job.unit ?? 'mm');
  private readonly all = computed(() => {
    const view = this.state().view;
    return view ? placeRows(view.fit, view.setOut) : [];
  });
  protected readonly rows = computed(() => {
    const { by, down } = this.sort();
    const wanted = this.filter().trim().toLowerCase();
    const rows = this.all().filter(
      (row) => wanted === '' || `${row.place} ${row.piece} ${row.by}`.toLowerCase().includes(wanted),
    );
    const order = (a: PlaceRow, b: PlaceRow): number => {
      const [p, q] = [a[by], b[by]];
      const d = typeof p === 'number' && typeof q === 'number' ? p - q : String(p).localeCompare(String(q));
      return (down ? -d : d) || a.place - b.place;
    };
    return rows.sort(order);
  });
  protected readonly words = computed(() => {
    const [shown, all] = [this.rows().length, this.all().length];
    return shown === all ? `${all} places` : `${shown} of ${all} places`;
  });
  private last: number | null = null;

  constructor() {
    // What is chosen on the drawing or the tape is brought into sight.
    effect(() => {
      const chosen = this.chosen();
      const i = this.rows().findIndex((row) => chosen.has(row.place - 1));
      if (i < 0) return;
      // The table has a viewport once it is drawn, and that knows its size once it is laid out.
      requestAnimationFrame(() => {
        const viewport = this.table().cdkVirtualScrollViewport;
        if (!viewport) return;
        const top = viewport.measureScrollOffset();
        const seen = viewport.getViewportSize();
        if (i * ROW < top || (i + 1) * ROW > top + seen) viewport.scrollToIndex(Math.max(0, i - 2));
      });
    });
  }

  protected by(key: PlaceSort): void {
    this.sort.update((sort) => sortedBy(sort, key));
  }

  protected text(row: PlaceRow, { key, told }: PlaceColumn): string {
    if (key === 'piece' && row.leftOut) return 'left out';
    const value = row[key];
    if (typeof value !== 'number') return value;
    if (told === 'mm') return formatLengthNumber(value, this.unit()).replace('-', '−');
    return `${value.toFixed(1).replace('-', '−')}°`;
  }

  protected pick(row: PlaceRow, { shiftKey, ctrlKey, metaKey }: MouseEvent): void {
    const rows = this.rows();
    const to = rows.indexOf(row);
    if (shiftKey && this.last !== null) {
      const from = rows.findIndex(({ place }) => place === this.last);
      const [a, b] = from < to ? [from, to] : [to, from];
      if (a >= 0) this.choice.choose(rows.slice(a, b + 1).map(indexOf));
      return;
    }
    this.last = row.place;
    if (ctrlKey || metaKey) this.choice.toggle([indexOf(row)]);
    else this.choice.choose([indexOf(row)]);
  }

  protected chooseAll(): void {
    this.choice.choose(this.rows().map(indexOf));
  }

  protected close(): void {
    this.context.showTable(false);
  }

  protected readonly track = (_: number, row: PlaceRow): number => row.place;
}
