import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  linkedSignal,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { bodyAt } from '@coin-relay/model';
import type { Side } from '@coin-relay/scene';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { combineLatest, distinctUntilChanged, map } from 'rxjs';
import { Box3, Vector3 } from 'three';
import { JobStore } from '../document/job-store.service';
import { Unsettled } from '../engine/unsettled.service';
import { MachineView } from '../engine/machine-view.service';
import { JobContext } from '../session/job-context.service';
import { PlaceChoice } from '../session/place-choice.service';
import { Playback } from '../session/playback.service';
import { RunAtWork } from '../session/run-at-work.service';
import { SeenFrom } from '../session/seen-from.service';
import { SpotPicks, type Picked } from '../session/spot-picks.service';
import { NOTE, notePlace } from '../drawing/note-place';
import { WheelNoteComponent } from '../drawing/wheel-note.component';
import { TroubleComponent } from '../shared/trouble.component';
import { SpaceHeadComponent } from './space-head.component';
import { SpaceMeasure } from './space-measure.service';
import type { PointWay } from './point-ways';
import { SpacePoints } from './space-points.service';
import { SpaceRows } from './space-rows.service';
import { NO_WEBGL, stageIn, type SpaceStage } from './space-stage';
import { SpotMeasureComponent } from './spot-measure.component';
import { SpotQuestionComponent } from './spot-question.component';
import { turnByKey } from './turn-by-key';

/** A press that moves less than this is a click, px. */
const CLICK = 4;

interface Press {
  readonly x: number;
  readonly y: number;
  readonly more: boolean;
}

/** The job as solids in space: the same rows, frame and choice as in the drawing. */
@Component({
  selector: 'relay-space',
  imports: [
    NzButtonComponent,
    SpaceHeadComponent,
    SpotMeasureComponent,
    SpotQuestionComponent,
    TroubleComponent,
    WheelNoteComponent,
  ],
  providers: [SpaceRows, SpaceMeasure, SpacePoints],
  templateUrl: './space.component.html',
  styleUrl: './space.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SpaceComponent {
  private readonly store = inject(JobStore);
  private readonly rows = inject(SpaceRows);
  private readonly machine = inject(MachineView);
  private readonly playback = inject(Playback);
  private readonly seenFrom = inject(SeenFrom);
  private readonly context = inject(JobContext);
  private readonly places = inject(PlaceChoice);
  private readonly runs = inject(RunAtWork);
  private readonly spots = inject(SpotPicks);
  private readonly measure = inject(SpaceMeasure);
  private readonly points = inject(SpacePoints);
  private readonly surface = viewChild.required<ElementRef<HTMLDivElement>>('surface');
  private stage: SpaceStage | null = null;
  private press: Press | null = null;
  private framed = false;

  private readonly unsettled = toSignal(inject(Unsettled).is$, { initialValue: true });
  private readonly making = toSignal(this.rows.making$, { requireSync: true });
  protected readonly waits = computed(() => this.making().waiting > 0);
  protected readonly busy = computed(() => this.unsettled() || this.waits());
  protected readonly problems = computed(() => [...this.making().problems, ...this.troubles()]);
  private readonly troubles = signal<readonly string[]>([]);
  protected readonly parallel = signal(false);
  private readonly chosen = toSignal(this.places.places$, { requireSync: true });
  private readonly wheel = toSignal(this.context.wheel$, { initialValue: null });
  protected readonly canSquare = computed(() => this.chosen().size > 0 || this.wheel() !== null);
  protected readonly shownOtherwise = signal('');
  /** How finely what bends is cut. */
  protected readonly bent = signal('');
  protected readonly asks = toSignal(this.spots.question$, { requireSync: true });
  /** Said of a press that met nothing, while another spot is asked for. */
  protected readonly missed = linkedSignal({ source: this.asks, computation: () => '' });
  protected readonly measured = this.measure.shown;
  protected readonly pointWays = toSignal(this.points.ways$, { initialValue: [] });
  protected readonly pointWay = toSignal(this.points.way, { requireSync: true });
  private readonly job = toSignal(this.store.job$);
  protected readonly unit = computed(() => this.job()?.unit ?? 'mm');
  /** What maps the world to the picture, column by column, for whoever looks at the page from outside. */
  protected readonly eye = signal('');
  /** How deep the row at work stands, mm. */
  protected readonly depth = signal(0);
  protected readonly box = signal<{ x: number; y: number; width: number; height: number } | null>(null);

  /** Where the note of the selected wheel stands, px, and which wheel that is. */
  protected readonly note = computed(() => {
    const id = this.wheel();
    const { stage } = this;
    // Where things are in the picture changes with the eye.
    if (id === null || !stage || this.eye() === '') return null;
    const wheel = this.rows.rows.map((row) => row.wheelAt(id)).find((each) => each !== null);
    if (!wheel) return null;
    const { clientWidth: width, clientHeight: height } = stage.element;
    const { x, y } = stage.onScreen(wheel.middle);
    const radius = (wheel.radius * height) / stage.camera.heightSeen();
    const drawn = this.rows.rows.flatMap((row) => row.points().map((p) => stage.onScreen(p)));
    return { id, ...notePlace({ width, height }, NOTE, { x, y, radius }, drawn) };
  });

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => this.open(destroyed));
  }

  protected look(side: Side): void {
    this.stage?.lookFrom(side, this.smoothly);
  }

  protected seeParallel(parallel: boolean): void {
    this.parallel.set(parallel);
    this.stage?.camera.setParallel(parallel);
    this.stage?.draw();
  }

  /** Looks at what is chosen from its own front. */
  protected square(): void {
    const { stage } = this;
    const box = new Box3();
    const row = this.rows.of(this.runs.run?.id ?? '');
    for (const { place, middle } of row?.middles() ?? [])
      if (this.places.places.has(place)) box.expandByPoint(middle);
    const wheel = this.context.selectedWheel;
    if (wheel !== null) for (const each of this.rows.rows) each.growByWheel(wheel, box);
    if (!stage || box.isEmpty()) return;
    stage.camera.lookAlong(
      row?.front ?? new Vector3(0, 0, 1),
      box.expandByScalar(row?.scene.span ?? 10),
      this.smoothly,
    );
    stage.draw();
  }

  protected movePointsIn(way: PointWay): void {
    this.points.way.next(way);
  }

  protected zoom(factor: number): void {
    this.stage?.camera.zoom(factor, this.smoothly);
    this.stage?.draw();
  }

  protected showAll(): void {
    this.stage?.showAll(this.smoothly);
  }

  protected closeNote(): void {
    this.context.selectWheel(null);
  }

  protected onKey(event: KeyboardEvent): void {
    const { stage } = this;
    if (event.key === 'Escape' && this.points.cancel()) {
      event.stopPropagation();
      return;
    }
    if (!stage || turnByKey(event, stage, this.smoothly)) return;
    if (event.key !== 'Enter' || !this.spots.now) return;
    event.preventDefault();
    event.stopPropagation();
    this.give(stage.meetMiddle());
  }

  protected beginMeasure(): void {
    if (!this.stage) return;
    this.measure.begin(this.stage);
    this.surface().nativeElement.focus();
  }

  protected endMeasure(): void {
    this.measure.end();
  }

  /** A spot for what is asked for, if there is something. */
  private give(met: ReturnType<SpaceStage['meet']>): void {
    if (met) this.spots.give({ at: { x: met.at.x, y: met.at.y, z: met.at.z }, on: met.what });
    else this.missed.set('Nothing is there.');
  }

  private open(destroyed: DestroyRef): void {
    const element = this.surface().nativeElement;
    const stage = stageIn(element, (eye) => {
      this.eye.set(eye);
      if (this.stage) this.seenFrom.look(this.stage.camera.viewpoint);
    });
    if (!stage) {
      this.troubles.set([`${NO_WEBGL} Go back to the drawing; all else goes on as it is.`]);
      return;
    }
    this.stage = stage;
    stage.hold(() => this.aim(stage));
    const watcher = new ResizeObserver(() => stage.resize());
    watcher.observe(element);
    const down = (event: PointerEvent): void => this.begin(event);
    // Before the camera hears of it.
    element.addEventListener('pointerdown', down, { capture: true });
    destroyed.onDestroy(() => {
      element.removeEventListener('pointerdown', down, { capture: true });
      watcher.disconnect();
      if (this.framed) this.context.kept.space = stage.camera.kept;
      this.spots.stop();
      this.measure.end();
      this.rows.stop();
      stage.dispose();
    });
    this.store.job$
      .pipe(
        map(({ stands }) => stands === 'lying'),
        distinctUntilChanged(),
        takeUntilDestroyed(destroyed),
      )
      .subscribe((lies) => stage.setUp(lies ? new Vector3(0, 0, 1) : new Vector3(0, 1, 0)));
    this.restore(stage);
    this.machine.state$.pipe(takeUntilDestroyed(destroyed)).subscribe(() => this.show(stage));
    combineLatest([this.playback.position$, this.context.step$])
      .pipe(takeUntilDestroyed(destroyed))
      .subscribe(([{ frame, playing }]) => {
        this.rows.moveTo(frame);
        this.measure.follow(!playing);
        this.drive(stage);
        stage.changed();
      });
    combineLatest([this.places.places$, this.context.wheel$, this.runs.run$])
      .pipe(takeUntilDestroyed(destroyed))
      .subscribe(() => this.ring(stage));
    const points = this.points.begin(stage);
    destroyed.onDestroy(() => points.unsubscribe());
    this.context.all$.pipe(takeUntilDestroyed(destroyed)).subscribe(() => stage.showAll());
    this.context.spot$.pipe(takeUntilDestroyed(destroyed)).subscribe((s) => this.goTo(stage, s));
    if (this.waits()) {
      const trial = setTimeout(() => stage.tryMachine());
      destroyed.onDestroy(() => clearTimeout(trial));
    }
  }

  /** Seen as it was when it was left. */
  private restore(stage: SpaceStage): void {
    const { space } = this.context.kept;
    if (space === null) return;
    stage.camera.restore(space);
    this.parallel.set(stage.camera.isParallel);
    this.framed = true;
  }

  private show(stage: SpaceStage): void {
    const all = this.rows.take(stage.ink, stage.allows, () => this.came(stage));
    stage.exchange(all, this.rows.letGo);
    this.depth.set(this.rows.of(this.runs.run?.id ?? '')?.stand.z ?? 0);
    this.ring(stage);
    this.measure.follow(!this.playback.now.playing);
    this.came(stage);
  }

  /** In the motion step a body that can drive does so, as in the drawing. */
  private drive(stage: SpaceStage): void {
    const { machine } = this.machine.now;
    const drives = machine && this.context.at === 'motion';
    const body = drives ? bodyAt(machine, this.playback.now.frame) : null;
    stage.driveTo(body?.dx ?? 0, body?.dy ?? 0);
  }

  /** A solid has come. All is shown once, when all of it is there; from then on the view is the user's. */
  private came(stage: SpaceStage): void {
    this.shownOtherwise.set(this.rows.shownOtherwise);
    this.bent.set(this.rows.bentWords);
    if (this.waits()) {
      stage.more(() => this.aim(stage));
      return;
    }
    this.aim(stage);
    this.framed ||= this.rows.rows.length > 0;
    stage.complete();
  }

  private aim(stage: SpaceStage): void {
    if (!this.framed && this.rows.rows.length > 0) stage.aim('corner');
  }

  /** Marks a place of the path of the row at work, and looks there. */
  private goTo(stage: SpaceStage, s: number | null): void {
    const row = s === null ? undefined : this.rows.of(this.runs.run?.id ?? '');
    const at = row && s !== null ? row.placeOnPath(s) : null;
    stage.mark(at, row?.scene.span ?? 0, this.smoothly);
  }

  private ring(stage: SpaceStage): void {
    const atWork = this.runs.run?.id;
    this.depth.set(this.rows.of(atWork ?? '')?.stand.z ?? 0);
    const wheel = this.context.selectedWheel;
    for (const row of this.rows.rows)
      row.choose(row.row.run === atWork ? this.places.places : new Set(), wheel);
    if (!this.waits()) stage.draw();
  }

  private begin(event: PointerEvent): void {
    if (event.button !== 0) return;
    const { x, y } = this.placeOf(event);
    this.press = { x, y, more: event.shiftKey };
    // With Shift a box is drawn, as in the drawing; without it a point is dragged, or the view is turned.
    const holds = this.stage && !event.shiftKey && !this.asks() && this.points.hold(this.stage, x, y);
    if (!event.shiftKey && !holds) return;
    event.stopPropagation();
    this.surface().nativeElement.setPointerCapture(event.pointerId);
  }

  protected onMove(event: PointerEvent): void {
    if (!this.press || !this.stage) return;
    const { x, y } = this.placeOf(event);
    const { x: x0, y: y0 } = this.press;
    if (!this.press.more) {
      if (Math.hypot(x - x0, y - y0) >= CLICK) this.points.drag(this.stage, x, y);
      return;
    }
    this.box.set({
      x: Math.min(x, x0),
      y: Math.min(y, y0),
      width: Math.abs(x - x0),
      height: Math.abs(y - y0),
    });
  }

  /** A press that was taken away by the system is none. */
  protected leave(): void {
    this.press = null;
    this.box.set(null);
    this.points.cancel();
  }

  protected onUp(event: PointerEvent): void {
    const { press, stage } = this;
    this.press = null;
    const box = this.box();
    this.box.set(null);
    if (this.points.release() || !press || !stage) return;
    const { x, y } = this.placeOf(event);
    if (Math.hypot(x - press.x, y - press.y) < CLICK) {
      if (this.asks()) this.give(stage.meet(x, y));
      else if (!this.points.take(stage, x, y, press.more))
        this.take(stage.meet(x, y)?.what ?? null, press.more);
    } else if (box) {
      const ends = [box.x, box.y, box.x + box.width, box.y + box.height] as const;
      this.points.takeWithin(stage, ...ends);
      const row = this.rows.of(this.runs.run?.id ?? '');
      if (row) this.places.choose([...this.places.places, ...stage.placesIn(row, ...ends)]);
    }
  }

  /** Chooses what was picked: a link, whose row is then at work, or a wheel. */
  private take(picked: Picked | null, more: boolean): void {
    if (picked?.kind === 'wheel') {
      this.runs.choose(picked.run);
      this.context.selectWheel(picked.wheel);
      return;
    }
    if (!picked) {
      if (!more) {
        this.places.clear();
        this.points.clear();
        this.context.selectWheel(null);
      }
      return;
    }
    this.runs.choose(picked.run);
    if (more) this.places.toggle([picked.place]);
    else this.places.choose([picked.place]);
  }

  private placeOf(event: PointerEvent): { x: number; y: number } {
    const { left, top } = this.surface().nativeElement.getBoundingClientRect();
    return { x: event.clientX - left, y: event.clientY - top };
  }

  private get smoothly(): boolean {
    return !this.playback.stills;
  }
}
