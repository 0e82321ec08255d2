import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  Injector,
  input,
  type OnDestroy,
  viewChild,
} from '@angular/core';
import {
  Chart,
  type ChartDataset,
  LinearScale,
  LineController,
  LineElement,
  type Plugin,
  PointElement,
} from 'chart.js';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { download } from '../shared/download';
import { inTaskOfItsOwn } from '../shared/in-task-of-its-own';
import { THEME } from '../shared/theme';
import { type GraphAxes, type GraphLine, graphTable, rangeOf, valueAt } from './graph-data';

Chart.register(LineController, LineElement, LinearScale, PointElement);

/** Lines are told apart by how they are broken and by their points, not by their colour alone. */
const DASHES = [[], [7, 4], [2, 3], [10, 3, 2, 3]] as const;
const POINTS = ['circle', 'rect', 'triangle', 'rectRot'] as const;
const COLOURS = [THEME.ink, THEME.accent, THEME.brass, THEME.good] as const;

/** A graph of a few lines over one axis, with a mark at the moment shown; as a table and a picture to take away. */
@Component({
  selector: 'relay-graph',
  imports: [NzButtonComponent],
  template: `
    <figure>
      <figcaption>
        <span>{{ title() }}</span>
        <span class="take">
          <button
            nz-button
            nzType="link"
            type="button"
            [attr.aria-label]="title() + ' as CSV'"
            (click)="table()"
          >
            CSV
          </button>
          <button
            nz-button
            nzType="link"
            type="button"
            [attr.aria-label]="title() + ' as PNG'"
            (click)="picture()"
          >
            PNG
          </button>
        </span>
      </figcaption>
      <div class="ground" [style.height.px]="height()">
        <canvas #canvas role="img" [attr.aria-label]="words()"></canvas>
      </div>
      @if (lines().length > 1) {
        <ul aria-hidden="true">
          @for (line of lines(); track line.name; let i = $index) {
            <li>
              <svg width="26" height="8" viewBox="0 0 26 8">
                @if (line.as === 'points') {
                  <circle cx="13" cy="4" r="3.5" [attr.fill]="colourOf(i)" />
                } @else {
                  <line
                    x1="0"
                    y1="4"
                    x2="26"
                    y2="4"
                    [attr.stroke]="colourOf(i)"
                    [attr.stroke-dasharray]="dashText(i)"
                    stroke-width="2"
                  />
                }
              </svg>
              {{ line.name }}
            </li>
          }
        </ul>
      }
    </figure>
  `,
  styleUrl: './graph.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GraphComponent implements OnDestroy {
  readonly title = input.required<string>();
  readonly lines = input.required<readonly GraphLine[]>();
  readonly axes = input.required<GraphAxes>();
  /** Where on the x axis the moment shown is. */
  readonly mark = input<number | null>(null);
  readonly height = input(130);
  /** Of the files it is taken away as, without their ending. */
  readonly file = input('graph');

  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private chart: Chart<'line'> | null = null;

  /** What the graph shows, for those who cannot see it. */
  protected readonly words = computed(() => {
    const { x, y } = this.axes();
    const each = this.lines().map((line) => {
      const [least, most] = rangeOf(line);
      return `${line.name}: ${number(least)} to ${number(most)}`;
    });
    return `${this.title()}. ${y} over ${x}. ${each.join('; ')}.`;
  });

  constructor() {
    const injector = inject(Injector);
    inTaskOfItsOwn(() => {
      this.chart = this.make();
      effect(() => this.renew(this.lines(), this.axes()), { injector });
      effect(
        () => {
          this.mark();
          this.chart?.draw();
        },
        { injector },
      );
    });
  }

  ngOnDestroy(): void {
    this.chart?.destroy();
  }

  protected colourOf(i: number): string {
    return COLOURS[i % COLOURS.length];
  }

  protected dashText(i: number): string {
    return this.dashOf(i).join(' ');
  }

  protected table(): void {
    download(`${this.file()}.csv`, 'text/csv', graphTable(this.lines(), this.axes()));
  }

  /** The graph as it stands, on paper. */
  protected picture(): void {
    const drawn = this.canvas().nativeElement;
    const sheet = document.createElement('canvas');
    sheet.width = drawn.width;
    sheet.height = drawn.height;
    const ctx = sheet.getContext('2d');
    if (!ctx) return;
    ctx.fillStyle = THEME.paperLight;
    ctx.fillRect(0, 0, sheet.width, sheet.height);
    ctx.drawImage(drawn, 0, 0);
    sheet.toBlob((blob) => {
      if (blob) download(`${this.file()}.png`, 'image/png', blob);
    });
  }

  private dashOf(i: number): number[] {
    return this.lines()[i]?.limit ? [3, 3] : [...DASHES[i % DASHES.length]];
  }

  private make(): Chart<'line'> {
    const axis = {
      type: 'linear' as const,
      grid: { color: THEME.rule },
      border: { color: THEME.inkSoft },
      ticks: { color: THEME.inkSoft, maxTicksLimit: 5, font: { family: THEME.sans, size: 11 } },
      title: { display: true, color: THEME.inkSoft, font: { family: THEME.sans, size: 11 }, text: '' },
    };
    return new Chart(this.canvas().nativeElement, {
      type: 'line',
      data: { datasets: [] },
      options: {
        animation: false,
        maintainAspectRatio: false,
        events: [],
        parsing: false,
        normalized: true,
        layout: { padding: { right: 6, top: 4 } },
        scales: { x: { ...axis }, y: { ...axis, grace: '8%' } },
      },
      plugins: [this.markPlugin()],
    });
  }

  private renew(lines: readonly GraphLine[], axes: GraphAxes): void {
    const { chart } = this;
    if (!chart) return;
    chart.data.datasets = lines.map((line, i): ChartDataset<'line', { x: number; y: number }[]> => ({
      data: line.x.map((x, k) => ({ x, y: line.y[k] })),
      borderColor: this.colourOf(i),
      backgroundColor: this.colourOf(i),
      borderWidth: line.limit ? 1 : 1.75,
      borderDash: this.dashOf(i),
      showLine: line.as !== 'points',
      pointStyle: POINTS[i % POINTS.length],
      pointRadius: line.as === 'points' ? 4 : 0,
      // A point on the edge is seen whole.
      clip: line.as === 'points' ? false : undefined,
    }));
    const { x, y } = chart.options.scales ?? {};
    if (x && 'title' in x && x.title) x.title.text = axes.x;
    if (y && 'title' in y && y.title) y.title.text = axes.y;
    const all = lines.flatMap((line) => [...line.x]);
    if (x) [x.min, x.max] = [Math.min(...all), Math.max(...all)];
    chart.update('none');
  }

  /** A line at the moment shown, with a dot on every curve. */
  private markPlugin(): Plugin<'line'> {
    return {
      id: 'mark',
      afterDatasetsDraw: (chart) => {
        const at = this.mark();
        const { x, y } = chart.scales;
        if (at === null || !x || !y) return;
        const px = x.getPixelForValue(at);
        const { ctx, chartArea } = chart;
        if (px < chartArea.left - 1 || px > chartArea.right + 1) return;
        ctx.save();
        ctx.strokeStyle = THEME.accent;
        ctx.lineWidth = 1;
        ctx.beginPath();
        ctx.moveTo(px, chartArea.top);
        ctx.lineTo(px, chartArea.bottom);
        ctx.stroke();
        ctx.fillStyle = THEME.accent;
        for (const line of this.lines()) {
          const value = line.limit || line.as === 'points' ? null : valueAt(line, at);
          if (value === null) continue;
          ctx.beginPath();
          ctx.arc(px, y.getPixelForValue(value), 3, 0, 2 * Math.PI);
          ctx.fill();
        }
        ctx.restore();
      },
    };
  }
}

const number = (value: number): string => String(Number(value.toPrecision(6)));
