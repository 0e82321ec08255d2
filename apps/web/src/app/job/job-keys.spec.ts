import { describe, expect, it } from 'vitest';
import { demo, jobView, type JobView } from '../../testing/job-view';
import { JobContext } from '../session/job-context.service';
import { PathWork } from '../session/path-work.service';
import { LinkStepComponent } from '../worksheet/steps/link-step.component';
import { JobKeys } from './job-keys.service';

const opened = async (): Promise<JobView<LinkStepComponent>> => {
  const view = await jobView(LinkStepComponent, demo('demo-coin-lift'));
  // The keys are heard while the page is there.
  document.body.append(view.element);
  view.service(JobKeys);
  return view;
};
const typed = (field: HTMLInputElement, text: string): void => {
  field.focus();
  field.value = text;
  field.dispatchEvent(new Event('input', { bubbles: true }));
};
const press = async (
  view: JobView<unknown>,
  field: HTMLElement,
  key: string,
  more: KeyboardEventInit = {},
): Promise<boolean> => {
  await view.fixture.whenStable();
  const free = field.dispatchEvent(
    new KeyboardEvent('keydown', {
      key,
      code: key.length === 1 ? `Key${key.toUpperCase()}` : key,
      bubbles: true,
      cancelable: true,
      ...more,
    }),
  );
  await view.settled();
  return free;
};
const pitchOf = (view: JobView<unknown>): number => view.job().pieces[0].pitch;

describe('keys in a field', () => {
  it('undo right after a number was taken takes it back, in the field and in the job', async () => {
    const view = await opened();
    const field = view.field('Pitch, pin to pin');
    typed(field, '14');
    await press(view, field, 'Enter');
    expect(pitchOf(view)).toBe(14);
    expect(await press(view, field, 'z', { ctrlKey: true })).toBe(false);
    expect(pitchOf(view)).toBe(12.7);
    await view.fixture.whenStable();
    expect(view.field('Pitch, pin to pin').value).toBe('12.7');
    await press(view, field, 'z', { ctrlKey: true, shiftKey: true });
    expect(pitchOf(view)).toBe(14);
  });

  it('what is typed and not yet taken is the field’s own to undo', async () => {
    const view = await opened();
    const field = view.field('Pitch, pin to pin');
    typed(field, '14');
    await press(view, field, 'Enter');
    typed(field, '15');
    expect(await press(view, field, 'z', { ctrlKey: true })).toBe(true);
    expect(pitchOf(view)).toBe(14);
    // A text that cannot be taken stays in the field.
    typed(field, 'long');
    await press(view, field, 'Enter');
    expect(await press(view, field, 'z', { ctrlKey: true })).toBe(true);
    expect(pitchOf(view)).toBe(14);
  });

  it('Escape puts back what was typed, and then ends what a press on the drawing does', async () => {
    const view = await opened();
    view.service(JobContext).openStep('path');
    view.service(PathWork).setMode('place');
    const field = view.field('Pitch, pin to pin');
    typed(field, '14');
    await press(view, field, 'Escape');
    expect(view.field('Pitch, pin to pin').value).toBe('12.7');
    expect(view.service(PathWork).mode).toBe('place');
    await press(view, field, 'Escape');
    expect(view.service(PathWork).mode).toBe('arrange');
  });
});
