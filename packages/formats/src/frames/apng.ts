// The applications that compile this file do not include the folder, so the types are named here.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./png-chunks.d.ts" />
import { RelayError } from '@coin-relay/core';
import encodeChunks from 'png-chunks-encode';
import extractChunks, { type PngChunk } from 'png-chunks-extract';

/**
 * Puts PNG pictures one after the other into an animated one (W3C PNG, third edition, 11.3.3: acTL, fcTL, fdAT). All of
 * them must be of one size and kind.
 */
export class AnimatedPng {
  private readonly chunks: PngChunk[] = [];
  private head: Uint8Array | null = null;
  private number = 0;
  private count = 0;

  /** @param framesPerSecond a whole number of them, or not: it is told as a fraction */
  constructor(
    private readonly framesPerSecond: number,
    private readonly frames: number,
  ) {}

  /** @throws RelayError file-broken for a picture that is none, or another kind of one */
  add(png: Uint8Array): void {
    const chunks = extractChunks(png);
    const head = chunks.find(({ name }) => name === 'IHDR')?.data;
    if (!head || (this.head && !head.every((byte, i) => byte === this.head?.[i])))
      throw new RelayError(
        'file-broken',
        'The pictures are not all of one kind: they cannot be put into one. Take the numbered frames instead.',
      );
    if (!this.head) {
      this.head = head;
      this.chunks.push({ name: 'IHDR', data: head });
      this.chunks.push({ name: 'acTL', data: words32(this.frames, 0) });
    }
    this.chunks.push({ name: 'fcTL', data: this.control(head) });
    for (const { name, data } of chunks)
      if (name === 'IDAT')
        this.chunks.push(
          this.count === 0
            ? { name: 'IDAT', data }
            : { name: 'fdAT', data: joined(words32(this.number++), data) },
        );
    this.count++;
  }

  finish(): Uint8Array<ArrayBuffer> {
    return Uint8Array.from(encodeChunks([...this.chunks, { name: 'IEND', data: new Uint8Array(0) }]));
  }

  /** The head of a frame: its number, size and place, how long it is shown, and that it takes the place of the last one. */
  private control(head: Uint8Array): Uint8Array {
    const view = new DataView(head.buffer, head.byteOffset);
    const frame = new Uint8Array(26);
    const out = new DataView(frame.buffer);
    out.setUint32(0, this.number++);
    out.setUint32(4, view.getUint32(0));
    out.setUint32(8, view.getUint32(4));
    const whole = Number.isInteger(this.framesPerSecond);
    out.setUint16(20, whole ? 1 : 1_000);
    out.setUint16(22, whole ? this.framesPerSecond : Math.round(1_000 * this.framesPerSecond));
    return frame;
  }
}

function words32(...values: readonly number[]): Uint8Array {
  const bytes = new Uint8Array(4 * values.length);
  const view = new DataView(bytes.buffer);
  values.forEach((value, i) => view.setUint32(4 * i, value));
  return bytes;
}

function joined(a: Uint8Array, b: Uint8Array): Uint8Array {
  const all = new Uint8Array(a.length + b.length);
  all.set(a);
  all.set(b, a.length);
  return all;
}
