import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { RelayError } from '@coin-relay/core';
import { overhang } from '@coin-relay/scene';
import {
  BEHAVIOUR_WORDS,
  behaviourOf,
  CATALOGUE,
  entryOf,
  FAMILIES,
  familyOf,
  findEntry,
  finishHeld,
  formatExact,
  formatLength,
  isBand,
  materialsOf,
  ownPiece,
  piecesOfRun,
  pointsData,
  settingHeld,
  solidPiece,
  variationHeld,
  type Behaviour,
  type CatalogueEntry,
  type JobPiece,
} from '@coin-relay/model';
import { BehaviorSubject, firstValueFrom } from 'rxjs';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzInputDirective } from 'ng-zorro-antd/input';
import { CatalogueApi } from '../../api/catalogue-api.service';
import { changePiece, renamePiece, choosePieces, setBehaviour, setPitch } from '../../document/commands';
import { JobStore } from '../../document/job-store.service';
import { JobContext } from '../../session/job-context.service';
import { RunAtWork, sequenceOf } from '../../session/run-at-work.service';
import { FamilyFieldsComponent } from '../../links/family-fields.component';
import { outlineReader } from '../../links/outline-reader';
import { FinishPanelComponent } from '../../links/finish-panel.component';
import { RopeNoteComponent } from '../../links/rope-note.component';
import { SectionPanelComponent } from '../../links/section/section-panel.component';
import { SolidSheetComponent } from '../../links/solid-file/solid-sheet.component';
import type { TakenSolids } from '../../links/solid-file/taken-solids';
import { SampleComponent } from '../../links/sample.component';
import { SettingPanelComponent } from '../../links/setting-panel.component';
import { VariationPanelComponent } from '../../links/variation-panel.component';
import { LengthFieldComponent } from '../../shared/length-field.component';
import { NumberFieldComponent } from '../../shared/number-field.component';
import { ErrorState } from '../../shared/error-state';
import { fading } from '../../shared/fading';
import { GrowthChoiceComponent } from '../../shared/growth-choice.component';
import { TermComponent } from '../../help/term.component';
import { FileChoiceComponent } from '../../shared/file-choice.component';
import { FoldComponent } from '../../shared/fold.component';
import { CHOICE } from '../../shared/choice.directive';
import { TroubleComponent } from '../../shared/trouble.component';

const GROUPS: readonly { title: string; entries: readonly CatalogueEntry[] }[] = Object.values(FAMILIES)
  .map(({ id, words }) => ({ title: words.title, entries: CATALOGUE.filter(({ family }) => family === id) }))
  .filter(({ entries }) => entries.length > 0);

/** The link: which one, its numbers, how it behaves, how it sits, and three of it at rest. */
@Component({
  selector: 'relay-link-step',
  imports: [
    TroubleComponent,
    CHOICE,
    NzButtonComponent,
    NzInputDirective,
    FileChoiceComponent,
    FoldComponent,
    GrowthChoiceComponent,
    RouterLink,
    FamilyFieldsComponent,
    FinishPanelComponent,
    LengthFieldComponent,
    NumberFieldComponent,
    SampleComponent,
    TermComponent,
    RopeNoteComponent,
    SectionPanelComponent,
    SettingPanelComponent,
    SolidSheetComponent,
    VariationPanelComponent,
  ],
  templateUrl: './link-step.component.html',
  styleUrls: ['../../shared/step.less', './link-step.component.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LinkStepComponent {
  private readonly store = inject(JobStore);
  private readonly outlinesOf = outlineReader();
  private readonly catalogue = inject(CatalogueApi);
  private readonly context = inject(JobContext);
  protected readonly job = toSignal(this.store.job$);
  private readonly run = toSignal(inject(RunAtWork).run$);
  protected readonly grows = toSignal(this.context.grows$, { requireSync: true });
  protected readonly at = signal<string | null>(null);
  /** A file of solids that is looked over before it is taken. */
  protected readonly solidFile = signal<File | null>(null);
  private readonly trouble = new ErrorState();
  protected readonly problem = this.trouble.words;
  private readonly news = new BehaviorSubject('');
  protected readonly said = toSignal(fading(this.news), { initialValue: '' });
  protected readonly groups = GROUPS;
  protected readonly behaviours = Object.entries(BEHAVIOUR_WORDS) as [
    Behaviour,
    (typeof BEHAVIOUR_WORDS)[Behaviour],
  ][];
  protected readonly unit = computed(() => this.job()?.unit ?? 'mm');
  protected readonly materials = computed(() => materialsOf(this.job() ?? {}));
  private readonly sequence = computed(() => sequenceOf(this.job(), this.run()));
  /** Every piece of the run, also those that only its rules use. */
  protected readonly pieces = computed(() => {
    const job = this.job();
    const run = this.run();
    return job && run ? piecesOfRun(job, run) : [];
  });
  /** What of the folded parts holds now. */
  protected readonly held = computed(() => {
    const [job, piece] = [this.job(), this.piece()];
    return job && piece
      ? {
          setting: settingHeld(piece, job.unit),
          variation: variationHeld(piece),
          finish: finishHeld(piece, job),
        }
      : { setting: '', variation: '', finish: '' };
  });
  protected readonly piece = computed(
    (): JobPiece | undefined => this.pieces().find(({ id }) => id === this.at()) ?? this.sequence()[0],
  );
  /** What the sample shows: the sequence, or the piece alone where only a rule uses it. */
  protected readonly sampled = computed(() => {
    const piece = this.piece();
    const sequence = this.sequence();
    return piece && !sequence.includes(piece) ? [piece] : sequence;
  });
  protected readonly choice = computed(() => {
    const first = this.sequence()[0];
    return (first && entryOf(first)?.id) ?? 'own';
  });
  protected readonly band = computed(() => {
    const piece = this.piece();
    return piece !== undefined && isBand(piece);
  });
  protected readonly behaves = computed(() => {
    const piece = this.piece();
    return piece ? behaviourOf(piece) : 'stiff';
  });
  protected readonly pitchWords = computed(() => {
    if (this.piece()?.family === 'swept') return 'What is on it repeats every';
    return this.behaves() === 'carried' ? 'One every' : 'Pitch, pin to pin';
  });
  protected readonly means = computed(() => BEHAVIOUR_WORDS[this.behaves()].means);

  /** What sticks out beyond the pins. */
  protected readonly overlapWords = computed(() => {
    const piece = this.piece();
    if (!piece || isBand(piece)) return '';
    if (familyOf(piece).overlaps && behaviourOf(piece) === 'bending')
      return 'Runs on into a neighbour of its kind.';
    const { overlap, behind, ahead } = overhang(piece);
    const mm = (value: number): string => formatLength(value, this.unit());
    if (overlap > 0.005)
      return `Sticks out ${mm(Math.max(0, behind))} behind and ${mm(Math.max(0, ahead))} ahead of its pins: neighbours of its kind overlap by ${mm(overlap)}.`;
    if (overlap < -0.005) return `Leaves a gap of ${mm(-overlap)} to a neighbour of its kind.`;
    return 'Meets a neighbour of its kind exactly.';
  });

  /** One master: where else a change shows. */
  protected readonly usedBy = computed(() => {
    const job = this.job();
    const piece = this.piece();
    if (!job || !piece) return '';
    const runs = job.runs.filter((run) => piecesOfRun(job, run).some(({ id }) => id === piece.id));
    return runs.length > 1
      ? `A change shows in ${runs.length} rows: ${runs.map(({ name }) => name).join(', ')}.`
      : '';
  });

  protected letGrow(grows: boolean): void {
    this.context.letPieceGrow(grows);
  }

  protected jobId(): string {
    return this.store.id ?? '';
  }

  protected length(mm: number): string {
    return formatExact(mm, this.unit());
  }

  protected pitch(pitch: number): void {
    const run = this.run();
    if (run) this.store.change(setPitch(run.id, pitch, this.context.pieceGrows ? 'grow' : 'keep'));
  }

  protected rename({ id }: JobPiece, text: string): void {
    const name = text.trim().slice(0, 80);
    if (name !== '') this.store.change(renamePiece(id, name));
  }

  protected put(piece: JobPiece): void {
    this.store.change(changePiece(piece));
  }

  protected weigh(grams: number): void {
    const piece = this.piece();
    if (piece) this.put({ ...piece, mass: grams });
  }

  protected behave(value: string): void {
    const run = this.run();
    const found = this.behaviours.find(([behaviour]) => behaviour === value);
    if (run && found) this.store.change(setBehaviour(run.id, found[0]));
  }

  protected choose(id: string): void {
    const run = this.run();
    const entry = findEntry(id);
    this.trouble.clear();
    this.news.next('');
    this.at.set(null);
    if (run && entry) this.store.change(choosePieces(run.id, entry.make()));
  }

  protected openBench(): void {
    const piece = this.piece();
    if (piece?.family === 'own') this.context.openOutlineEditor(piece.id);
  }

  /** A piece to begin with: a rounded plate as long as the pitch is now. */
  protected draw(): void {
    const pitch = this.piece()?.pitch ?? 20;
    const [x, y] = [pitch * 0.62, pitch * 0.22];
    const points = [
      [-x, 0],
      [-pitch * 0.4, -y],
      [pitch * 0.4, -y],
      [x, 0],
      [pitch * 0.4, y],
      [-pitch * 0.4, y],
    ].map(([px, py]) => ({ x: Number(px.toFixed(3)), y: Number(py.toFixed(3)), round: true }));
    this.take({
      ...ownPiece('own', 'Drawn link', 'drawn here', [
        { data: pointsData(points), points, material: 'brass', line: true },
      ]),
    });
  }

  protected async fromFile(file: File): Promise<void> {
    this.trouble.clear();
    const read = await this.outlinesOf(file, 'one piece');
    if ('problem' in read) this.trouble.say(read.problem);
    else this.takeFrom(file.name, (name, source) => ownPiece('own', name, source, read.outlines));
  }

  protected fromSolid({ file, given }: TakenSolids): void {
    this.trouble.clear();
    this.solidFile.set(null);
    this.takeFrom(file, (name, source) => solidPiece('own', name, source, given));
  }

  /** Takes a piece that is made of what a file holds, called as the file is. */
  private takeFrom(file: string, make: (name: string, source: string) => JobPiece): void {
    try {
      this.take(make(file.replace(/\.[a-z]+$/i, '').slice(0, 80) || 'Own link', file.slice(0, 200)));
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      this.trouble.say(`${file}: ${error.message}`);
    }
  }

  /** Keeps the run's pieces in the catalogue, for other jobs. */
  protected async keep(): Promise<void> {
    const job = this.job();
    const pieces = this.sequence();
    if (!job || pieces.length === 0) return;
    const distinct = [...new Map(pieces.map((piece) => [piece.id, piece])).values()];
    const used = new Set(distinct.flatMap((piece) => usedMaterials(piece)));
    await this.trouble.during(async () => {
      const [first] = distinct;
      const { link } = await firstValueFrom(
        this.catalogue.keep({
          name:
            first.family === 'own'
              ? first.name
              : `${familyOf(first).words.title}, ${this.length(first.pitch)}`,
          pieces: distinct,
          sequence: pieces.map(({ id }) => id),
          materials: (job.materials ?? []).filter(({ id }) => used.has(id)),
          overlap: this.run()?.setOut?.overlap ?? 'as-made',
        }),
      );
      this.news.next(`“${link.name}” is in the catalogue now.`);
    });
  }

  private take(piece: JobPiece): void {
    const run = this.run();
    if (!run) return;
    this.at.set(null);
    this.store.change(choosePieces(run.id, { pieces: [piece], sequence: [piece.id] }));
    const made = sequenceOf(
      this.store.job ?? undefined,
      this.store.job?.runs.find(({ id }) => id === run.id),
    )[0];
    if (made) this.context.openOutlineEditor(made.id);
  }
}

/** The materials a piece names. */
function usedMaterials(piece: JobPiece): string[] {
  const parts = piece.family === 'own' ? piece.outline.map(({ material }) => material) : [];
  return [piece.finish?.material ?? null, ...parts].filter((id) => id !== null);
}
