import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Backdrop } from '@coin-relay/model';
import { firstValueFrom } from 'rxjs';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { JobApi } from '../api/job-api.service';
import { setBackdrop } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { LengthFieldComponent } from '../shared/length-field.component';
import { PathWork } from '../session/path-work.service';
import { FileChoiceComponent } from '../shared/file-choice.component';
import { ErrorState } from '../shared/error-state';
import { SLIDER } from '../shared/slider.directive';
import { TroubleComponent } from '../shared/trouble.component';

/** Bytes of a picture at the most, as the server takes them. */
const MOST_BYTES = 12_000_000;
/** How wide a picture is at first, mm. */
const FIRST_WIDTH = 400;

/** A reference picture behind the drawing: brought in, scaled by two points, faded. */
@Component({
  selector: 'relay-backdrop',
  imports: [TroubleComponent, SLIDER, NzButtonComponent, FileChoiceComponent, LengthFieldComponent],
  templateUrl: './backdrop.component.html',
  styleUrls: ['../shared/step.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BackdropComponent {
  private readonly store = inject(JobStore);
  private readonly api = inject(JobApi);
  private readonly work = inject(PathWork);
  private readonly job = toSignal(this.store.job$);
  protected readonly unit = computed(() => this.job()?.unit ?? 'mm');
  protected readonly backdrop = computed(() => this.job()?.backdrop ?? null);
  protected readonly mode = toSignal(this.work.mode$, { requireSync: true });
  protected readonly marks = toSignal(this.work.measured$, { requireSync: true });
  private readonly trouble = new ErrorState();
  protected readonly problem = this.trouble.words;
  protected readonly apart = computed(() => {
    const [a, b] = this.marks();
    return a && b ? Math.hypot(a.x - b.x, a.y - b.y) : 0;
  });

  protected async take(file: File): Promise<void> {
    await this.trouble.during(async () => {
      if (file.size > MOST_BYTES)
        throw new Error(
          `${file.name} is ${(file.size / 1e6).toFixed(1)} MB; at most ${MOST_BYTES / 1e6} MB are taken. Save it smaller.`,
        );
      const size = await pictureSize(file);
      const { picture } = await firstValueFrom(this.api.keepPicture(file));
      const millimetresPerPixel = FIRST_WIDTH / size.width;
      this.store.change(
        setBackdrop({
          picture,
          ...size,
          x: -FIRST_WIDTH / 2,
          y: (size.height * millimetresPerPixel) / 2,
          millimetresPerPixel,
          shown: 0.5,
        }),
      );
    });
  }

  protected set(change: Partial<Backdrop>): void {
    const backdrop = this.backdrop();
    if (backdrop) this.store.change(setBackdrop({ ...backdrop, ...change }));
  }

  protected remove(): void {
    this.store.change(setBackdrop(null));
    this.work.setMode('arrange');
  }

  protected measure(): void {
    this.work.setMode(this.mode() === 'measure' ? 'arrange' : 'measure');
  }

  /** The first marked point stays where it is; the picture grows or shrinks about it. */
  protected scale(apart: number): void {
    const backdrop = this.backdrop();
    const [a] = this.marks();
    if (!backdrop || !a || !(this.apart() > 0)) return;
    const k = apart / this.apart();
    this.set({
      millimetresPerPixel: backdrop.millimetresPerPixel * k,
      x: a.x + (backdrop.x - a.x) * k,
      y: a.y + (backdrop.y - a.y) * k,
    });
    this.work.setMode('arrange');
  }
}

/** How large a picture is, px. Rejects what is none. */
async function pictureSize(file: File): Promise<{ width: number; height: number }> {
  try {
    const bitmap = await createImageBitmap(file);
    const { width, height } = bitmap;
    bitmap.close();
    return { width, height };
  } catch {
    throw new Error(`${file.name} is no picture that can be shown. Save it as PNG or JPEG.`);
  }
}
