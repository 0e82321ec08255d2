import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  mirrorContour,
  pathBounds,
  measurePath,
  RelayError,
  writePathData,
  type Contour,
} from '@coin-relay/core';
import { DRAWING_LIMITS, type Drawing } from '@coin-relay/formats';
import { formatLength, outlineJob, parseJob } from '@coin-relay/model';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzUploadModule, type NzUploadFile } from 'ng-zorro-antd/upload';
import { firstValueFrom } from 'rxjs';
import { JobApi } from '../api/job-api.service';
import { FitWorker } from '../fit/fit-worker.service';

interface Row {
  readonly id: string;
  readonly element: string;
  readonly length: string;
  readonly closed: boolean;
  readonly contour: Contour;
  /** Path data with y down, for the preview. */
  readonly d: string;
}

/** A new job from a drawing: the lines found in it, one of which the row will run on. */
@Component({
  selector: 'relay-start-page',
  imports: [RouterLink, NzButtonModule, NzUploadModule],
  templateUrl: './start.page.html',
  styleUrl: './start.page.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StartPage {
  private readonly api = inject(JobApi);
  private readonly router = inject(Router);
  private readonly worker = inject(FitWorker);

  protected readonly fileName = signal('');
  protected readonly drawing = signal<Drawing | null>(null);
  protected readonly problem = signal('');
  protected readonly busy = signal(false);
  protected readonly chosen = signal<string | null>(null);
  protected readonly rows = computed(() => (this.drawing()?.contours ?? []).map(rowOf));
  protected readonly viewBox = computed(() => viewBoxOf(this.rows()));
  protected readonly lineWidth = computed(() => Number(this.viewBox().split(' ')[2]) / 400);
  protected readonly chosenRow = computed(() => this.rows().find((row) => row.id === this.chosen()));
  protected readonly sizeWords = computed(() => {
    const drawing = this.drawing();
    if (!drawing) return '';
    return drawing.physical
      ? `Its own size says that one unit is ${Number(drawing.millimetresPerUnit.toFixed(5))} mm.`
      : 'It does not say how large it is; one unit is taken as one millimetre.';
  });

  /** Takes the file that was dropped or chosen; nothing is sent anywhere. */
  protected readonly take = (file: NzUploadFile): boolean => {
    void this.read(file as unknown as File);
    return false;
  };

  protected choose(id: string): void {
    this.chosen.set(id);
  }

  protected async make(): Promise<void> {
    const row = this.chosenRow();
    if (!row) return;
    const name =
      this.fileName()
        .replace(/\.svg$/i, '')
        .slice(0, 80) || 'From a drawing';
    await this.attempt(async () => {
      const made = await firstValueFrom(this.api.create(outlineJob(name, writePathData(row.contour, 9))));
      await this.router.navigate(['/job', made.id]);
    });
  }

  private async read(file: File): Promise<void> {
    this.drawing.set(null);
    this.chosen.set(null);
    this.fileName.set(file.name);
    await this.attempt(async () => {
      if (file.size > DRAWING_LIMITS.size) {
        throw new RelayError(
          'file-too-large',
          `${file.name} is ${(file.size / 1e6).toFixed(1)} MB; at most ${DRAWING_LIMITS.size / 1e6} MB are read. Leave only the lines you need in it.`,
        );
      }
      const text = await file.text();
      if (/\.json$/i.test(file.name)) {
        await this.openJob(text, file.name);
        return;
      }
      const reply = await this.worker.tasks.readSvg(text);
      if (!reply.ok) throw new Error(reply.message);
      this.drawing.set(reply.value);
      const longest = [...reply.value.contours].sort((a, b) => b.length - a.length)[0];
      this.chosen.set(longest?.id ?? null);
      if (!longest)
        this.problem.set('The drawing holds no line a row could run on. What was skipped is listed below.');
    });
  }

  private async openJob(text: string, name: string): Promise<void> {
    let document: unknown;
    try {
      document = JSON.parse(text);
    } catch {
      throw new RelayError('job-broken', `${name} is not a Coin Relay job: it is not JSON.`);
    }
    const made = await firstValueFrom(this.api.create(parseJob(document)));
    await this.router.navigate(['/job', made.id]);
  }

  private async attempt(work: () => Promise<unknown>): Promise<void> {
    this.problem.set('');
    this.busy.set(true);
    try {
      await work();
    } catch (error) {
      this.problem.set(error instanceof Error ? error.message : String(error));
    } finally {
      this.busy.set(false);
    }
  }
}

function rowOf({ id, element, length, closed, contour }: Drawing['contours'][number]): Row {
  return {
    id,
    element,
    closed,
    contour,
    length: formatLength(length, 'mm'),
    d: writePathData(mirrorContour(contour), 3),
  };
}

function viewBoxOf(rows: readonly Row[]): string {
  const box = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { contour } of rows) {
    const [x0, y0, x1, y1] = pathBounds(measurePath(mirrorContour(contour)));
    box[0] = Math.min(box[0], x0);
    box[1] = Math.min(box[1], y0);
    box[2] = Math.max(box[2], x1);
    box[3] = Math.max(box[3], y1);
  }
  if (!Number.isFinite(box[0])) return '0 0 100 100';
  const margin = Math.max(box[2] - box[0], box[3] - box[1]) * 0.05 + 0.01;
  return [box[0] - margin, box[1] - margin, box[2] - box[0] + 2 * margin, box[3] - box[1] + 2 * margin].join(
    ' ',
  );
}
