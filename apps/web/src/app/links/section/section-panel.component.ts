import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import {
  RelayError,
  STOCK_SECTIONS,
  STOCK_SIZES,
  type StockSection,
  type StockSizes,
} from '@coin-relay/core';
import {
  drawnSection,
  formatLength,
  sectionLook,
  sound,
  withoutSectionPoint,
  withSectionPoint,
  withSectionPoints,
  type PieceOf,
  type PointSection,
  type Section,
  type Unit,
} from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import {
  PointTableComponent,
  type PointColumn,
  type TablePoint,
} from '../../path-kinds/point-table.component';
import { CHOICE } from '../../shared/choice.directive';
import { ErrorState } from '../../shared/error-state';
import { FileChoiceComponent } from '../../shared/file-choice.component';
import { HoldsDirective } from '../../shared/holds.directive';
import { LengthFieldComponent } from '../../shared/length-field.component';
import { TroubleComponent } from '../../shared/trouble.component';
import { outlineReader } from '../outline-reader';
import { SectionDrawingComponent } from './section-drawing.component';
import { SIZE_WORDS, STOCK_WORDS } from './section-words';

type Swept = PieceOf<'swept'>;

const COLUMNS: readonly PointColumn[] = [
  { key: 'x', head: 'in', words: 'towards the inside' },
  { key: 'y', head: 'up', words: 'up' },
];

/** The cross-section of a band: ready-made and by its sizes, drawn by points and typed in a table, or from a file. */
@Component({
  selector: 'relay-section-panel',
  imports: [
    CHOICE,
    FileChoiceComponent,
    HoldsDirective,
    LengthFieldComponent,
    NzButtonComponent,
    NzCheckboxModule,
    PointTableComponent,
    SectionDrawingComponent,
    TroubleComponent,
  ],
  template: `
    <div class="line">
      <span class="what">Section</span>
      <nz-select relayChoice="Section" [value]="kind()" (chosen)="choose($event)">
        @for (shape of shapes; track shape) {
          <nz-option [nzValue]="shape" [nzLabel]="words[shape]" />
        }
        <nz-option nzValue="points" nzLabel="drawn by points" />
        @if (section().by === 'outline') {
          <nz-option nzValue="outline" nzLabel="from a file" />
        }
      </nz-select>
    </div>
    @for (size of sizes(); track size) {
      <div class="line">
        <span class="what">{{ sizeWords[size] }}</span>
        <relay-length-field
          [label]="sizeWords[size]"
          [value]="sizeOf(size)"
          [unit]="unit()"
          [least]="0.01"
          (changed)="resize(size, $event)"
        />
      </div>
    }
    @if (byPoints(); as drawn) {
      <div class="line">
        <label nz-checkbox [relayHolds]="drawn.closed" (told)="close($event)">its line is closed</label>
      </div>
    }
    @if (section().by !== 'stock') {
      <div class="line">
        <span class="what">{{ wallWords() }}</span>
        <relay-length-field
          [label]="wallWords()"
          [value]="wall()"
          [unit]="unit()"
          [least]="0"
          (changed)="build($event)"
        />
      </div>
    }
    <relay-section-drawing
      [section]="section()"
      (moved)="move($event)"
      (inserted)="insert($event)"
      (removed)="remove($event)"
      (rounded)="round($event)"
    />
    <p class="cost">{{ measures() }}</p>
    @if (problem(); as said) {
      <relay-trouble>{{ said }}</relay-trouble>
    }
    <div class="line more">
      <button
        nz-button
        nzType="link"
        type="button"
        [attr.aria-pressed]="section().mirrored"
        (click)="mirror()"
      >
        mirror it
      </button>
      @if (section().by !== 'points') {
        <button nz-button nzType="link" type="button" (click)="choose('points')">draw it by points</button>
      }
      <relay-file-choice
        words="section from a drawing…"
        accept=".svg,.dxf,image/svg+xml"
        (chosen)="fromFile($event)"
      />
    </div>
    @if (byPoints(); as drawn) {
      <relay-point-table
        name="Corner"
        [points]="rows()"
        [closed]="drawn.closed"
        [columns]="columns"
        [unit]="unit()"
        [chosen]="none"
        [onward]="onward()"
        onwardHead=""
        (moved)="type($event)"
        (pasted)="paste($event)"
      />
    }
  `,
  styleUrl: '../../shared/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SectionPanelComponent {
  private readonly outlinesOf = outlineReader();
  private readonly trouble = new ErrorState();
  readonly piece = input.required<Swept>();
  readonly unit = input.required<Unit>();
  readonly changed = output<Swept>();
  protected readonly problem = this.trouble.words;
  protected readonly shapes = STOCK_SECTIONS;
  protected readonly words = STOCK_WORDS;
  protected readonly sizeWords = SIZE_WORDS;
  protected readonly columns = COLUMNS;
  protected readonly none: readonly number[] = [];
  protected readonly section = computed(() => this.piece().section);
  protected readonly kind = computed(() => {
    const section = this.section();
    return section.by === 'stock' ? section.shape : section.by;
  });
  protected readonly sizes = computed((): readonly (keyof StockSizes)[] => {
    const section = this.section();
    return section.by === 'stock' ? STOCK_SIZES[section.shape] : [];
  });
  protected readonly byPoints = computed((): PointSection | null => {
    const section = this.section();
    return section.by === 'points' ? section : null;
  });
  protected readonly rows = computed((): readonly TablePoint[] =>
    (this.byPoints()?.points ?? []).map((point) => ({
      ...point,
      flowing: point.round,
      next: { kind: 'line' },
    })),
  );
  protected readonly onward = computed(() => this.rows().map(({ flowing }) => (flowing ? 'round' : 'sharp')));
  protected readonly wall = computed(() => {
    const section = this.section();
    return section.by === 'stock' ? 0 : section.wall;
  });
  protected readonly wallWords = computed(() =>
    this.byPoints()?.closed === false ? 'Thickness of its line' : 'Wall; 0: solid',
  );
  protected readonly measures = computed(() => {
    const { measures, rings } = sectionLook(this.section());
    const [x0, y0, x1, y1] = measures.bounds;
    const mm = (value: number): string => formatLength(value, this.unit());
    const inside = rings.length > 1 ? ', hollow' : '';
    return `${mm(x1 - x0)} across, ${mm(y1 - y0)} high, ${mm(measures.round)} round; ${measures.area.toFixed(2)} mm²${inside}.`;
  });

  protected sizeOf(size: keyof StockSizes): number {
    const section = this.section();
    return section.by === 'stock' ? section[size] : 0;
  }

  protected choose(kind: string): void {
    this.make((section) => {
      if (kind === 'points') return drawnSection(section);
      const shape = STOCK_SECTIONS.find((known): known is StockSection => known === kind);
      if (!shape) return section;
      const [x0, y0, x1, y1] = sectionLook(section).measures.bounds;
      const [width, height] = [x1 - x0, y1 - y0].map((value) => Number(value.toPrecision(4)));
      const before = section.by === 'stock' ? section.wall : section.wall || Math.min(width, height) / 8;
      const wall = Number(Math.min(before, width / 4, height / 4).toPrecision(3));
      return { by: 'stock', shape, width, height, wall, mirrored: section.mirrored };
    });
  }

  protected resize(size: keyof StockSizes, mm: number): void {
    this.make((section) => (section.by === 'stock' ? { ...section, [size]: mm } : section));
  }

  protected build(wall: number): void {
    this.make((section) => (section.by === 'stock' ? section : { ...section, wall }));
  }

  /** An open line has a wall; a closed one that had none stays full. */
  protected close(closed: boolean): void {
    this.make((section) => {
      if (section.by !== 'points') return section;
      const { bounds } = sectionLook(section).measures;
      const wall =
        closed || section.wall > 0 ? section.wall : Number(((bounds[2] - bounds[0]) / 10).toPrecision(2));
      return { ...section, closed, wall };
    });
  }

  protected mirror(): void {
    this.make((section) => {
      if (section.by !== 'points') return { ...section, mirrored: !section.mirrored };
      // What is drawn by points is drawn the other way round, so that they stay on it.
      const [x0, , x1] = sectionLook(section).measures.bounds;
      const points = section.points.map((point) => ({ ...point, x: Number((x0 + x1 - point.x).toFixed(6)) }));
      return withSectionPoints(section, points);
    });
  }

  protected move({ index, x, y }: { index: number; x: number; y: number }): void {
    this.points((points) => points.map((point, i) => (i === index ? { ...point, x, y } : point)));
  }

  protected insert(after: number): void {
    this.make((section) => (section.by === 'points' ? withSectionPoint(section, after) : section));
  }

  protected remove(index: number): void {
    this.make((section) => (section.by === 'points' ? withoutSectionPoint(section, index) : section));
  }

  protected round(index: number): void {
    this.points((points) =>
      points.map((point, i) => (i === index ? { ...point, round: !point.round } : point)),
    );
  }

  protected type({ index, key, value }: { index: number; key: string; value: number }): void {
    this.points((points) => points.map((point, i) => (i === index ? { ...point, [key]: value } : point)));
  }

  protected paste({ rows, from }: { rows: readonly (readonly number[])[]; from: number }): void {
    this.points((points) =>
      points.toSpliced(from, rows.length, ...rows.map(([x, y]) => ({ x, y, round: false }))),
    );
  }

  protected async fromFile(file: File): Promise<void> {
    this.trouble.clear();
    const read = await this.outlinesOf(file, 'the section');
    if ('problem' in read) {
      this.trouble.say(read.problem);
      return;
    }
    const data = read.outlines.map((part) => part.data).join('');
    this.make(({ mirrored }) => ({
      ...{ by: 'outline', data, source: file.name.slice(0, 200), wall: 0, mirrored },
    }));
  }

  private points(change: (points: PointSection['points']) => PointSection['points']): void {
    this.make((section) =>
      section.by === 'points' ? withSectionPoints(section, change(section.points)) : section,
    );
  }

  /** What cannot be a section is refused in words; the one there is stays. */
  private make(change: (section: Section) => Section): void {
    this.trouble.clear();
    try {
      this.changed.emit({ ...this.piece(), section: sound(change(this.section())) });
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      this.trouble.say(error.message);
    }
  }
}
