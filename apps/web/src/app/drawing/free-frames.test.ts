import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { FreeFrames } from './free-frames';

/** What waits for the next frame, and how long that one has gone on when it is its turn. */
let waiting: ((began: number) => void)[] = [];
const frame = (goneOn: number): void => {
  const now = waiting;
  waiting = [];
  for (const work of now) work(performance.now() - goneOn);
};
const layer = (): { drawn: number; draw: () => void } => ({
  drawn: 0,
  draw() {
    this.drawn++;
  },
});

describe('layers that are to be drawn', () => {
  beforeEach(() => {
    waiting = [];
    vi.stubGlobal('requestAnimationFrame', (work: (began: number) => void) => waiting.push(work));
    vi.stubGlobal('cancelAnimationFrame', () => (waiting = []));
  });
  afterEach(() => vi.unstubAllGlobals());

  it('are drawn once a frame, however often that is asked for', () => {
    const [frames, one, other] = [new FreeFrames(), layer(), layer()];
    frames.draw(one);
    frames.draw(one, other);
    frame(0);
    expect([one.drawn, other.drawn, waiting.length]).toEqual([1, 1, 0]);
    frames.draw(other);
    frame(0);
    expect([one.drawn, other.drawn]).toEqual([1, 2]);
  });

  it('wait for the next frame where one is full, and no longer', () => {
    const [frames, one] = [new FreeFrames(), layer()];
    frames.draw(one);
    frame(60);
    expect(one.drawn).toBe(0);
    frame(60);
    expect(one.drawn).toBe(1);
    frames.draw(one);
    frame(60);
    expect(one.drawn).toBe(1);
    frame(5);
    expect(one.drawn).toBe(2);
  });

  it('are not drawn any more once that is stopped', () => {
    const [frames, one] = [new FreeFrames(), layer()];
    frames.draw(one);
    frames.stop();
    frame(0);
    expect(one.drawn).toBe(0);
  });
});
