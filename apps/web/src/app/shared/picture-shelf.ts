import { Injectable } from '@angular/core';
import { Subject } from 'rxjs';

/** Pictures the server keeps, as images to be painted: fetched when they are first asked for. */
@Injectable({ providedIn: 'root' })
export class PictureShelf {
  private readonly images = new Map<string, HTMLImageElement | null>();
  private readonly arrived = new Subject<void>();

  /** Emits when a picture that was asked for has come. */
  readonly arrived$ = this.arrived.asObservable();

  /** The picture, or null while it is not there (or cannot be had). */
  get(name: string): HTMLImageElement | null {
    const known = this.images.get(name);
    if (known !== undefined) return known;
    this.images.set(name, null);
    void this.fetch(name);
    return null;
  }

  private async fetch(name: string): Promise<void> {
    const image = new Image();
    image.src = `/api/pictures/${name}`;
    try {
      await image.decode();
      this.images.set(name, image);
      this.arrived.next();
    } catch {
      // A picture that is gone is not painted.
    }
  }
}
