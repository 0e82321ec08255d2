import { transfer } from 'comlink';

/**
 * An answer for another thread whose numbers are handed over rather than copied there: the copy is
 * made in this thread, which keeps its own, and the page takes no time for it.
 */
export function handOver<T>(answer: T): T {
  const copy = structuredClone(answer);
  const buffers = new Set<ArrayBuffer>();
  gather(copy, buffers);
  return buffers.size === 0 ? copy : transfer(copy, [...buffers]);
}

function gather(value: unknown, into: Set<ArrayBuffer>): void {
  if (typeof value !== 'object' || value === null) return;
  if (ArrayBuffer.isView(value)) {
    // An empty one has nothing to hand over.
    if (value.buffer instanceof ArrayBuffer && value.byteLength > 0) into.add(value.buffer);
  } else if (value instanceof Map) for (const part of value.values()) gather(part, into);
  // Lists of plain values hold none.
  else if (Array.isArray(value)) {
    if (typeof value[0] === 'object') for (const part of value) gather(part, into);
  } else for (const part of Object.values(value)) gather(part, into);
}
