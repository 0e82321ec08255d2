import { afterEach, describe, expect, it, vi } from 'vitest';
import { demo, jobView } from '../../testing/job-view';
import { JobContext } from '../session/job-context.service';
import { PlaceChoice } from '../session/place-choice.service';
import { RunAtWork } from '../session/run-at-work.service';
import { ROW_HEIGHT, TAPE_HEIGHT, tapeMap } from './tape-painter';
import { TapeComponent } from './tape.component';

/** As wide as it is laid out for these tests, px. */
const WIDTH = 1000;

async function tapeOf(id: string) {
  vi.spyOn(HTMLElement.prototype, 'clientWidth', 'get').mockReturnValue(WIDTH);
  vi.spyOn(HTMLElement.prototype, 'clientHeight', 'get').mockReturnValue(100);
  const view = await jobView(TapeComponent, demo(id));
  const strip = view.element.querySelector<HTMLCanvasElement>('.strip')!;
  const { fit } = view.fits.now.view!;
  const map = tapeMap(fit.layout.path.length, WIDTH);
  const at = (s: number): number => map.left + s * map.pixelsPerMm;
  const pointer = (kind: string, x: number, y: number, more = false): void => {
    const event = new MouseEvent(kind, { button: 0, shiftKey: more, bubbles: true });
    Object.defineProperties(event, { offsetX: { value: x }, offsetY: { value: y } });
    strip.dispatchEvent(event);
  };
  return { view, fit, at, pointer };
}

afterEach(() => vi.restoreAllMocks());

describe('the tape', () => {
  it('says how long it is, and how the row closes', async () => {
    const { view, fit } = await tapeOf('demo-coin-lift');
    expect(view.text()).toContain('the loop laid out straight as fitted, 0 to');
    expect(view.text()).toContain(`${fit.layout.path.length.toFixed(2)} mm`);
    expect(view.element.querySelector('figcaption')?.textContent).toContain('closing place: 0.000');
    expect(view.element.querySelector('.lens')?.getAttribute('aria-label')).toContain('closing place');
  });

  it('says where pieces are drawn less high than they are', async () => {
    const { view } = await tapeOf('demo-coin-slide');
    await expect.poll(() => view.text()).toMatch(/0 to [\d.,\s]+ mm; heights drawn at \d\d %/);
  });

  it('says nothing of heights where pieces look as they do on the path', async () => {
    const { view } = await tapeOf('demo-arcade-drive');
    await new Promise((resolve) => setTimeout(resolve, 100));
    expect(view.text()).toContain('laid out straight');
    expect(view.text()).not.toContain('heights drawn');
  });

  it('says of an open row what is left over at its end', async () => {
    const { view } = await tapeOf('demo-lamp-festoon');
    expect(view.text()).toContain('the path laid out straight');
    expect(view.text()).not.toContain('closing place');
  });

  it('a press on a link chooses it, with Shift also others, and opens the set-out', async () => {
    const { view, fit, at, pointer } = await tapeOf('demo-coin-lift');
    const choice = view.service(PlaceChoice);
    const pitch = fit.layout.path.length / fit.count;
    pointer('pointerdown', at(10.5 * pitch), 70);
    pointer('pointerup', at(10.5 * pitch), 70);
    expect(choice.places.size).toBe(1);
    expect(view.service(JobContext).at).toBe('set-out');
    const [first] = choice.places;
    pointer('pointerdown', at(12.5 * pitch), 70, true);
    pointer('pointerup', at(12.5 * pitch), 70, true);
    expect([...choice.places].map((place) => place - first)).toEqual([0, 2]);
  });

  it('a drag takes all links whose middle it passes over', async () => {
    const { view, fit, at, pointer } = await tapeOf('demo-coin-lift');
    const pitch = fit.layout.path.length / fit.count;
    pointer('pointerdown', at(20 * pitch), 70);
    pointer('pointermove', at(23 * pitch), 70);
    pointer('pointermove', at(25 * pitch), 70);
    pointer('pointerup', at(25 * pitch), 70);
    expect(view.service(PlaceChoice).places.size).toBe(5);
  });

  it('a press over the wheels’ lane selects the wheel that is wrapped there', async () => {
    const { view, fit, at, pointer } = await tapeOf('demo-coin-lift');
    const [wrap] = fit.layout.wraps;
    const middle = (wrap.from + wrap.to) / 2;
    pointer('pointerdown', at(middle), 30);
    pointer('pointerup', at(middle), 30);
    expect(view.service(JobContext).selectedWheel).toBe(wrap.wheel);
  });

  it('all rows are shown one under the other, and a press on one goes to work on it', async () => {
    localStorage.clear();
    const { view, pointer } = await tapeOf('demo-prize-carousel');
    const strip = view.element.querySelector<HTMLCanvasElement>('.strip')!;
    expect(strip.style.height).toBe(`${TAPE_HEIGHT}px`);
    // Alone, there is nothing under it to be pressed.
    const first = view.service(RunAtWork).run!.id;
    pointer('pointerdown', 300, TAPE_HEIGHT + 20);
    pointer('pointerup', 300, TAPE_HEIGHT + 20);
    expect(view.service(RunAtWork).run!.id).toBe(first);
    await view.press('all rows');
    expect(strip.style.height).toBe(`${TAPE_HEIGHT + ROW_HEIGHT}px`);
    pointer('pointerdown', 300, TAPE_HEIGHT + 20);
    pointer('pointerup', 300, TAPE_HEIGHT + 20);
    expect(view.service(RunAtWork).run!.id).toBe('prizes');
    await view.settled();
    // It is kept for the next visit.
    expect(localStorage.getItem('tape-rows')).toBe('true');
    await view.press('this row alone');
    expect(strip.style.height).toBe(`${TAPE_HEIGHT}px`);
  });

  it('a job of one row has nothing more to show', async () => {
    const { view } = await tapeOf('demo-coin-lift');
    expect(view.text()).not.toContain('all rows');
  });
});
