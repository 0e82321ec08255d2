import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { formatLengthNumber } from '@coin-relay/model';
import { map } from 'rxjs';
import { moveWheel } from '../document/commands';
import { JobStore, type Gesture } from '../document/job-store.service';
import { FitService } from '../fit/fit.service';
import { JobContext } from '../job/job-context.service';
import { Playback } from '../playback/playback.service';
import { DrawingStage } from './drawing-stage';
import { roundStep, toScreen, type ViewPort } from './view-port';
import { WheelNoteComponent } from './wheel-note.component';

/** Size of the note beside a selected wheel, and its distance from it, px. */
const NOTE_WIDTH = 292;
const NOTE_HEIGHT = 104;
const NOTE_GAP = 24;

/** The job in plan: wheels and row on gridded paper; wheels are dragged where they stand. */
@Component({
  selector: 'relay-drawing',
  imports: [WheelNoteComponent],
  templateUrl: './drawing.component.html',
  styleUrl: './drawing.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DrawingComponent {
  private readonly store = inject(JobStore);
  private readonly fits = inject(FitService);
  private readonly context = inject(JobContext);
  private readonly playback = inject(Playback);
  private readonly surface = viewChild.required<ElementRef<HTMLDivElement>>('surface');
  private stage: DrawingStage | null = null;

  private readonly view = signal<ViewPort>({ scale: 1, x: 0, y: 0 });
  protected readonly problem = toSignal(
    this.fits.state$.pipe(map((state) => state.problem?.message ?? null)),
    {
      initialValue: null,
    },
  );
  private readonly fitView = toSignal(this.fits.state$.pipe(map((state) => state.view)), {
    initialValue: null,
  });
  private readonly selected = toSignal(this.context.wheel$, { initialValue: null });

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const element = this.surface().nativeElement;
      const stage = this.makeStage(element);
      this.stage = stage;
      const watcher = new ResizeObserver(() => {
        stage.resize(element.clientWidth, element.clientHeight);
        stage.showAll();
      });
      watcher.observe(element);
      this.fits.state$.pipe(takeUntilDestroyed(destroyed)).subscribe(() => this.showFit(stage));
      this.playback.position$
        .pipe(takeUntilDestroyed(destroyed))
        .subscribe(({ travel }) => stage.moveTo(travel));
      this.context.wheel$.pipe(takeUntilDestroyed(destroyed)).subscribe((id) => stage.select(id));
      destroyed.onDestroy(() => {
        watcher.disconnect();
        stage.destroy();
      });
    });
  }

  /** Where the note of the selected wheel stands, and which wheel that is. */
  protected note(): { id: string; x: number; y: number } | null {
    const id = this.selected();
    const wheel = this.fitView()?.fit.layout.wheels.find((w) => w.id === id);
    if (!wheel) return null;
    const view = this.view();
    const below = toScreen(view, wheel.x, wheel.y - wheel.radius);
    const above = toScreen(view, wheel.x, wheel.y + wheel.radius);
    const { clientWidth, clientHeight } = this.surface().nativeElement;
    // Under the wheel where there is room, else over it: never on what it speaks of.
    const fits = below.y + NOTE_GAP + NOTE_HEIGHT < clientHeight - 48;
    return {
      id: wheel.id,
      x: Math.max(8, Math.min(clientWidth - NOTE_WIDTH - 8, below.x - NOTE_WIDTH / 2)),
      y: Math.max(8, fits ? below.y + NOTE_GAP : above.y - NOTE_GAP - NOTE_HEIGHT),
    };
  }

  protected grid(): string {
    const unit = this.store.job?.unit ?? 'mm';
    return `heavy lines every ${formatLengthNumber(roundStep(this.view().scale, 16) * 5, unit).replace(/\.?0+$/, '')} ${unit}`;
  }

  /** Pixels per mm and the place of the model's origin, for whoever looks at the page from outside. */
  protected viewText(): string {
    const { scale, x, y } = this.view();
    return `${scale} ${x} ${y}`;
  }

  protected closeNote(): void {
    this.context.selectWheel(null);
  }

  zoom(factor: number): void {
    this.stage?.zoom(factor);
  }

  showAll(): void {
    this.stage?.showAll();
  }

  private showFit(stage: DrawingStage): void {
    const { view, problem } = this.fits.now;
    if (!view) return;
    const first = !stage.hasPicture;
    stage.show(view.fit, view.resolved.sequence, problem !== null, problem?.wheels ?? []);
    if (first) stage.showAll();
  }

  private makeStage(element: HTMLDivElement): DrawingStage {
    let gesture: Gesture | null = null;
    let start = { x: 0, y: 0 };
    let shown = { x: 0, y: 0 };
    let scale = 1;
    return new DrawingStage(element, {
      selectWheel: (id) => this.context.selectWheel(id),
      dragStart: (id) => {
        const wheel = this.store.job?.wheels.find((w) => w.id === id);
        const fit = this.fits.now.view?.fit;
        const laid = fit?.layout.wheels.find((w) => w.id === id);
        if (!wheel || !laid || !fit) return;
        start = { x: wheel.x, y: wheel.y };
        shown = { x: laid.x, y: laid.y };
        scale = fit.scale;
        gesture = this.store.begin('Move wheel');
      },
      // Where the fit scales the path, the wheel is drawn at its scaled place: a way on the
      // drawing is that way divided by the scale in the document.
      drag: (id, x, y) =>
        gesture?.update(
          moveWheel(id, start.x + (x - shown.x) / scale, start.y + (y - shown.y) / scale).recipe,
        ),
      dragEnd: () => {
        gesture?.commit();
        gesture = null;
      },
      viewChanged: (view) => this.view.set(view),
    });
  }
}
