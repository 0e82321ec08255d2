import { TestBed } from '@angular/core/testing';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { drawnJob } from '@coin-relay/model';
import { demo, jobView, type JobView } from '../../testing/job-view';
import { JobContext } from '../session/job-context.service';
import { Playback } from '../session/playback.service';
import { firstJob, stagesGone } from './first-job';
import { FirstJobComponent } from './first-job.component';
import { FirstJob } from './first-job.service';

const ticks = (view: JobView<unknown>): string[] =>
  [...view.element.querySelectorAll('li')].map((li) => (li.querySelector('.done') ? '✓' : '–'));

beforeEach(() => localStorage.clear());

describe('the way through a first job', () => {
  it('is shown in the first job that is made here, and ticks what has been done', async () => {
    expect(firstJob('under-test')).toBe('under-test');
    // A second one is not the first.
    expect(firstJob('another')).toBe('under-test');
    const view = await jobView(FirstJobComponent, demo('demo-coin-lift'));
    expect(view.text()).toContain('Your first job: a path');
    await vi.waitFor(() => expect(ticks(view)).toEqual(['✓', '–', '–', '–', '–']));
    await view.press('a link');
    expect(view.service(JobContext).at).toBe('link');
    await view.press('its count');
    view.service(Playback).toggle();
    await view.settled();
    expect(ticks(view)).toEqual(['✓', '✓', '✓', '✓', '–']);
    view.service(Playback).toggle();
    // Looking at what can be taken away is not yet taking it.
    await view.press('take it away');
    expect(ticks(view)).toEqual(['✓', '✓', '✓', '✓', '–']);
    view.service(FirstJob).takenAway();
    await view.settled();
    expect(ticks(view)).toEqual(['✓', '✓', '✓', '✓', '✓']);
    // On the next visit it has been gone.
    expect(firstJob()).toBeNull();
  });

  it('what has been gone is gone on the next visit too', async () => {
    firstJob('under-test');
    const view = await jobView(FirstJobComponent, demo('demo-coin-lift'));
    await view.press('a link');
    expect(stagesGone()).toEqual(new Set(['path', 'link']));
    view.fixture.destroy();
    TestBed.resetTestingModule();
    const again = await jobView(FirstJobComponent, drawnJob('Sheet'));
    expect(ticks(again)).toEqual(['✓', '✓', '–', '–', '–']);
  });

  it('has no path yet on an empty sheet', async () => {
    firstJob('under-test');
    const view = await jobView(FirstJobComponent, drawnJob('Sheet'));
    expect(ticks(view)).toEqual(['–', '–', '–', '–', '–']);
  });

  it('is not shown in other jobs, and never again once it is not wanted', async () => {
    firstJob('another');
    const view = await jobView(FirstJobComponent, demo('demo-coin-lift'));
    expect(view.element.querySelector('nav')).toBeNull();
  });

  it('goes for ever when it is dismissed', async () => {
    firstJob('under-test');
    const view = await jobView(FirstJobComponent, demo('demo-coin-lift'));
    await view.press('do not show this again');
    expect(view.element.querySelector('nav')).toBeNull();
    expect(firstJob()).toBeNull();
    expect(firstJob('the-next')).toBeNull();
  });
});
