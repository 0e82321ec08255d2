declare module 'png-chunks-extract' {
  /** A part of a PNG file: four letters, and its bytes. */
  export interface PngChunk {
    readonly name: string;
    readonly data: Uint8Array;
  }
  export default function extractChunks(png: Uint8Array): PngChunk[];
}

declare module 'png-chunks-encode' {
  import type { PngChunk } from 'png-chunks-extract';
  export default function encodeChunks(chunks: readonly PngChunk[]): Uint8Array;
}
