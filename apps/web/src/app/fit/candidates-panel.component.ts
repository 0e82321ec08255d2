import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Candidate } from '@coin-relay/core';
import { formatLengthNumber, toleranceOf } from '@coin-relay/model';
import { debounceTime, switchMap } from 'rxjs';
import { setFit } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { GraphComponent } from '../graphs/graph.component';
import type { GraphLine } from '../graphs/graph-data';
import { fileName } from '@coin-relay/formats';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzTableModule } from 'ng-zorro-antd/table';
import { candidateRows, sortedCandidates, type CandidateSort } from './candidate-rows';
import { TermComponent } from '../help/term.component';
import { FitService } from '../engine/fit.service';
import { SortHeadComponent, sortedBy, sortWay, type Sort } from '../shared/sort-head.component';

/** Candidates shown. */
const SHOWN = 9;
/** They are worked out once the row has stood still for so long, ms. */
const PAUSE = 150;

const GIVE_TITLES = { path: 'pitch', pitch: 'path', wheel: 'wheel', slack: 'sag', both: 'gap' } as const;

/** How far the pitch may be off, one way, over the counts shown. */
const limitLine = (x: readonly number[], percent: number): GraphLine => ({
  name: percent > 0 ? 'allowed' : 'allowed below',
  x: [x[0], x[x.length - 1]],
  y: [percent, percent],
  limit: true,
});

/** The counts around the ideal one, and what each would cost; one press takes it. */
@Component({
  selector: 'relay-candidates-panel',
  imports: [NzButtonComponent, NzTableModule, GraphComponent, SortHeadComponent, TermComponent],
  template: `
    <p class="cost"><relay-term of="Candidates">What other counts would cost</relay-term>:</p>
    <!-- As high as it will be: what stands below would move on under the pointer. -->
    <div class="table" [class.awaited]="rows().length === 0">
      @defer (on immediate) {
        <nz-table
          role="group"
          aria-label="Candidates"
          nzSize="small"
          [nzData]="rows()"
          [nzFrontPagination]="false"
          [nzShowPagination]="false"
          nzNoResult="working them out…"
        >
          <thead>
            <tr>
              @for (column of columns(); track column.key) {
                <th scope="col" [attr.aria-sort]="sortWay(sort(), column.key)">
                  <relay-sort-head [way]="sortWay(sort(), column.key)" (pressed)="by(column.key)">{{
                    column.title
                  }}</relay-sort-head>
                </th>
                @if (column.key === 'give' && changesPitch()) {
                  <th scope="col">{{ unit() }}</th>
                }
              }
              <th scope="col"><span class="sr-only">What it is</span></th>
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track row.count) {
              <tr [class.chosen]="row.count === now()" [title]="row.problem ?? ''">
                <td>
                  <button
                    nz-button
                    nzType="link"
                    type="button"
                    [disabled]="row.problem !== null"
                    [attr.aria-label]="'Take ' + row.count"
                    (click)="take(row.count)"
                  >
                    {{ row.count }}
                  </button>
                </td>
                @if (row.problem) {
                  <td [attr.colspan]="changesPitch() ? 4 : 3" class="cost">cannot be made</td>
                } @else {
                  <td>
                    <span class="bar" [style.width.%]="bar(row.give)" aria-hidden="true"></span
                    >{{ row.giveWords }}
                  </td>
                  @if (changesPitch()) {
                    <td>{{ row.pitchNumber }}</td>
                  }
                  <td>{{ row.ripple }}</td>
                  <td class="marks">
                    {{ row.even ? 'even' : 'odd' }}{{ row.whole ? '' : ' ◆' }}{{ row.allowed ? '' : ' ▲' }}
                  </td>
                }
              </tr>
            }
          </tbody>
        </nz-table>
      }
    </div>
    <div class="graph" [class.awaited]="rows().length === 0 || graph()">
      @if (graph(); as g) {
        @defer (on immediate) {
          <relay-graph
            title="What each would cost"
            [lines]="g.lines"
            [axes]="g.axes"
            [mark]="now() ?? null"
            [file]="g.file"
            [height]="110"
          />
        }
      }
    </div>
    <p class="cost">{{ legend() }} In <relay-term of="Ripple">ppm</relay-term> its ripple.</p>
  `,
  styleUrls: ['../shared/step.less', './candidates-panel.component.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CandidatesPanelComponent {
  private readonly store = inject(JobStore);
  private readonly fits = inject(FitService);
  private readonly state = toSignal(this.fits.state$, { requireSync: true });
  protected readonly sortWay = sortWay;
  protected readonly sort = signal<Sort<CandidateSort>>({ by: 'count', down: false });
  private readonly found = toSignal(
    this.fits.state$.pipe(
      debounceTime(PAUSE),
      switchMap(() => this.fits.candidates(SHOWN)),
    ),
    { initialValue: [] as readonly Candidate[] },
  );
  private readonly view = computed(() => this.state().view);
  protected readonly now = computed(() => this.view()?.fit.count);
  private readonly hold = computed(() => this.view()?.resolved.run.fit.hold ?? 'path');
  /** Where the pitch gives way, it is told in its unit too. */
  protected readonly changesPitch = computed(() => this.hold() === 'path' && !this.view()?.fit.apart);
  protected readonly unit = computed(() => this.view()?.job.unit ?? 'mm');
  private readonly giveTitle = computed(() =>
    this.hold() === 'path' && this.view()?.fit.apart ? 'lengths' : GIVE_TITLES[this.hold()],
  );
  protected readonly columns = computed((): { key: CandidateSort; title: string }[] => [
    { key: 'count', title: 'count' },
    { key: 'give', title: this.giveTitle() },
    { key: 'ripple', title: 'ppm' },
  ]);
  protected readonly tolerance = computed(() => {
    const resolved = this.view()?.resolved;
    const part = resolved ? toleranceOf(resolved) : null;
    return part === null ? null : Number((part * 100).toFixed(2));
  });
  protected readonly legend = computed(() => {
    const tolerance = this.tolerance();
    const whole = '◆ the sequence does not meet itself';
    return tolerance === null ? `${whole}.` : `${whole}; ▲ the pitch is further off than ${tolerance} %.`;
  });
  protected readonly rows = computed(() => {
    const view = this.view();
    if (!view) return [];
    const { resolved, job } = view;
    const made = candidateRows(
      this.found(),
      this.hold(),
      resolved.sequence.length,
      toleranceOf(resolved),
      job.unit,
    );
    const { by, down } = this.sort();
    return sortedCandidates(made, by, down);
  });
  /** The cost over the counts, with the limits of the pitch where that gives way. */
  protected readonly graph = computed(() => {
    const view = this.view();
    const made = this.rows()
      .filter(({ problem, give }) => problem === null && Number.isFinite(give))
      .sort((a, b) => a.count - b.count);
    if (!view || made.length < 2) return null;
    const { job } = view;
    const hold = this.hold();
    const asPart = hold === 'path' || hold === 'pitch';
    const x = made.map(({ count }) => count);
    const name = this.giveTitle();
    const cost: GraphLine = {
      name,
      x,
      y: made.map(({ give }) => (asPart ? give * 100 : Number(formatLengthNumber(give, job.unit)))),
      as: 'points',
    };
    const tolerance = this.tolerance();
    const limits =
      hold === 'path' && tolerance !== null ? [1, -1].map((sign) => limitLine(x, sign * tolerance)) : [];
    return {
      lines: [cost, ...limits],
      axes: { x: 'count', y: `${name}, ${asPart ? '%' : job.unit}` },
      file: fileName(`${job.name} candidates`, ''),
    };
  });
  private readonly most = computed(() =>
    Math.max(1e-12, ...this.rows().map(({ give }) => (Number.isFinite(give) ? Math.abs(give) : 0))),
  );

  /** How much of its column a candidate's cost fills. */
  protected bar(give: number): number {
    return Number.isFinite(give) ? (Math.abs(give) / this.most()) * 100 : 0;
  }

  protected by(key: CandidateSort): void {
    this.sort.update((sort) => sortedBy(sort, key));
  }

  protected take(count: number): void {
    const run = this.view()?.resolved.run;
    if (run) this.store.change(setFit(run.id, { count }));
  }
}
