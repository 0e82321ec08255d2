import { DestroyRef, inject, Injectable } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Backdrop } from '@coin-relay/model';
import { distinctUntilChanged, from, map, switchMap } from 'rxjs';
import { JobStore } from '../../document/job-store.service';
import { PictureShelf } from '../../shared/picture-shelf';
import type { DrawingStage } from '../drawing-stage';
import type { DrawingPart } from './part';

/** The reference picture behind the drawing, and pictures on pieces once they have come. */
@Injectable()
export class PicturesPart implements DrawingPart {
  private readonly store = inject(JobStore);
  private readonly pictures = inject(PictureShelf);
  private readonly destroyed = inject(DestroyRef);

  attach(stage: DrawingStage): void {
    this.pictures.arrived$.pipe(takeUntilDestroyed(this.destroyed)).subscribe(() => stage.repaint());
    this.store.job$
      .pipe(
        takeUntilDestroyed(this.destroyed),
        map((job) => job.backdrop ?? null),
        distinctUntilChanged(),
        switchMap((backdrop) => from(loadBackdrop(backdrop))),
      )
      .subscribe(({ backdrop, image }) => stage.setBackdrop(backdrop, image));
  }
}

/** Fetches a reference picture; one that is gone is not shown. */
async function loadBackdrop(
  backdrop: Backdrop | null,
): Promise<{ backdrop: Backdrop | null; image: HTMLImageElement | null }> {
  if (!backdrop) return { backdrop, image: null };
  const image = new Image();
  image.src = `/api/pictures/${backdrop.picture}`;
  try {
    await image.decode();
    return { backdrop, image };
  } catch {
    return { backdrop, image: null };
  }
}
