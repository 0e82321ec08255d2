import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { routeJob, type JobSummary } from '@coin-relay/model';
import { JobApi } from '../api/job-api.service';
import { firstValueFrom } from 'rxjs';
import { OfferBack } from '../shared/offer-back.service';
import { ErrorState } from '../shared/error-state';
import { JobCardComponent } from './job-card.component';

/** The rack: the jobs, each with a live picture and its facts. */
@Component({
  selector: 'relay-rack-page',
  imports: [RouterLink, JobCardComponent],
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

  constructor() {
    void this.load();
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
    await this.trouble.during(async () => this.jobs.set(await firstValueFrom(this.api.list())));
  }
}
