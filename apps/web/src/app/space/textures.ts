import type { Observable, Subscription } from 'rxjs';
import { SRGBColorSpace, Texture } from 'three';

/** Where pictures come from: some are there, others come later. */
export interface PictureSource {
  get(name: string): HTMLImageElement | ImageBitmap | null;
  readonly arrived$: Observable<unknown>;
}

/** Pictures on bodies, each once; what has not come yet covers nothing. */
export class Textures {
  private readonly known = new Map<string, Texture>();
  private readonly waiting: Subscription;

  /** @param changed told when a picture that was asked for has come */
  constructor(
    private readonly shelf: PictureSource,
    private readonly changed: () => void,
  ) {
    this.waiting = shelf.arrived$.subscribe(() => {
      for (const [name, texture] of this.known)
        if (!texture.image && this.fill(name, texture)) this.changed();
    });
  }

  of(name: string): Texture {
    const known = this.known.get(name);
    if (known) return known;
    const texture = new Texture();
    texture.colorSpace = SRGBColorSpace;
    texture.anisotropy = 4;
    this.known.set(name, texture);
    this.fill(name, texture);
    return texture;
  }

  dispose(): void {
    this.waiting.unsubscribe();
    for (const texture of this.known.values()) texture.dispose();
  }

  private fill(name: string, texture: Texture): boolean {
    const image = this.shelf.get(name);
    if (!image) return false;
    texture.image = image;
    texture.needsUpdate = true;
    return true;
  }
}
