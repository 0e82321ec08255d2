import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Vec } from '@coin-relay/core';
import { formatLengthNumber } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { JobStore } from '../document/job-store.service';
import { FitService } from '../engine/fit.service';
import { Unsettled } from '../engine/unsettled.service';
import { AnchorWork, type Picking } from '../picking/anchor-work.service';
import { JobContext } from '../session/job-context.service';
import { PathWork, type PathMode } from '../session/path-work.service';
import { PictureShelf } from '../shared/picture-shelf';
import { inTaskOfItsOwn } from '../shared/in-task-of-its-own';
import { DrawingStage } from './drawing-stage';
import { DRAWING_PARTS } from './parts';
import type { DrawingPart } from './parts/part';
import { NOTE, notePlace, pointsOf } from './note-place';
import { roundStep, toScreen, type ViewPort } from '@coin-relay/painting';
import { WheelNoteComponent } from './wheel-note.component';

/** What a press does, where it does something of its own. */
const MODE_WORDS: Readonly<Record<PathMode, string>> = {
  arrange: '',
  place: 'Click to place points, press and pull for a curve. Click the first point to close, Esc to end.',
  wheel: 'Click where the new wheel goes.',
  start: 'Click on the path where it is to begin.',
  stretch: 'Click on the path: where the stretch begins, any places it runs through, where it ends.',
  measure: 'Click two points of the picture whose distance you know.',
};

/** The job in plan: wheels and row on gridded paper; what the step at work can move is dragged where it stands. */
@Component({
  selector: 'relay-drawing',
  imports: [NzButtonComponent, WheelNoteComponent],
  providers: [...DRAWING_PARTS],
  templateUrl: './drawing.component.html',
  styleUrl: './drawing.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DrawingComponent {
  private readonly store = inject(JobStore);
  private readonly fits = inject(FitService);
  private readonly context = inject(JobContext);
  private readonly work = inject(PathWork);
  private readonly pictures = inject(PictureShelf);
  private readonly anchors = inject(AnchorWork);
  private readonly surface = viewChild.required<ElementRef<HTMLDivElement>>('surface');
  private stage: DrawingStage | null = null;

  private readonly unsettled = toSignal(inject(Unsettled).is$, { initialValue: true });
  private readonly making = signal(false);
  protected readonly busy = computed(() => this.unsettled() || this.making());
  private readonly view = signal<ViewPort>({ scale: 1, x: 0, y: 0 });
  private readonly fitState = toSignal(this.fits.state$, { requireSync: true });
  protected readonly said = toSignal(this.work.note$, { initialValue: '' });
  protected readonly mode = toSignal(this.work.mode$, { initialValue: 'arrange' });
  private readonly picking = toSignal(this.anchors.picking$, { requireSync: true });
  protected readonly modeWords = computed(() => pickWords(this.picking()) || MODE_WORDS[this.mode()]);
  private readonly selected = toSignal(this.context.wheel$, { initialValue: null });

  constructor() {
    const destroyed = inject(DestroyRef);
    const parts = DRAWING_PARTS.map((part) => inject<DrawingPart>(part));
    inTaskOfItsOwn(() => {
      const element = this.surface().nativeElement;
      const stage = new DrawingStage(
        element,
        (view) => this.view.set(view),
        (making) => this.making.set(making),
        this.pictures,
        this.context.kept.plan,
      );
      this.stage = stage;
      for (const part of parts) part.attach(stage);
      const watcher = new ResizeObserver(() => stage.resize(element.clientWidth, element.clientHeight));
      watcher.observe(element);
      destroyed.onDestroy(() => {
        watcher.disconnect();
        this.context.kept.plan = stage.ownView;
        stage.destroy();
      });
    });
  }

  /** Where the note of the selected wheel stands, and which wheel that is. */
  protected readonly note = computed((): (Vec & { readonly id: string }) | null => {
    const id = this.selected();
    const view = this.view();
    // While the route is broken its wheels stand where the sketch has them.
    const { view: fitted, others, sketches } = this.fitState();
    const wheel = [...sketches.flatMap(({ wheels }) => wheels), ...(fitted?.fit.layout.wheels ?? [])].find(
      (w) => w.id === id,
    );
    if (!wheel) return null;
    const { clientWidth: width, clientHeight: height } = this.surface().nativeElement;
    const disc = { ...toScreen(view, wheel.x, wheel.y), radius: wheel.radius * view.scale };
    const drawn = [...(fitted ? [fitted] : []), ...others].flatMap(({ fit }) =>
      pointsOf(fit.layout).map(({ x, y }) => toScreen(view, x, y)),
    );
    return { id: wheel.id, ...notePlace({ width, height }, NOTE, disc, drawn) };
  });

  protected grid(): string {
    const unit = this.store.job?.unit ?? 'mm';
    return `heavy lines every ${formatLengthNumber(roundStep(this.view().scale, 16) * 5, unit).replace(/\.?0+$/, '')} ${unit}`;
  }

  /** Pixels per mm and the place of the model's origin, for whoever looks at the page from outside. */
  protected viewText(): string {
    const { scale, x, y } = this.view();
    return `${scale} ${x} ${y}`;
  }

  protected endMode(): void {
    this.anchors.ask(null);
    this.work.setMode('arrange');
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
}

/** What is asked for while anchors are picked; nothing while they are not. */
function pickWords(picking: Picking | null): string {
  if (!picking) return '';
  const { what, first } = picking;
  const places = 'a wheel, a link, an anchor or the open ground';
  if (what === 'anchor') return `Click where the anchor goes: ${places}.`;
  const end =
    first === null
      ? what === 'measure'
        ? 'from where'
        : 'where it begins'
      : what === 'measure'
        ? 'to where'
        : 'where it ends';
  const thing = what === 'measure' ? 'The measure' : `The ${what}`;
  return `${thing}: click ${end}, on ${places}.`;
}
