import { describe, expect, it, vi } from 'vitest';
import { demo, jobView } from '../../testing/job-view';
import { moveWheel } from '../document/commands';
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
