import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { sectionLook, type PointSection, type Section } from '@coin-relay/model';
import { roundInView } from '../outline-editor/editor-view';
import { PointHandleDirective } from '../point-handle.directive';

/** How wide and how high the drawing is, px, and what is free round the section. */
const WIDTH = 270;
const HEIGHT = 170;
const FREE = 22;

interface View {
  readonly x: number;
  readonly y: number;
  readonly pixel: number;
}

/** A section as it is cut, the path going into the paper at its cross; its points are dragged where it is drawn by them. */
@Component({
  selector: 'relay-section-drawing',
  imports: [PointHandleDirective],
  template: `
    <svg
      #surface
      [attr.viewBox]="viewBox()"
      [style.width.px]="width"
      [style.height.px]="height"
      role="group"
      aria-label="The section as it is cut"
      (pointermove)="drag($event)"
      (pointerup)="release($event)"
      (pointercancel)="held.set(null)"
    >
      <g transform="scale(1 -1)">
        <path class="cut" [attr.d]="cut()" fill-rule="evenodd" [attr.stroke-width]="1.2 * view().pixel" />
        <path class="path" [attr.d]="cross()" [attr.stroke-width]="view().pixel" />
        @if (held()) {
          <path class="sketch" [attr.d]="sketch()" [attr.stroke-width]="view().pixel" />
        }
        @if (drawn(); as own) {
          @for (point of shown(); track $index; let i = $index) {
            @if (own.closed || i + 1 < shown().length) {
              <circle
                class="between"
                role="button"
                tabindex="-1"
                [attr.aria-label]="'Put a corner in after corner ' + (i + 1)"
                [attr.cx]="middle(i).x"
                [attr.cy]="middle(i).y"
                [attr.r]="3.5 * view().pixel"
                [attr.stroke-width]="view().pixel"
                (click)="inserted.emit(i)"
              />
            }
            <circle
              relayPointHandle
              class="point"
              [pixel]="view().pixel"
              [class.round]="point.round"
              [attr.aria-label]="'Corner ' + (i + 1) + (point.round ? ', round' : ', sharp')"
              [attr.cx]="point.x"
              [attr.cy]="point.y"
              (pointerdown)="press($event, i)"
              (turned)="rounded.emit(i)"
              (removed)="removed.emit(i)"
              (nudged)="moved.emit({ index: i, x: point.x + $event.x, y: point.y + $event.y })"
            />
          }
        }
      </g>
    </svg>
    <p class="ends" aria-hidden="true"><span>outside</span><span>inside of the path</span></p>
  `,
  styleUrl: './section-drawing.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SectionDrawingComponent {
  readonly section = input.required<Section>();
  readonly moved = output<{ index: number; x: number; y: number }>();
  readonly inserted = output<number>();
  readonly removed = output<number>();
  readonly rounded = output<number>();
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  /** A point under the hand, and where it is held. */
  protected readonly held = signal<{ index: number; x: number; y: number; view: View } | null>(null);
  private readonly surface = viewChild.required<ElementRef<SVGSVGElement>>('surface');

  protected readonly drawn = computed((): PointSection | null => {
    const section = this.section();
    return section.by === 'points' ? section : null;
  });
  protected readonly shown = computed(() => {
    const [points, held] = [this.drawn()?.points ?? [], this.held()];
    return points.map((point, i) => (i === held?.index ? { ...point, x: held.x, y: held.y } : point));
  });
  /** It holds while something is dragged, so that what is under the hand stays there. */
  protected readonly view = computed((): View => {
    const held = this.held();
    if (held) return held.view;
    const [x0, y0, x1, y1] = sectionLook(this.section()).measures.bounds;
    const [left, low, right, high] = [Math.min(x0, 0), Math.min(y0, 0), Math.max(x1, 0), Math.max(y1, 0)];
    const pixel = Math.max((right - left) / (WIDTH - 2 * FREE), (high - low) / (HEIGHT - 2 * FREE), 1e-9);
    return {
      x: (left + right - WIDTH * pixel) / 2,
      y: (low + high - HEIGHT * pixel) / 2,
      pixel,
    };
  });
  protected readonly viewBox = computed(() => {
    const { x, y, pixel } = this.view();
    return `${x} ${-y - HEIGHT * pixel} ${WIDTH * pixel} ${HEIGHT * pixel}`;
  });
  protected readonly cut = computed(() =>
    sectionLook(this.section())
      .rings.map((ring) => {
        let d = '';
        for (let i = 0; i < ring.length; i += 2) d += `${i === 0 ? 'M' : 'L'}${ring[i]} ${ring[i + 1]}`;
        return `${d}Z`;
      })
      .join(''),
  );
  /** The corners as they lie under the hand. */
  protected readonly sketch = computed(
    () =>
      this.shown()
        .map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`)
        .join('') + (this.drawn()?.closed ? 'Z' : ''),
  );
  /** Where the path goes through. */
  protected readonly cross = computed(() => {
    const r = 7 * this.view().pixel;
    return `M${-r} 0H${r}M0 ${-r}V${r}`;
  });

  protected middle(i: number): { x: number; y: number } {
    const points = this.shown();
    const [a, b] = [points[i], points[(i + 1) % points.length]];
    return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  }

  protected press(event: PointerEvent, index: number): void {
    if (event.button !== 0) return;
    event.preventDefault();
    this.surface().nativeElement.setPointerCapture(event.pointerId);
    const { x, y } = this.shown()[index];
    this.held.set({ index, x, y, view: this.view() });
  }

  protected drag(event: PointerEvent): void {
    const held = this.held();
    if (!held) return;
    this.held.set({ ...held, ...this.under(event, held.view) });
  }

  protected release(event: PointerEvent): void {
    const held = this.held();
    if (!held) return;
    const to = this.under(event, held.view);
    this.held.set(null);
    const from = this.drawn()?.points[held.index];
    // A press without a way is no move.
    if (from && Math.hypot(to.x - from.x, to.y - from.y) > 2 * held.view.pixel)
      this.moved.emit({ index: held.index, ...to });
  }

  private under(event: PointerEvent, view: View): { x: number; y: number } {
    const box = this.surface().nativeElement.getBoundingClientRect();
    const round = (value: number): number => roundInView({ ...view, width: 0, height: 0 }, value);
    return {
      x: round(view.x + (event.clientX - box.left) * view.pixel),
      y: round(view.y + (HEIGHT - (event.clientY - box.top)) * view.pixel),
    };
  }
}
