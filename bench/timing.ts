/** Times of one piece of work, milliseconds, smallest first. */
export function times(work: () => void, runs: number, warmUp = Math.ceil(runs / 5)): number[] {
  for (let k = 0; k < warmUp; k++) work();
  const found: number[] = [];
  for (let k = 0; k < runs; k++) {
    const start = performance.now();
    work();
    found.push(performance.now() - start);
  }
  return found.sort((a, b) => a - b);
}

export const median = (sorted: readonly number[]): number => sorted[Math.floor(sorted.length / 2)];

/** Times two pieces of work in turn, so that both meet the same state of the machine; the median of the ratios a / b. */
export function paired(a: () => void, b: () => void, runs: number): { a: number; b: number; ratio: number } {
  times(a, 1, 2);
  times(b, 1, 2);
  const first: number[] = [];
  const second: number[] = [];
  const ratios: number[] = [];
  for (let k = 0; k < runs; k++) {
    const [x] = times(a, 1, 0);
    const [y] = times(b, 1, 0);
    first.push(x);
    second.push(y);
    ratios.push(x / y);
  }
  const mid = (list: number[]): number => median(list.sort((p, q) => p - q));
  return { a: mid(first), b: mid(second), ratio: mid(ratios) };
}

export function report(lines: readonly (readonly [string, string])[]): void {
  const width = Math.max(...lines.map(([name]) => name.length));
  for (const [name, value] of lines) console.log(`  ${name.padEnd(width)}  ${value}`);
}
