import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RelayError, type Vec } from '@coin-relay/core';
import { overhang } from '@coin-relay/scene';
import {
  checkOutline,
  drawnByPoints,
  flippedOutline,
  formatLength,
  isOfSolids,
  materialsOf,
  outlineBounds,
  pointAfter,
  pointsData,
  quarterTurned,
  resized,
  reversed,
  roundHoles,
  withoutPoint,
  withPins,
  withPointAfter,
  type JobPiece,
  type OutlinePart,
  type OutlinePoint,
  type Plate,
  type PieceOf,
} from '@coin-relay/model';
import { FormsModule } from '@angular/forms';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { changePiece } from '../../document/commands';
import type { Gesture } from '../../document/history';
import { JobStore } from '../../document/job-store.service';
import { JobContext } from '../../session/job-context.service';
import { RunAtWork } from '../../session/run-at-work.service';
import { PlaceFieldComponent } from '../../shared/place-field.component';
import { LengthFieldComponent } from '../../shared/length-field.component';
import { OutlineSampleComponent } from './editor-sample.component';
import { PointHandleDirective } from '../point-handle.directive';
import { withPoints } from './with-points';
import { SolidToolsComponent } from '../solid-file/solid-tools.component';
import { OutlinePartsComponent } from './outline-parts.component';
import { placeInView, roundInView, editorView } from './editor-view';
import { BehaviorSubject } from 'rxjs';
import { fading } from '../../shared/fading';
import { TroubleComponent } from '../../shared/trouble.component';

/** What is held: a pin, or a point of a drawn outline. */
type Held = { readonly pin: 'from' | 'to' } | { readonly part: number; readonly point: number };

/** Where the outline of an own piece is made: its outline, its pins, the way it travels, a trial on the path. */
@Component({
  selector: 'relay-outline-editor',
  imports: [
    TroubleComponent,
    FormsModule,
    NzButtonComponent,
    NzRadioModule,
    LengthFieldComponent,
    PlaceFieldComponent,
    OutlinePartsComponent,
    OutlineSampleComponent,
    PointHandleDirective,
    SolidToolsComponent,
  ],
  templateUrl: './outline-editor.component.html',
  styleUrl: './outline-editor.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OutlineEditorComponent {
  private readonly store = inject(JobStore);
  private readonly context = inject(JobContext);
  readonly pieceId = input.required<string>();
  protected readonly job = toSignal(this.store.job$);
  protected readonly run = toSignal(inject(RunAtWork).run$);
  /** Is the trial seen as a solid? */
  protected readonly solid = signal(false);
  /** The pin whose place is asked for, the one behind before the one ahead. */
  protected readonly picking = signal<'from' | 'to' | null>(null);
  /** Where the pin behind was picked. */
  protected readonly picked = signal<Vec | null>(null);
  protected readonly problem = signal('');
  private readonly news = new BehaviorSubject('');
  protected readonly said = toSignal(fading(this.news), { initialValue: '' });
  private readonly size = signal({ width: 480, height: 360 });
  private readonly surface = viewChild<ElementRef<SVGSVGElement>>('surface');
  private held: { what: Held; gesture: Gesture; last: JobPiece | null } | null = null;

  protected readonly piece = computed((): PieceOf<'own'> | null => {
    const found = this.job()?.pieces.find(({ id }) => id === this.pieceId());
    return found?.family === 'own' ? found : null;
  });
  protected readonly unit = computed(() => this.job()?.unit ?? 'mm');
  protected readonly materials = computed(() => materialsOf(this.job() ?? {}));
  /** The view holds while something is dragged, so that what is under the hand stays there. */
  protected readonly view = computed(
    () => {
      const piece = this.piece();
      const { width, height } = this.size();
      return piece ? editorView(piece, width, height) : null;
    },
    { equal: (a, b) => this.held !== null || a === b },
  );
  protected readonly viewBox = computed(() => {
    const view = this.view();
    return view ? `${view.x} ${-view.y - view.height} ${view.width} ${view.height}` : '0 0 1 1';
  });
  protected readonly parts = computed(() =>
    (this.piece()?.outline ?? []).map((part) => ({
      ...part,
      colour: this.materials().find(({ id }) => id === part.material)?.colour ?? '#a9b1b4',
    })),
  );
  protected readonly holes = computed(() => roundHoles(this.piece()?.outline ?? []));
  /** Are there points that can be dragged? */
  protected readonly drawn = computed(() => this.parts().some(({ points }) => points));
  protected readonly ofSolids = computed(() => {
    const piece = this.piece();
    return piece !== null && isOfSolids(piece);
  });
  protected readonly sizeWords = computed(() => {
    const piece = this.piece();
    if (!piece) return '';
    const [x0, y0, x1, y1] = outlineBounds(piece.outline);
    const mm = (value: number): string => formatLength(value, this.unit());
    const { overlap } = overhang(piece);
    const beyond =
      overlap >= 0 ? `neighbours overlap by ${mm(overlap)}` : `neighbours leave a gap of ${mm(-overlap)}`;
    return `${mm(x1 - x0)} by ${mm(y1 - y0)}; pitch ${mm(piece.pitch)}; ${beyond}.`;
  });
  protected readonly width = computed(() => {
    const piece = this.piece();
    if (!piece) return 1;
    const [x0, , x1] = outlineBounds(piece.outline);
    return x1 - x0;
  });

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const element = this.surface()?.nativeElement;
      if (!element) return;
      const watcher = new ResizeObserver(() =>
        this.size.set({ width: element.clientWidth, height: element.clientHeight }),
      );
      watcher.observe(element);
      destroyed.onDestroy(() => watcher.disconnect());
    });
  }

  protected close(): void {
    this.context.openOutlineEditor(null);
  }

  protected quarter(turns: number): void {
    this.make((piece) => quarterTurned(piece, turns), 'Turn outline');
  }

  protected flip(): void {
    this.make(flippedOutline, 'Flip outline');
  }

  protected reverse(): void {
    this.make(reversed, 'Travel the other way');
  }

  protected resize(width: number): void {
    this.make((piece) => resized(piece, width / this.width()), 'Resize piece');
  }

  protected movePin(pin: 'from' | 'to', change: { x?: number; y?: number }): void {
    this.make(
      (piece) => withPins(piece, { ...piece.pins, [pin]: { ...piece.pins[pin], ...change } }),
      'Move pin',
    );
  }

  /** A press on the drawing says where the pin is that is asked for. */
  protected pickAt(event: PointerEvent): void {
    if (this.picking() === null || event.button !== 0) return;
    const raw = this.under(event);
    if (raw) this.pick(this.nearHole(raw));
  }

  /** With the second one both are put: on its way there a pin may be where the other was. */
  protected pick({ x, y }: Vec): void {
    const behind = this.picked();
    if (this.picking() === 'from' || !behind) {
      this.picked.set({ x, y });
      this.picking.set('to');
    } else if (this.make((piece) => withPins(piece, { from: behind, to: { x, y } }), 'Pick pins')) {
      this.endPicking();
    }
  }

  protected endPicking(): void {
    this.picking.set(null);
    this.picked.set(null);
  }

  /** The piece made otherwise, turned or of another body. */
  protected put(made: PieceOf<'own'>, label: string): void {
    this.make(() => made, label);
  }

  protected paintPart(i: number, material: string): void {
    this.make(
      (piece) => ({
        ...piece,
        outline: piece.outline.map((part, k) => (k === i ? { ...part, material } : part)),
      }),
      'Change material',
    );
  }

  protected makePlate(i: number, plate: Plate | null): void {
    this.make(
      (piece) => ({
        ...piece,
        outline: piece.outline.map(({ plate: before, ...part }, k) => {
          const now = k === i ? (plate ?? undefined) : before;
          return now ? { ...part, plate: now } : part;
        }),
      }),
      'Change plate',
    );
  }

  protected removePart(i: number): void {
    this.make((piece) => ({ ...piece, outline: piece.outline.filter((_, k) => k !== i) }), 'Remove outline');
  }

  /** Another outline to be drawn: a small square in the middle. */
  protected addPart(): void {
    this.make((piece) => {
      const { from, to } = piece.pins;
      const [mx, my, r] = [(from.x + to.x) / 2, (from.y + to.y) / 2, piece.pitch * 0.15];
      const points = [
        { x: mx - r, y: my - r, round: false },
        { x: mx + r, y: my - r, round: false },
        { x: mx + r, y: my + r, round: false },
        { x: mx - r, y: my + r, round: false },
      ];
      const part: OutlinePart = { data: pointsData(points), points, material: 'steel', line: true };
      return { ...piece, outline: [...piece.outline, part] };
    }, 'Add outline');
  }

  /** Draws an outline that was brought in by points, which can be dragged from then on. */
  protected byPoints(i: number): void {
    let words = '';
    const done = this.make((piece) => {
      const { part, off } = drawnByPoints(piece.outline[i]);
      const many = part.points?.length ?? 0;
      words = `Outline ${i + 1} is drawn by ${many} points now, ${formatLength(off, this.unit(), 1)} off what was brought in at the most.`;
      return { ...piece, outline: piece.outline.map((known, k) => (k === i ? part : known)) };
    }, 'Draw outline by points');
    if (done) this.news.next(words);
  }

  protected press(event: PointerEvent, what: Held): void {
    if (this.picking() !== null) return;
    event.preventDefault();
    event.stopPropagation();
    this.surface()?.nativeElement.setPointerCapture(event.pointerId);
    this.problem.set('');
    this.held = { what, gesture: this.store.begin('pin' in what ? 'Move pin' : 'Move point'), last: null };
  }

  protected move(event: PointerEvent): void {
    const { held } = this;
    const base = this.piece();
    const raw = this.under(event);
    if (!held || !base || !raw) return;
    const { what } = held;
    const at = 'pin' in what ? this.nearHole(raw) : this.rounded(raw);
    this.tried(() => {
      const piece =
        'pin' in what
          ? withPins(base, { ...base.pins, [what.pin]: at })
          : withPoints(base, what.part, (points) =>
              points.map((p, i) => (i === what.point ? { ...p, ...at } : p)),
            );
      held.gesture.update(changePiece(piece).recipe);
      held.last = piece;
    });
  }

  protected release(): void {
    const { held } = this;
    this.held = null;
    if (!held) return;
    const { last } = held;
    if (last?.family === 'own' && this.tried(() => checkOutline(last.outline))) held.gesture.commit();
    else held.gesture.cancel();
    // The view may follow now.
    this.size.update((size) => ({ ...size }));
  }

  /** A second press on a point makes it sharp or round; on a line between two it puts one in. */
  protected toggle(part: number, point: number): void {
    this.make(
      (piece) =>
        withPoints(piece, part, (points) =>
          points.map((p, i) => (i === point ? { ...p, round: !p.round } : p)),
        ),
      'Change point',
    );
  }

  protected insert(part: number, after: number): void {
    this.make((piece) => withPoints(piece, part, (points) => withPointAfter(points, after)), 'Insert point');
  }

  protected removePoint(part: number, point: number): void {
    this.make((piece) => withPoints(piece, part, (points) => withoutPoint(points, point)), 'Delete point');
  }

  protected nudge(part: number, point: number, dx: number, dy: number): void {
    this.make(
      (piece) =>
        withPoints(piece, part, (points) =>
          points.map((p, i) => (i === point ? { ...p, x: p.x + dx, y: p.y + dy } : p)),
        ),
      'Move point',
    );
  }

  protected between(points: readonly OutlinePoint[], i: number): OutlinePoint {
    const a = points[i];
    const b = pointAfter(points, i);
    return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, round: false };
  }

  /** Where the pointer is in the axes of the piece, mm. */
  private under(event: PointerEvent): Vec | null {
    const [view, element] = [this.view(), this.surface()?.nativeElement];
    if (!view || !element) return null;
    const box = element.getBoundingClientRect();
    return placeInView(view, event.clientX - box.left, event.clientY - box.top);
  }

  private rounded({ x, y }: Vec): Vec {
    const view = this.view();
    return view ? { x: roundInView(view, x), y: roundInView(view, y) } : { x, y };
  }

  /** The middle of a round hole that a place is near, else the place to a round number. */
  private nearHole(at: Vec): Vec {
    const pixel = this.view()?.pixel ?? 0;
    const hole = this.holes().find(
      ({ x, y, radius }) => Math.hypot(x - at.x, y - at.y) <= Math.max(radius * 0.6, 8 * pixel),
    );
    return hole ? { x: hole.x, y: hole.y } : this.rounded(at);
  }

  /** Changes the piece; false where it cannot be so, which is said. */
  private make(change: (piece: PieceOf<'own'>) => PieceOf<'own'>, label: string): boolean {
    const piece = this.piece();
    if (!piece) return false;
    this.problem.set('');
    return this.tried(() => {
      const made = change(piece);
      checkOutline(made.outline);
      this.store.change(changePiece(made, label));
    });
  }

  /** Does something; what cannot be done is said, and the last good state stays. */
  private tried(work: () => void): boolean {
    try {
      work();
      return true;
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      this.problem.set(error.message);
      return false;
    }
  }
}
