import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { NgTemplateOutlet } from '@angular/common';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { Title } from '@angular/platform-browser';
import { Router, RouterLink } from '@angular/router';
import { findEntry, UNITS } from '@coin-relay/model';
import { firstValueFrom } from 'rxjs';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzInputDirective } from 'ng-zorro-antd/input';
import { CatalogueApi } from '../api/catalogue-api.service';
import { choosePieces, renameJob, setFit, setUnit, takeOwnLink } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import type { SaveState } from '../document/saving';
import { DrawingComponent } from '../drawing/drawing.component';
import { PlayBarComponent } from '../playback/play-bar.component';
import { SolidPool } from '../engine/solid-pool.service';
import { SpaceComponent } from '../space/space.component';
import { SentenceComponent } from '../sentence/sentence.component';
import { TapeComponent } from '../tape/tape.component';
import { PlaceTableComponent } from '../set-out/place-table.component';
import { OutlineEditorComponent } from '../links/outline-editor/outline-editor.component';
import { PathWork } from '../session/path-work.service';
import { WorksheetComponent } from '../worksheet/worksheet.component';
import { RunAtWork } from '../session/run-at-work.service';
import { JobContext, STEPS } from '../session/job-context.service';
import { JobKeys } from './job-keys.service';
import { JOB_SERVICES } from './job-services';
import { FirstJobComponent } from '../first-job/first-job.component';
import { HelpSheetComponent } from '../help/help-sheet.component';
import { KeySheetComponent } from './key-sheet.component';
import { SaveChoicesComponent } from './save-choices.component';
import { Notices } from '../shared/notices.service';
import { OfferBack } from '../shared/offer-back.service';
import { DroppedCounts } from '../session/dropped-counts.service';
import { LateChoiceComponent } from '../shared/late-choice.component';
/** One job at work: sentence, worksheet, drawing and tape. */
@Component({
  selector: 'relay-job-page',
  imports: [
    NzInputDirective,
    LateChoiceComponent,
    KeySheetComponent,
    FirstJobComponent,
    HelpSheetComponent,
    NzButtonComponent,
    SaveChoicesComponent,
    RouterLink,
    SentenceComponent,
    WorksheetComponent,
    NgTemplateOutlet,
    DrawingComponent,
    SpaceComponent,
    TapeComponent,
    PlayBarComponent,
    PlaceTableComponent,
    OutlineEditorComponent,
  ],
  providers: [...JOB_SERVICES],
  templateUrl: './job.page.html',
  styleUrl: './job.page.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JobPage {
  private readonly store = inject(JobStore);
  private readonly notices = inject(Notices);
  private readonly back = inject(OfferBack);
  private readonly router = inject(Router);
  private readonly title = inject(Title);
  private readonly keys = inject(JobKeys);
  private readonly context = inject(JobContext);
  private readonly work = inject(PathWork);
  private readonly runs = inject(RunAtWork);
  private readonly catalogue = inject(CatalogueApi);

  /** The job's id, from the address. */
  readonly id = input.required<string>();
  /** The step to begin with, from the address. */
  readonly step = input<string>();

  /** A link of the catalogue to be taken at once, from the address. */
  readonly take = input<string>();

  protected readonly space = toSignal(this.context.space$, { requireSync: true });
  protected readonly job = toSignal(this.store.job$);
  protected readonly steps = toSignal(this.store.steps$, { requireSync: true });
  protected readonly saveState = toSignal(this.store.saveState$, { requireSync: true });
  /** Whether nothing is saved as it is. */
  protected readonly troubled = computed(() =>
    ['failed', 'conflict', 'gone'].includes(this.saveState().kind),
  );
  /** Whether the user has to choose before anything is saved. */
  protected readonly chooses = computed(() => ['conflict', 'gone'].includes(this.saveState().kind));
  protected readonly missing = signal('');
  /** What the last note says, which is not read out by itself: why a change was refused, what went with one. */
  protected readonly said = signal('');
  /** Whether the page about the fit lies over the job. */
  protected readonly help = signal(false);
  protected readonly sheetOpen = toSignal(this.keys.sheet$, { requireSync: true });
  protected readonly table = toSignal(this.context.table$, { requireSync: true });
  protected readonly bench = toSignal(this.context.outlineEditor$, { requireSync: true });
  protected readonly units = UNITS.map((unit) => ({ value: unit, words: unit }));
  protected readonly saved = computed(() => saveWords(this.saveState()));

  constructor() {
    // The thread that makes solids comes with what shows them, not after it.
    const solids = inject(SolidPool);
    effect(() => {
      if (this.space()) solids.warm();
    });
    this.store.refusals$.pipe(takeUntilDestroyed()).subscribe((why) => {
      this.said.set(why);
      void this.notices.refused(why);
    });
    inject(DroppedCounts)
      .dropped$.pipe(takeUntilDestroyed())
      .subscribe(({ run, count }) => {
        const said = `The count of ${count} that you set was for other pieces: it is derived again.`;
        this.said.set(said);
        void this.back.offer(said, () => {
          this.store.change(setFit(run.id, { count, multiple: 1 }));
        });
      });
    effect(() => {
      this.open(this.id()).catch((error: unknown) => {
        this.missing.set(error instanceof Error ? error.message : String(error));
      });
    });
    effect(() => {
      const name = this.job()?.name;
      if (name) this.title.setTitle(`${name} · Coin Relay`);
    });
  }

  private async open(id: string): Promise<void> {
    await this.store.open(id);
    const step = STEPS.find((name) => name === this.step());
    if (step) this.context.openStep(step);
    await this.takeLink();
    const { path } = this.work;
    // An empty sheet waits for its first point.
    if (path?.kind === 'drawn' && path.points.length === 0) {
      this.context.openStep('path');
      this.work.setMode('place');
    }
  }

  /** Takes the link that was chosen in the catalogue; undo gives the old one back. */
  private async takeLink(): Promise<void> {
    const wanted = this.take();
    const { run } = this.runs;
    if (wanted === undefined || !run) return;
    // Taken once: going back and forth takes nothing twice.
    await this.router.navigate([], {
      queryParams: { take: null },
      queryParamsHandling: 'merge',
      replaceUrl: true,
    });
    if (!wanted.startsWith('own:')) {
      const entry = findEntry(wanted);
      if (entry) this.store.change(choosePieces(run.id, entry.make()));
      return;
    }
    const kept = await firstValueFrom(this.catalogue.links());
    const link = kept.find(({ id }) => wanted === `own:${id}`)?.link;
    if (link) this.store.change(takeOwnLink(run.id, link));
  }

  protected see(inSpace: boolean): void {
    this.context.seeInSpace(inSpace);
  }

  protected undo(): void {
    this.store.undo();
  }

  protected redo(): void {
    this.store.redo();
  }

  protected rename(text: string): void {
    const name = text.trim().slice(0, 80);
    if (name !== '') this.store.change(renameJob(name));
  }

  protected unit(text: string): void {
    const unit = UNITS.find((u) => u === text);
    if (unit) this.store.change(setUnit(unit));
  }

  protected closeSheet(): void {
    this.keys.showSheet(false);
  }

  protected openSheet(): void {
    this.keys.showSheet(true);
  }
}

function saveWords(state: SaveState): string {
  switch (state.kind) {
    case 'saved':
      return 'saved';
    case 'waiting':
    case 'saving':
      return 'saving…';
    case 'failed':
      return `not saved yet: ${state.message} Trying again.`;
    case 'conflict':
      return 'changed in another window';
    case 'gone':
      return 'taken off the rack elsewhere; not saved';
  }
}
