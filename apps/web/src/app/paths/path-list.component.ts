import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { beginPath, PATH_OFFERS, pathSummary } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzInputDirective } from 'ng-zorro-antd/input';
import { addPath, putRunOn, removePath, renamePath } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { RunAtWork } from '../session/run-at-work.service';
import { PathWork } from '../session/path-work.service';
import { CHOICE } from '../shared/choice.directive';

/** The paths of the job, which one the row is on, and how another one comes in. */
@Component({
  selector: 'relay-path-list',
  imports: [NzInputDirective, CHOICE, NzButtonComponent],
  templateUrl: './path-list.component.html',
  styleUrls: ['../shared/step.less', './path-list.component.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PathListComponent {
  private readonly store = inject(JobStore);
  private readonly work = inject(PathWork);
  private readonly runs = inject(RunAtWork);
  private readonly job = toSignal(this.store.job$);
  protected readonly at = toSignal(this.work.path$, { initialValue: null });
  protected readonly offers = PATH_OFFERS.filter(({ group }) => group === undefined);
  protected readonly groups = [...new Set(PATH_OFFERS.flatMap(({ group }) => group ?? []))].map((group) => ({
    group,
    offers: PATH_OFFERS.filter((offer) => offer.group === group),
  }));
  /** Emits when lines are to come from a file. */
  readonly fromFile = output();

  protected readonly rows = computed(() => {
    const job = this.job();
    if (!job) return [];
    return job.paths.map((path) => ({
      path,
      words: pathSummary(job, path),
      carries: job.runs.some((run) => run.path === path.id),
      needed: job.paths.some((other) => 'of' in other && other.of === path.id),
    }));
  });
  protected readonly own = computed(() => this.rows().find(({ path }) => path.id === this.at()?.id));

  protected choose(id: string): void {
    this.work.choose(id);
  }

  protected rename(text: string): void {
    const path = this.at();
    const name = text.trim().slice(0, 80);
    if (path && name !== '') this.store.change(renamePath(path.id, name));
  }

  protected carry(): void {
    const run = this.runs.run;
    const path = this.at();
    if (run && path) this.store.change(putRunOn(run.id, path.id));
  }

  protected remove(): void {
    const path = this.at();
    if (!path) return;
    this.store.change(removePath(path.id));
    this.work.choose(null);
  }

  /** Adds what was chosen in the list, and goes to work on it. */
  protected add(what: string): void {
    const job = this.job();
    if (!job) return;
    if (what === 'file') {
      this.fromFile.emit();
      return;
    }
    const offer = PATH_OFFERS.find(({ id }) => id === what);
    if (offer?.byHand === 'picking') this.work.setMode('stretch');
    const begun = beginPath(job, what, this.at());
    if (!begun) return;
    this.store.change(addPath(begun.path, begun.wheels));
    this.work.choose(begun.path.id);
    if (offer?.byHand === 'placing') this.work.setMode('place');
  }
}
