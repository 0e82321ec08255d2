import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { composed, type Map3 } from '@coin-relay/core';
import {
  formatLength,
  millimetresIn,
  middled,
  MIRRORED,
  MOST_KEPT_TRIANGLES,
  MOST_WELD,
  QUARTER_TURNS,
  solidBounds,
  UNITS,
  type Axis,
  type Material,
  type Unit,
} from '@coin-relay/model';
import { materialOf } from '@coin-relay/scene';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { firstValueFrom } from 'rxjs';
import { SolidApi } from '../../api/solid-api.service';
import { latestOnly } from '../../engine/latest';
import { cancellable } from '../../engine/pool/cancellable';
import { answerOf, type Reply } from '../../engine/reply';
import { SolidFilePool } from '../../engine/solid-file-pool.service';
import type { OfferedSolids } from '../../engine/solid-file-tasks';
import { SolidPool } from '../../engine/solid-pool.service';
import { CHOICE } from '../../shared/choice.directive';
import { CountFieldComponent } from '../../shared/count-field.component';
import { ErrorState } from '../../shared/error-state';
import { NumberFieldComponent } from '../../shared/number-field.component';
import { TroubleComponent } from '../../shared/trouble.component';
import { untilDestroyed } from '../../shared/until-destroyed';
import { BodyViewComponent } from '../../space/body-view.component';
import type { ShownBody } from '../../space/standing-bodies';
import { keptSolid, materialFor, type TakenSolids } from './taken-solids';

/** Longest that a file may be read, mended and thinned out, ms. */
const MOST_TIME = 30_000;
const LATE = `Reading it took over ${MOST_TIME / 1000} s and was stopped. Thin it out where it was made.`;
const AS_IT_IS: Map3 = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0];
const UNIT_WORDS: Readonly<Record<Unit, string>> = {
  mm: 'a millimetre',
  cm: 'a centimetre',
  m: 'a metre',
  in: 'an inch',
};

const count = (many: number, one: string, more: string): string =>
  `${many.toLocaleString('en')} ${many === 1 ? one : more}`;

/** A file of solids: how large it is, whether it is closed, which way it travels; then it is taken. */
@Component({
  selector: 'relay-solid-import',
  imports: [
    BodyViewComponent,
    CHOICE,
    CountFieldComponent,
    NumberFieldComponent,
    NzButtonComponent,
    NzSpinModule,
    TroubleComponent,
  ],
  templateUrl: './solid-import.component.html',
  styleUrl: './solid-import.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SolidImportComponent {
  private readonly files = inject(SolidFilePool);
  private readonly solids = inject(SolidPool);
  private readonly api = inject(SolidApi);
  private readonly owner = untilDestroyed();
  readonly file = input.required<File>();
  readonly materials = input.required<readonly Material[]>();
  /** What lengths are shown in. */
  readonly shownIn = input.required<Unit>();
  readonly taken = output<TakenSolids>();

  protected readonly units = UNITS.map((unit) => ({ unit, words: UNIT_WORDS[unit] }));
  protected readonly turns: readonly { readonly axis: Axis; readonly words: string }[] = [
    { axis: 'x', words: 'about its way' },
    { axis: 'y', words: 'about its height' },
    { axis: 'z', words: 'in the drawing' },
  ];
  protected readonly most = MOST_KEPT_TRIANGLES;
  protected readonly mostWeld = MOST_WELD;
  /** What one unit of the file is, where it does not say so itself. */
  protected readonly fileUnit = signal<Unit>('mm');
  protected readonly weld = signal(0);
  /** How many triangles it is thinned out to; null: not. */
  private readonly wanted = signal<number | null>(null);
  protected readonly map = signal<Map3>(AS_IT_IS);
  protected readonly reading = signal(true);
  protected readonly taking = signal(false);
  private readonly reply = signal<Reply<OfferedSolids> | null>(null);
  private readonly trouble = new ErrorState();

  protected readonly offered = computed(() => {
    const reply = this.reply();
    return reply?.ok ? reply.value : null;
  });
  protected readonly problem = computed(() => {
    const reply = this.reply();
    return this.trouble.words() || (reply && !reply.ok ? `${this.file().name}: ${reply.message}` : '');
  });
  protected readonly triangles = computed(
    () => this.offered()?.bodies.reduce((sum, { measures }) => sum + measures.triangles, 0) ?? 0,
  );
  /** What the field of triangles shows. */
  protected readonly triangleCount = computed(() => this.wanted() ?? (this.triangles() || this.most));
  protected readonly shown = computed((): readonly ShownBody[] =>
    (this.offered()?.bodies ?? []).map(({ drawn, openLines, material }, i) => ({
      drawn,
      openLines,
      look: materialOf(this.materials(), materialFor({ material }, i, this.materials())),
    })),
  );
  protected readonly openEdges = computed(
    () => this.offered()?.bodies.reduce((sum, { measures }) => sum + measures.openEdges, 0) ?? 0,
  );
  protected readonly whatWords = computed(() => {
    const offered = this.offered();
    if (!offered) return '';
    return `${offered.kind}, ${count(offered.bodies.length, 'body', 'bodies of different materials')}.`;
  });
  protected readonly sizeWords = computed(() => {
    const boxes = (this.offered()?.bodies ?? []).map((body) =>
      solidBounds(keptSolid(body, '', '', this.map())),
    );
    const across = [0, 1, 2].map(
      (axis) => Math.max(...boxes.map((box) => box[3 + axis])) - Math.min(...boxes.map((box) => box[axis])),
    );
    const [long, high, deep] = across.map((mm) => formatLength(mm, this.shownIn()));
    return `It is ${long} along its way, ${high} high in the drawing, and ${deep} deep.`;
  });
  protected readonly closedWords = computed(() => {
    const open = this.openEdges();
    return open === 0
      ? 'It is closed: every edge is in exactly two triangles.'
      : `It is open: ${count(open, 'edge is', 'edges are')} not in exactly two triangles, drawn in red.`;
  });
  protected readonly mendedWords = computed(() => {
    const offered = this.offered();
    if (!offered) return '';
    const { joined, dropped, turned, leftOut } = offered;
    return [
      ...(joined > 0 ? [`${count(joined, 'corner', 'corners')} joined to others`] : []),
      ...(dropped > 0 ? [`${count(dropped, 'triangle', 'triangles')} without an area left out`] : []),
      ...(turned > 0 ? [`${count(turned, 'triangle', 'triangles')} turned to face outward`] : []),
      ...leftOut.map((words) => `not read: ${words}`),
    ].join('; ');
  });
  protected readonly thinWords = computed(() => {
    const offered = this.offered();
    if (!offered) return `of ${this.most.toLocaleString('en')} at the most`;
    return this.triangles() === offered.trianglesMended
      ? `as it has; ${this.most.toLocaleString('en')} at the most`
      : `${count(this.triangles(), 'triangle', 'triangles')} of ${offered.trianglesMended.toLocaleString('en')}`;
  });

  constructor() {
    const asked = computed(() => ({
      file: this.file(),
      how: {
        unit: millimetresIn(this.fileUnit()),
        weld: this.weld(),
        ...(this.wanted() === null ? {} : { triangles: this.wanted() ?? 0 }),
      },
    }));
    toObservable(asked)
      .pipe(
        latestOnly(({ file, how }) => {
          this.reading.set(true);
          return cancellable((owner) =>
            answerOf(
              this.files.run({
                priority: 'shown',
                limit: MOST_TIME,
                owner,
                work: ({ tasks }) => tasks.read(file, how),
              }),
              { late: LATE },
            ),
          );
        }),
        takeUntilDestroyed(),
      )
      .subscribe(([, reply]) => {
        this.reading.set(false);
        this.trouble.clear();
        this.reply.set(reply);
      });
  }

  protected isUnit(value: string): void {
    const unit = UNITS.find((each) => each === value);
    if (unit) this.fileUnit.set(unit);
  }

  protected thin(many: number): void {
    this.wanted.set(many);
  }

  protected turn(axis: Axis): void {
    this.map.update((map) => composed(QUARTER_TURNS[axis], map));
  }

  protected mirror(): void {
    this.map.update((map) => composed(MIRRORED, map));
  }

  protected async take(): Promise<void> {
    const offered = this.offered();
    if (!offered || this.taking()) return;
    this.taking.set(true);
    await this.trouble.during(async () => {
      const { name } = this.file();
      const hashes = await Promise.all(offered.bodies.map(({ stl }) => firstValueFrom(this.api.keep(stl))));
      const solids = middled(offered.bodies.map((body, i) => keptSolid(body, hashes[i], name, this.map())));
      const reply = await this.solids.silhouettes(solids, this.owner);
      if (!reply.ok) throw new Error(reply.message);
      this.taken.emit({
        file: name,
        given: solids.map((solid, i) => ({
          solid,
          material: materialFor(offered.bodies[i], i, this.materials()),
          silhouette: reply.value[i],
        })),
      });
    });
    this.taking.set(false);
  }
}
