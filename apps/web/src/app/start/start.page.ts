import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { Shape } from '@coin-relay/core';
import {
  drawnJob,
  freshId,
  hangingJob,
  jobInSpace,
  type Job,
  jobOnPath,
  parseJob,
  routeJob,
  SHAPE_WORDS,
  shapeJob,
} from '@coin-relay/model';
import { firstValueFrom } from 'rxjs';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { JobApi } from '../api/job-api.service';
import type { Step } from '../session/job-context.service';
import { ImportComponent, jobOf } from '../import/import.component';
import { nameOfLine, pathOfLine, type TakenLines } from '../import/taken-lines';
import { firstJob } from '../first-job/first-job';
import { ErrorState } from '../shared/error-state';
import { TroubleComponent } from '../shared/trouble.component';

/** A new job: drawn, from a ready shape, round wheels, hung, in space, or from a file. */
@Component({
  selector: 'relay-start-page',
  imports: [TroubleComponent, NzButtonComponent, RouterLink, ImportComponent],
  templateUrl: './start.page.html',
  styleUrl: './start.page.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StartPage {
  private readonly api = inject(JobApi);
  private readonly router = inject(Router);
  private readonly trouble = new ErrorState();
  protected readonly problem = this.trouble.words;
  protected readonly shapes = Object.entries(SHAPE_WORDS) as [Shape['of'], string][];

  protected draw(): void {
    void this.open(() => drawnJob('New drawing'), 'path');
  }

  protected route(): void {
    void this.open(() => routeJob('New route'), 'path');
  }

  protected hang(): void {
    void this.open(() => hangingJob('New hanging row'), 'path');
  }

  protected shape(of: Shape['of']): void {
    void this.open(() => shapeJob(`New ${SHAPE_WORDS[of].toLowerCase()}`, of), 'path');
  }

  protected inSpace(by: 'space' | 'helix'): void {
    void this.open(() => jobInSpace(by === 'helix' ? 'New helix' : 'New path in space', by), 'path');
  }

  protected openJob({ name, text }: { name: string; text: string }): void {
    void this.open(() => parseJob(jobOf(name, text)));
  }

  /** The row goes on the first line; the others come along as paths. */
  protected take({ file, lines }: TakenLines): void {
    void this.open(() => {
      const name = file.replace(/\.[a-z]{3}$/i, '').slice(0, 80) || 'From a drawing';
      const [first, ...others] = lines;
      const job = jobOnPath(pathOfLine(first, 'loop', name));
      const paths = [...job.paths];
      for (const line of others) paths.push(pathOfLine(line, freshId(paths, 'line'), nameOfLine(line)));
      return { ...job, paths };
    }, 'link');
  }

  private async open(make: () => Job, step?: Step): Promise<void> {
    await this.trouble.during(async () => {
      const made = await firstValueFrom(this.api.create(make()));
      firstJob(made.id);
      await this.router.navigate(['/job', made.id], step ? { queryParams: { step } } : {});
    });
  }
}
