import {
  ChangeDetectionStrategy,
  Component,
  effect,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { routeJob, type JobList, type JobSummary } from '@coin-relay/model';
import { JobApi } from '../api/job-api.service';
import { firstValueFrom } from 'rxjs';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { OfferBack } from '../shared/offer-back.service';
import { ErrorState } from '../shared/error-state';
import { JobCardComponent } from './job-card.component';

/** The rack: the jobs, each with a live picture and its facts. */
@Component({
  selector: 'relay-rack-page',
  imports: [NzButtonComponent, RouterLink, JobCardComponent],
  templateUrl: './rack.page.html',
  styleUrl: './rack.page.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RackPage {
  private readonly api = inject(JobApi);
  private readonly router = inject(Router);
  private readonly back = inject(OfferBack);
  protected readonly jobs = signal<readonly JobSummary[] | null>(null);
  private readonly trouble = new ErrorState();
  protected readonly problem = this.trouble.words;

  /** Where the list goes on; null where all of it is there. */
  protected readonly next = signal<string | null>(null);
  private readonly end = viewChild<ElementRef<HTMLElement>>('end');
  private fetching = false;

  constructor() {
    void this.load();
    // The list goes on when its end comes near.
    effect((onCleanup) => {
      const after = this.next();
      const end = this.end()?.nativeElement;
      if (after === null || !end) return;
      const watcher = new IntersectionObserver(
        (entries) => {
          if (entries.some(({ isIntersecting }) => isIntersecting)) void this.more(after);
        },
        { rootMargin: '800px' },
      );
      watcher.observe(end);
      onCleanup(() => watcher.disconnect());
    });
  }

  protected async newRoute(): Promise<void> {
    await this.trouble.during(async () => {
      const made = await firstValueFrom(this.api.create(routeJob('New route')));
      await this.router.navigate(['/job', made.id]);
    });
  }

  protected async copy(id: string): Promise<void> {
    await this.trouble.during(async () => {
      const { job } = await firstValueFrom(this.api.load(id));
      await firstValueFrom(this.api.create({ ...job, name: `${job.name} (copy)`.slice(0, 80) }));
      await this.load();
    });
  }

  protected async remove(job: JobSummary): Promise<void> {
    await this.trouble.during(async () => {
      await firstValueFrom(this.api.remove(job.id));
      await this.load();
      void this.back.offer(`${job.name} was taken off the rack`, () => this.restore(job.id));
    });
  }

  private async restore(id: string): Promise<void> {
    await this.trouble.during(async () => {
      await firstValueFrom(this.api.restore(id));
      await this.load();
    });
  }

  private async load(): Promise<void> {
    await this.trouble.during(async () => this.take(await firstValueFrom(this.api.list()), []));
  }

  private async more(after: string): Promise<void> {
    if (this.fetching) return;
    this.fetching = true;
    const known = this.jobs() ?? [];
    await this.trouble.during(async () => this.take(await firstValueFrom(this.api.list(after)), known));
    this.fetching = false;
  }

  private take({ jobs, next }: JobList, known: readonly JobSummary[]): void {
    const there = new Set(known.map(({ id }) => id));
    this.jobs.set([...known, ...jobs.filter(({ id }) => !there.has(id))]);
    this.next.set(next);
  }
}
