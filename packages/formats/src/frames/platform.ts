import type { Machine } from '@coin-relay/model';
import type { KeptMeshes } from '@coin-relay/model/solid';
import type { Brush, FrameLook } from '@coin-relay/painting';
import type { Viewpoint } from '@coin-relay/scene';
import type { FrameSource } from './frame-source';

/** A canvas of a platform. */
export interface PlatformCanvas {
  readonly width: number;
  readonly height: number;
  readonly brush: Brush;
  /** What is on it, as a PNG file. */
  png(): Promise<Uint8Array>;
  /** What is on it: red, green, blue, alpha in turn, from the top left on. */
  pixels(): Uint8ClampedArray;
}

/** What makes a film of what is on a canvas. */
export interface FilmMaker {
  /** Takes what is on the canvas now as the next frame. */
  add(): Promise<void>;
  finish(): Promise<Uint8Array<ArrayBuffer>>;
}

export type FilmKind = 'mp4' | 'webm';

/** What is asked of solids in pictures. */
export interface ShadedAsked {
  /** Only these rows; all where nothing is said. */
  readonly runs?: readonly string[] | undefined;
  readonly path: boolean;
  readonly wheels: boolean;
  /** What lies between the rows. */
  readonly machine: boolean;
  /** The ground they stand on, with their shadow. */
  readonly ground: boolean;
  readonly from: Viewpoint;
  readonly look: FrameLook;
  /** All that are to be painted: the view is the same in all of them. */
  readonly frames: readonly number[];
  /** Pictures on pieces, by their name. */
  readonly pictures: ReadonlyMap<string, unknown>;
  /** Bodies from files that pieces name. */
  readonly kept: KeptMeshes;
}

/** What of pictures depends on where it runs: a browser, or Node.js. */
export interface Platform {
  /** Where what welds bodies is to be had; beside the program where nothing is said. */
  readonly wasm?: string;
  /** The script of a page that shows solids by itself. */
  viewer(): Promise<string>;
  /** What is kept under a hash; null where it is gone. */
  kept(kind: 'picture' | 'solid', hash: string): Promise<Uint8Array<ArrayBuffer> | null>;
  canvas(width: number, height: number): PlatformCanvas;
  /** An image to paint with. @param address a data address */
  image(address: string): Promise<unknown>;
  /** Null where this platform has no encoder for it. */
  film(kind: FilmKind, canvas: PlatformCanvas, framesPerSecond: number): Promise<FilmMaker | null>;
  /** What paints solids in light and shadow; null, or nothing, where that cannot be done here. */
  shaded?(machine: Machine, asked: ShadedAsked): Promise<FrameSource | null>;
}
