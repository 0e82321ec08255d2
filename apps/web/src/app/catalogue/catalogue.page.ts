import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import {
  findEntry,
  materialsOf,
  routeJob,
  withPiecesInRun,
  type Job,
  type MadePieces,
  type KeptLink,
  type Mood,
} from '@coin-relay/model';
import { CatalogueApi } from '../api/catalogue-api.service';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzTableModule } from 'ng-zorro-antd/table';
import { firstValueFrom } from 'rxjs';
import { NzInputDirective } from 'ng-zorro-antd/input';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { JobApi } from '../api/job-api.service';
import { SampleComponent } from '../links/sample.component';
import { OfferBack } from '../shared/offer-back.service';
import { ErrorState } from '../shared/error-state';
import { catalogueRows, shownRows, type CatalogueRow, type CatalogueSort } from './catalogue-rows';
import { CompareComponent } from './compare.component';
import { Supplier } from './supplier.service';
import { CHOICE } from '../shared/choice.directive';
import { HoldsDirective } from '../shared/holds.directive';
import { TroubleComponent } from '../shared/trouble.component';
import { SortHeadComponent, sortedBy, sortWay, type Sort } from '../shared/sort-head.component';

/** Lines that are compared at the most. */
const MOST_COMPARED = 4;
/** Drawings of the table, px a mm. */
const SCALE = 0.8;
/** Width of a drawing of the table, px. */
const DRAWING_WIDTH = 194;

const COLUMNS: readonly { key: CatalogueSort; title: string; figures: boolean }[] = [
  { key: 'name', title: 'link', figures: false },
  { key: 'family', title: 'family', figures: false },
  { key: 'standard', title: 'standard', figures: false },
  { key: 'pitch', title: 'pitch, mm', figures: true },
  { key: 'width', title: 'across, mm', figures: true },
  { key: 'mass', title: 'kg/m', figures: true },
  { key: 'price', title: 'price a metre', figures: true },
];

const MOODS: readonly { words: string; mood: Mood }[] = [
  { words: 'as usual', mood: { delay: 0, down: false } },
  { words: 'slow', mood: { delay: 6000, down: false } },
  { words: 'down', mood: { delay: 0, down: true } },
];

/** The catalogue: every link that can be taken, to one scale, with what a supplier asks for it. */
@Component({
  selector: 'relay-catalogue-page',
  imports: [
    SortHeadComponent,
    TroubleComponent,
    HoldsDirective,
    NzCheckboxModule,
    NzInputDirective,
    CHOICE,
    NzButtonComponent,
    RouterLink,
    NzTableModule,
    SampleComponent,
    CompareComponent,
  ],
  providers: [Supplier],
  templateUrl: './catalogue.page.html',
  styleUrl: './catalogue.page.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CataloguePage {
  private readonly api = inject(CatalogueApi);
  private readonly jobs = inject(JobApi);
  private readonly router = inject(Router);
  private readonly back = inject(OfferBack);
  private readonly supplier = inject(Supplier);
  /** The job a link is taken for, from the address. */
  readonly job = input<string>();

  protected readonly columns = COLUMNS;
  protected readonly scale = SCALE;
  protected readonly moods = MOODS;
  protected readonly kept = signal<readonly KeptLink[]>([]);
  private readonly trouble = new ErrorState();
  protected readonly problem = this.trouble.words;
  protected readonly words = signal('');
  protected readonly family = signal('');
  protected readonly sortWay = sortWay;
  protected readonly sort = signal<Sort<CatalogueSort> | null>(null);
  protected readonly compared = signal<readonly string[]>([]);
  protected readonly asked = toSignal(this.supplier.state$, {
    initialValue: { kind: 'asking', slow: false, articles: [] } as const,
  });
  protected readonly materials = materialsOf({});
  private readonly all = computed(() => catalogueRows(this.kept(), this.asked().articles));
  protected readonly families = computed(() => [...new Set(this.all().map(({ family }) => family))]);
  protected readonly rows = computed(() => shownRows(this.all(), this.words(), this.family(), this.sort()));
  protected readonly side = computed(() =>
    this.compared().flatMap((id) => this.all().find((row) => row.id === id) ?? []),
  );
  protected readonly found = computed(() => {
    const [n, all] = [this.rows().length, this.all().length];
    return n === all ? `${all} links` : `${n} of ${all} links`;
  });

  constructor() {
    void this.load();
  }

  protected by(key: CatalogueSort): void {
    const at = this.sort();
    // A third press puts the order of the catalogue back.
    this.sort.set(at?.by === key && at.down ? null : sortedBy(at, key));
  }

  /** As many pieces as there is room for. */
  protected drawn(row: CatalogueRow): number {
    return Math.max(2, Math.min(40, Math.floor(DRAWING_WIDTH / (row.pitch * SCALE)) - 1));
  }

  protected isCompared(id: string): boolean {
    return this.compared().includes(id);
  }

  protected compare(id: string): void {
    this.compared.update((ids) =>
      ids.includes(id) ? ids.filter((other) => other !== id) : [...ids, id].slice(-MOST_COMPARED),
    );
  }

  protected fixed(value: number | null, digits: number): string {
    return value === null ? '–' : value.toFixed(digits);
  }

  protected again(): void {
    this.supplier.again();
  }

  protected stop(): void {
    this.supplier.stop();
  }

  protected async setMood(words: string): Promise<void> {
    const found = MOODS.find((entry) => entry.words === words);
    if (!found) return;
    await this.trouble.during(async () => {
      await firstValueFrom(this.api.setMood(found.mood));
      this.supplier.again();
    });
  }

  /** Takes a link into the job it is wanted for, or into a new one. */
  protected async take(row: CatalogueRow): Promise<void> {
    const id = this.job();
    if (id !== undefined && id !== '') {
      await this.router.navigate(['/job', id], { queryParams: { step: 'link', take: row.id } });
      return;
    }
    await this.trouble.during(async () => {
      const made = this.madeOf(row);
      if (!made) return;
      const base = routeJob(`New row of ${row.name}`);
      const job: Job = { ...base, materials: row.materials.length > 0 ? [...row.materials] : undefined };
      const summary = await firstValueFrom(this.jobs.create(withPiecesInRun(job, job.runs[0].id, made)));
      await this.router.navigate(['/job', summary.id], { queryParams: { step: 'link' } });
    });
  }

  protected async remove(row: CatalogueRow): Promise<void> {
    const id = row.id.replace(/^own:/, '');
    await this.trouble.during(async () => {
      await firstValueFrom(this.api.remove(id));
      this.compared.update((ids) => ids.filter((other) => other !== row.id));
      await this.load();
      void this.back.offer(`${row.name} was taken out of the catalogue`, () => this.restore(id));
    });
  }

  private madeOf(row: CatalogueRow): MadePieces | null {
    const kept = this.kept().find(({ id }) => row.id === `own:${id}`);
    if (kept) return { pieces: kept.link.pieces, sequence: kept.link.sequence };
    return findEntry(row.id)?.make() ?? null;
  }

  private async restore(id: string): Promise<void> {
    await this.trouble.during(async () => {
      await firstValueFrom(this.api.restore(id));
      await this.load();
    });
  }

  private async load(): Promise<void> {
    await this.trouble.during(async () => this.kept.set(await firstValueFrom(this.api.links())));
  }
}
