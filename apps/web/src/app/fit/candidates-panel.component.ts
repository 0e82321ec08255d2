import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Candidate } from '@coin-relay/core';
import { toleranceOf } from '@coin-relay/model';
import { debounceTime, from, switchMap } from 'rxjs';
import { setFit } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { candidateRows, sortedCandidates, type CandidateSort } from './candidate-rows';
import { FitService } from './fit.service';

/** Candidates shown. */
const SHOWN = 9;
/** They are worked out once the row has stood still for so long, ms. */
const PAUSE = 150;

const GIVE_TITLES = { path: 'pitch', pitch: 'path', wheel: 'wheel', both: 'gap' } as const;

/** The counts around the ideal one, and what each would cost; one press takes it. */
@Component({
  selector: 'relay-candidates-panel',
  template: `
    <table aria-label="Candidates">
      <thead>
        <tr>
          @for (column of columns(); track column.key) {
            <th scope="col" [attr.aria-sort]="sortOf(column.key)">
              <button type="button" class="plain-button" (click)="by(column.key)">
                {{ column.title
                }}{{
                  sortOf(column.key) === 'ascending' ? ' ↑' : sortOf(column.key) === 'descending' ? ' ↓' : ''
                }}
              </button>
            </th>
          }
          <th scope="col"><span class="sr-only">What it is</span></th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.count) {
          <tr [class.chosen]="row.count === now()" [title]="row.problem ?? ''">
            <td>
              <button
                type="button"
                class="plain-button"
                [disabled]="row.problem !== null"
                [attr.aria-label]="'Take ' + row.count"
                (click)="take(row.count)"
              >
                {{ row.count }}
              </button>
            </td>
            @if (row.problem) {
              <td colspan="3" class="cost">cannot be made</td>
            } @else {
              <td>
                <span class="bar" [style.width.%]="bar(row.give)" aria-hidden="true"></span
                >{{ row.giveWords }}
              </td>
              <td>{{ row.ripple }}</td>
              <td class="marks">
                {{ row.even ? 'even' : 'odd' }}{{ row.whole ? '' : ' ◆' }}{{ row.allowed ? '' : ' ▲' }}
              </td>
            }
          </tr>
        } @empty {
          <tr>
            <td colspan="4" class="cost">working them out…</td>
          </tr>
        }
      </tbody>
    </table>
    <p class="cost">
      ◆ the sequence does not meet itself; ▲ the pitch is further off than {{ tolerance() }} %.
    </p>
  `,
  styleUrls: ['../worksheet/steps/step.less', './candidates-panel.component.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CandidatesPanelComponent {
  private readonly store = inject(JobStore);
  private readonly fits = inject(FitService);
  private readonly state = toSignal(this.fits.state$, { requireSync: true });
  protected readonly sort = signal<{ by: CandidateSort; down: boolean }>({ by: 'count', down: false });
  private readonly found = toSignal(
    this.fits.state$.pipe(
      debounceTime(PAUSE),
      switchMap(() => from(this.fits.candidates(SHOWN))),
    ),
    { initialValue: [] as readonly Candidate[] },
  );
  private readonly view = computed(() => this.state().view);
  protected readonly now = computed(() => this.view()?.fit.count);
  private readonly hold = computed(() => this.view()?.resolved.run.fit.hold ?? 'path');
  protected readonly columns = computed((): { key: CandidateSort; title: string }[] => [
    { key: 'count', title: 'count' },
    { key: 'give', title: GIVE_TITLES[this.hold()] },
    { key: 'ripple', title: 'ppm' },
  ]);
  protected readonly tolerance = computed(() => {
    const resolved = this.view()?.resolved;
    return resolved ? Number((toleranceOf(resolved) * 100).toFixed(2)) : 0;
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
  private readonly most = computed(() =>
    Math.max(1e-12, ...this.rows().map(({ give }) => (Number.isFinite(give) ? Math.abs(give) : 0))),
  );

  /** How much of its column a candidate's cost fills. */
  protected bar(give: number): number {
    return Number.isFinite(give) ? (Math.abs(give) / this.most()) * 100 : 0;
  }

  protected by(key: CandidateSort): void {
    this.sort.update(({ by, down }) => ({ by: key, down: by === key && !down }));
  }

  protected sortOf(key: CandidateSort): 'ascending' | 'descending' | 'none' {
    const { by, down } = this.sort();
    return by !== key ? 'none' : down ? 'descending' : 'ascending';
  }

  protected take(count: number): void {
    const run = this.view()?.resolved.run;
    if (run) this.store.change(setFit(run.id, { count }));
  }
}
