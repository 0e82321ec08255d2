import { describe, expect, it, vi } from 'vitest';
import { demo, jobView } from '../../testing/job-view';
import { moveWheel, setFit } from '../document/commands';
import { JobContext } from '../session/job-context.service';
import { SentenceComponent } from './sentence.component';

const card = (): string =>
  (document.querySelector('.cdk-overlay-container')?.textContent ?? '').replace(/\s+/g, ' ').trim();

describe('the fit sentence', () => {
  it('says how the row fits, and what becomes of it', async () => {
    const view = await jobView(SentenceComponent, demo('demo-coin-lift'));
    const { fit, sentence } = view.fits.now.view!;
    expect(view.text()).toContain(`${fit.count}`);
    expect(view.text()).toContain('would fit');
    expect(view.element.querySelector('.verdict')?.textContent).toContain(sentence.verdict.text);
  });

  it('a row that closes and is not right says how much there is against it', async () => {
    const view = await jobView(SentenceComponent, demo('demo-coin-lift'));
    expect(view.element.querySelector('.against')).toBeNull();
    // Five links more than fit: it closes, at a pitch that is far off.
    view.store.change(setFit(view.job().runs[0].id, { count: 95, multiple: 1 }));
    await view.settled();
    await vi.waitFor(() =>
      expect(view.element.querySelector('.verdict')?.textContent).toMatch(/closes exactly.*▲ \d findings?/s),
    );
  });

  it('the pitch is typed where it is read: the count follows', async () => {
    const view = await jobView(SentenceComponent, demo('demo-coin-lift'));
    const before = view.fits.now.view!.fit.count;
    await view.press(/^12\.70/);
    expect(view.button(/^12\.70/).getAttribute('aria-expanded')).toBe('true');
    await view.type('Pitch', '25.4');
    expect(view.job().pieces.map(({ pitch }) => pitch)).toContain(25.4);
    const { count } = view.fits.now.view!.fit;
    expect(count).toBeLessThan(before);
    expect(view.text()).toContain(`${count}`);
  });

  it('the count opens what others would cost, and one is taken; it can be derived again', async () => {
    const view = await jobView(SentenceComponent, demo('demo-coin-lift'));
    const { count } = view.fits.now.view!.fit;
    await view.press(new RegExp(`^${count}\\b`));
    expect(card()).toContain('What the counts around would cost');
    const offered = await vi.waitFor(() => {
      const counts = [...document.querySelectorAll('.cdk-overlay-container li b')].map((b) =>
        Number(b.textContent),
      );
      expect(counts.length).toBeGreaterThan(1);
      return counts;
    });
    expect(offered).toContain(count);
    const other = offered.find((entry) => entry !== count)!;
    await view.press(new RegExp(`^${other}(?!\\d)`));
    expect(view.job().runs[0].fit.count).toBe(other);
    expect(view.fits.now.view!.fit.count).toBe(other);
    await view.press(new RegExp(`^${other}(?!\\d)`));
    await view.press('Derive it from the length again');
    expect(view.job().runs[0].fit.count).toBeNull();
  });

  it('any other count is typed, with what it would cost before it is taken', async () => {
    const view = await jobView(SentenceComponent, demo('demo-coin-lift'));
    const { count } = view.fits.now.view!.fit;
    await view.press(new RegExp(`^${count}\\b`));
    const field = view.field('Any other count');
    const write = async (text: string): Promise<void> => {
      field.value = text;
      field.dispatchEvent(new Event('input'));
      await view.fixture.whenStable();
    };
    await write('12.5');
    expect(card()).toContain('a whole number from 1 to 20000');
    // 97 is no even number, and far off: it is told by how much all the same.
    await write('97');
    await vi.waitFor(() => expect(card()).toMatch(/pitch −\d+\.\d\d %/));
    expect(view.job().runs[0].fit.count).toBeNull();
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    await view.settled();
    expect(view.job().runs[0].fit).toMatchObject({ count: 97, multiple: 1 });
    expect(view.fits.now.view!.fit.count).toBe(97);
  });

  it('a card keeps Escape to itself: what else the key would end goes on', async () => {
    const view = await jobView(SentenceComponent, demo('demo-coin-lift'));
    await view.press(/^12\.70/);
    let heard = 0;
    const hear = (): number => heard++;
    window.addEventListener('keydown', hear);
    view.field('Pitch').dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true }));
    window.removeEventListener('keydown', hear);
    await view.fixture.whenStable();
    expect(view.button(/^12\.70/).getAttribute('aria-expanded')).toBe('false');
    expect(heard).toBe(0);
  });

  it('one press beside the verdict mends what the check would mend', async () => {
    const job = demo('demo-coin-lift');
    job.runs[0].fit = { ...job.runs[0].fit, hold: 'both', rounding: 'down' };
    const view = await jobView(SentenceComponent, job);
    expect(view.text()).toContain('open by');
    await vi.waitFor(() => expect(view.button('let the pitch give way')).toBeTruthy());
    await view.press('let the pitch give way');
    expect(view.job().runs[0].fit.hold).toBe('path');
    expect(view.text()).toContain('closes exactly');
    await vi.waitFor(() => expect(view.element.querySelector('.mends')).toBeNull());
  });

  it('a carried piece keeps its size when its spacing is typed, unless it is to grow', async () => {
    const view = await jobView(SentenceComponent, demo('demo-lamp-festoon'));
    const [lamp] = view.job().pieces;
    await view.press(new RegExp(`^${lamp.pitch.toFixed(2)}`));
    expect(card()).toContain('the pieces keep their size');
    await view.type('Pitch', String(lamp.pitch * 2));
    expect(view.job().pieces[0]).toEqual({ ...lamp, pitch: lamp.pitch * 2 });
  });

  it('leads to the step where what it names is changed', async () => {
    const view = await jobView(SentenceComponent, demo('demo-coin-lift'));
    const context = view.service(JobContext);
    view.element.querySelector<HTMLButtonElement>('.verdict')!.click();
    expect(context.at).toBe('check');
    view.element.querySelector<HTMLButtonElement>('.sentence .number')!.click();
    expect(context.at).toBe('path');
  });

  it('says why nothing fits, and says so no more once it does', async () => {
    const view = await jobView(SentenceComponent, demo('demo-coin-lift'));
    const [first, second] = view.job().wheels;
    view.store.change(moveWheel(first.id, second.x, second.y));
    await view.settled();
    expect(view.element.querySelector('.wrong')?.textContent).not.toBe('');
    expect(view.element.querySelector('.verdict')).toBeNull();
    view.store.undo();
    await view.settled();
    expect(view.element.querySelector('.wrong')).toBeNull();
    expect(view.text()).toContain('would fit');
  });
});
