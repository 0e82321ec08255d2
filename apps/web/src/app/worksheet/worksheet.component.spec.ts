import { DeferBlockState, type ComponentFixture } from '@angular/core/testing';
import { describe, expect, it, vi } from 'vitest';
import { demo, jobView } from '../../testing/job-view';
import { setPitch } from '../document/commands';
import { JobContext } from '../session/job-context.service';
import { WorksheetComponent } from './worksheet.component';

const STEPS = ['Path', 'Link', 'Set-out', 'Fit', 'Motion', 'Check', 'Hand-off'];

const shown = async (fixture: ComponentFixture<unknown>): Promise<void> => {
  for (const block of await fixture.getDeferBlocks()) await block.render(DeferBlockState.Complete);
};

describe('the worksheet', () => {
  it('has the steps in working order; those that are closed say how they stand', async () => {
    const view = await jobView(WorksheetComponent, demo('demo-coin-lift'));
    const titles = [...view.element.querySelectorAll('nav .title')].map((title) => title.textContent);
    expect(titles).toEqual(STEPS);
    view.service(JobContext).openStep('path');
    await view.settled();
    expect(view.text()).toContain(view.fits.now.view!.sentence.verdict.text);
  });

  it('opens one step at a time, and each has something to work with', async () => {
    const view = await jobView(WorksheetComponent, demo('demo-coin-lift'));
    const context = view.service(JobContext);
    for (const [i, title] of STEPS.entries()) {
      const button = view.element.querySelectorAll<HTMLButtonElement>('nav button')[i];
      button.click();
      await view.settled();
      await shown(view.fixture);
      expect(view.element.querySelectorAll('nav [aria-current=step]').length, title).toBe(1);
      expect(button.getAttribute('aria-current')).toBe('step');
      expect(view.element.querySelector('h2')?.textContent).toBe(title);
      expect(view.element.querySelector('.body')?.textContent?.trim(), title).toBeTruthy();
    }
    expect(context.at).toBe('hand-off');
  });

  it('marks how a step stands: good where the row closes, bad where it cannot be fitted', async () => {
    const view = await jobView(WorksheetComponent, demo('demo-coin-lift'));
    const marks = (): (string | undefined)[] =>
      [...view.element.querySelectorAll('nav .mark')].map((mark) => mark.textContent.trim());
    expect(marks()).toEqual(['', '', '', '●', '', '●', '']);
    view.store.change({
      label: 'Far too few',
      recipe: (job) => {
        job.runs[0].fit.count = 3;
      },
    });
    await view.settled();
    expect(marks()[3]).not.toBe('●');
  });

  it('its lines follow the document', async () => {
    const view = await jobView(WorksheetComponent, demo('demo-coin-lift'));
    /** What other counts would cost is worked out after the rest. */
    const worked = async (): Promise<string> => {
      await vi.waitFor(
        async () => {
          await view.settled();
          expect(view.text()).not.toContain('working them out…');
        },
        { timeout: 10_000 },
      );
      return view.text();
    };
    const before = await worked();
    view.store.change(setPitch(view.job().runs[0].id, 15.875));
    const changed = await worked();
    expect(changed).not.toBe(before);
    expect(changed).toContain('15.875');
    view.store.undo();
    await vi.waitFor(async () => expect(await worked()).toBe(before), { timeout: 10_000 });
  });
});
