import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { formatLengthNumber, type Backdrop } from '@coin-relay/model';
import { distinctUntilChanged, first, from, map, merge, switchMap } from 'rxjs';
import { JobStore } from '../document/job-store.service';
import { FitService, type FitView } from '../engine/fit.service';
import { JobContext } from '../session/job-context.service';
import { AnchorWork, type Picking } from '../picking/anchor-work.service';
import { MachineView } from '../engine/machine-view.service';
import { trailOf } from './trail';
import { Playback } from '../session/playback.service';
import { PictureShelf } from '../shared/picture-shelf';
import { PathMarks } from '../picking/path-marks.service';
import { PlaceChoice } from '../session/place-choice.service';
import type { Handle } from '../path-kinds/index';
import { MeasuredPaths } from '../engine/measured-paths.service';
import { PathWork, type PathMode } from '../session/path-work.service';
import { AnchorTool } from './tools/anchor-tool';
import { PathTool } from './tools/path-tool';
import { DrawingStage, type ShownRow } from './drawing-stage';
import { ToolInTurn } from './tools/tool-in-turn';
import { MarkTool } from './tools/mark-tool';
import { PlaceTool } from './tools/place-tool';
import { SpacingTool } from './tools/spacing-tool';
import { PointerControl } from './tools/pointer';
import { roundStep, toScreen, type ViewPort } from './view-port';
import { WheelNoteComponent } from './wheel-note.component';

/** Size of the note beside a selected wheel, and its distance from it, px. */
const NOTE_WIDTH = 292;
const NOTE_HEIGHT = 104;
const NOTE_GAP = 24;

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
  private readonly work = inject(PathWork);
  private readonly paths = inject(MeasuredPaths);
  private readonly pictures = inject(PictureShelf);
  private readonly places = inject(PlaceChoice);
  private readonly marks = inject(PathMarks);
  private readonly machine = inject(MachineView);
  private readonly anchors = inject(AnchorWork);
  private readonly surface = viewChild.required<ElementRef<HTMLDivElement>>('surface');
  private stage: DrawingStage | null = null;
  private shown = false;

  private readonly view = signal<ViewPort>({ scale: 1, x: 0, y: 0 });
  protected readonly problem = toSignal(
    this.fits.state$.pipe(map((state) => state.problem?.message ?? null)),
    {
      initialValue: null,
    },
  );
  private readonly fitState = toSignal(this.fits.state$, { requireSync: true });
  protected readonly said = toSignal(this.work.note$, { initialValue: '' });
  protected readonly mode = toSignal(this.work.mode$, { initialValue: 'arrange' });
  private readonly picking = toSignal(this.anchors.picking$, { requireSync: true });
  protected readonly modeWords = computed(() => pickWords(this.picking()) || MODE_WORDS[this.mode()]);
  private readonly step = toSignal(this.context.step$, { requireSync: true });
  /** Where the loop is worked on, the play bar needs the room. */
  protected readonly inMotion = computed(() => this.step() === 'motion');
  private readonly selected = toSignal(this.context.wheel$, { initialValue: null });

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const element = this.surface().nativeElement;
      const stage = new DrawingStage(element, (view) => this.view.set(view), this.pictures);
      this.stage = stage;
      const { store, fits, context, work, paths } = this;
      const pathTool = new PathTool({ store, fits, context, work, paths, stage });
      const placeTool = new PlaceTool(stage, this.places);
      const { marks } = this;
      const spacingTool = new SpacingTool(stage, store, fits, pathTool);
      const markTool = new MarkTool(stage, fits, marks);
      const anchorTool = new AnchorTool({
        stage,
        store,
        context,
        work: this.anchors,
        view: this.machine,
        playback: this.playback,
        places: this.places,
      });
      const control = new PointerControl(
        element,
        new ToolInTurn(() => {
          if (marks.now) return markTool;
          if (context.at === 'set-out') return placeTool;
          if (context.at === 'motion' || this.anchors.now) return anchorTool;
          return context.at === 'fit' ? spacingTool : pathTool;
        }),
      );
      const watcher = new ResizeObserver(() => stage.resize(element.clientWidth, element.clientHeight));
      watcher.observe(element);
      const until = takeUntilDestroyed<unknown>(destroyed);
      // It tells of every fit, and of what was worked out ahead for it.
      this.machine.state$.pipe(takeUntilDestroyed(destroyed)).subscribe(({ machine }) => {
        stage.setMachine(machine, this.playback.now.frame);
        this.showFit(stage);
      });
      merge(this.machine.state$, this.places.places$, context.trail$, context.step$)
        .pipe(until)
        .subscribe(() => this.showTrail(stage));
      context.step$.pipe(until).subscribe((step) => stage.setDrives(step === 'motion'));
      merge(
        store.job$,
        this.machine.state$,
        context.step$,
        context.anchor$,
        work.choice$,
        work.mode$,
        work.picks$,
        work.measured$,
      )
        .pipe(until)
        .subscribe(() => {
          // While places are set out, what moves the path is out of the way.
          const grip = context.at === 'fit' ? spacingTool.grip() : null;
          const second: Handle[] = grip
            ? [{ id: 'second', look: 'spacing', x: grip.x, y: grip.y, from: grip.from }]
            : [];
          if (context.at === 'motion') stage.setHandles(anchorTool.handles());
          else stage.setHandles(context.at === 'set-out' ? [] : [...pathTool.handles(), ...second]);
          stage.setOverlay({ marks: pathTool.marks() });
        });
      merge(fits.state$, work.path$)
        .pipe(until)
        .subscribe(() => stage.showSketches(fits.now.sketches, work.path?.id ?? null));
      merge(fits.state$, context.step$, work.path$)
        .pipe(until)
        .subscribe(() => {
          const { view } = fits.now;
          const own = view?.resolved.path.id === work.path?.id;
          stage.showApproaches(view?.approaches ?? [], own && context.at === 'path');
        });
      this.playback.position$.pipe(takeUntilDestroyed(destroyed)).subscribe(({ frame }) => {
        stage.moveTo(frame);
        if (context.at === 'motion') stage.setHandles(anchorTool.handles());
      });
      this.context.wheel$.pipe(takeUntilDestroyed(destroyed)).subscribe((id) => stage.select(id));
      this.places.places$.pipe(until).subscribe((chosen) => stage.showPlaces(chosen as ReadonlySet<number>));
      // What was asked for is there once the row is fitted anew.
      this.context.all$
        .pipe(
          until,
          switchMap(() => {
            const { of } = this.fits.now;
            return this.fits.state$.pipe(first((state) => state.of !== of));
          }),
        )
        .subscribe(() => stage.showAll());
      this.context.spot$.pipe(until).subscribe((s) => stage.goTo(s as number | null));
      this.pictures.arrived$.pipe(until).subscribe(() => stage.repaint());
      store.job$
        .pipe(
          takeUntilDestroyed(destroyed),
          map((job) => job.backdrop ?? null),
          distinctUntilChanged(),
          switchMap((backdrop) => from(loadBackdrop(backdrop))),
        )
        .subscribe(({ backdrop, image }) => stage.setBackdrop(backdrop, image));
      destroyed.onDestroy(() => {
        control.destroy();
        watcher.disconnect();
        stage.destroy();
      });
    });
  }

  /** Where the note of the selected wheel stands, and which wheel that is. */
  protected note(): { id: string; x: number; y: number } | null {
    const id = this.selected();
    // While the route is broken its wheels stand where the sketch has them.
    const { view: fitted, sketches } = this.fitState();
    const wheel = [...sketches.flatMap(({ wheels }) => wheels), ...(fitted?.fit.layout.wheels ?? [])].find(
      (w) => w.id === id,
    );
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

  /** The way of the chosen link, or of the first where none is chosen. */
  private showTrail(stage: DrawingStage): void {
    const { machine } = this.machine.now;
    const run = this.fits.now.view?.resolved.run.id;
    const [place] = [...this.places.places];
    const shown = this.context.trailShown && machine && run !== undefined;
    stage.showTrail(shown ? trailOf(machine, run, place ?? 0, this.step() === 'motion') : null);
  }

  private showFit(stage: DrawingStage): void {
    const { view, others, problem, sketches } = this.fits.now;
    const order = new Map((view?.job ?? this.store.job)?.runs.map(({ id }, i) => [id, i]));
    const place = ({ run }: ShownRow): number => order.get(run) ?? 0;
    const rows = [...(view ? [view] : []), ...others].map(shownRow).sort((a, b) => place(a) - place(b));
    stage.show(rows, view?.resolved.run.id ?? null, problem !== null, problem?.wheels ?? []);
    // All of it is shown once, when it is first known; from then on the view is the user's.
    if (!this.shown && (view || problem)) {
      this.shown = true;
      stage.showSketches(sketches, this.work.path?.id ?? null);
      stage.showAll();
    }
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

function shownRow({ fit, setOut, resolved }: FitView): ShownRow {
  return { run: resolved.run.id, fit, setOut, sequence: resolved.sequence };
}

/** Fetches a reference picture; one that is gone is not shown. */
async function loadBackdrop(
  backdrop: Backdrop | null,
): Promise<{ backdrop: Backdrop | null; image: HTMLImageElement | null }> {
  if (!backdrop) return { backdrop, image: null };
  const image = new Image();
  image.src = `/api/pictures/${backdrop.picture}`;
  try {
    await image.decode();
    return { backdrop, image };
  } catch {
    return { backdrop, image: null };
  }
}
