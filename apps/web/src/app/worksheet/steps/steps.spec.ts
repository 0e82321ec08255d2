import { CATALOGUE, ownPiece } from '@coin-relay/model';
import { of } from 'rxjs';
import { describe, expect, it, vi } from 'vitest';
import { choose, demo, jobView } from '../../../testing/job-view';
import { CatalogueApi } from '../../api/catalogue-api.service';
import { moveWheel, setPitch } from '../../document/commands';
import { Findings } from '../../engine/findings.service';
import { toolFor } from '../../path-kinds';
import { JobContext } from '../../session/job-context.service';
import { PathWork } from '../../session/path-work.service';
import { PlaceChoice } from '../../session/place-choice.service';
import { RunAtWork } from '../../session/run-at-work.service';
import { CheckStepComponent } from './check-step.component';
import { FitStepComponent } from './fit-step.component';
import { HandOffChoice } from '../../hand-off/hand-off-choice.service';
import { HandOffStepComponent } from './hand-off-step.component';
import { LinkStepComponent } from './link-step.component';
import { MotionStepComponent } from './motion-step.component';
import { PathStepComponent } from './path-step.component';
import { SetOutStepComponent } from './set-out-step.component';

/** Presses what is labelled so, of a group of choices or a box that is ticked. */
const tick = (element: HTMLElement, words: string): void => {
  const label = [...element.querySelectorAll('label')].find((entry) => entry.textContent?.trim() === words);
  if (!label) throw new Error(`nothing is labelled “${words}”`);
  label.querySelector('input')!.click();
};

describe('the path step', () => {
  it('says how long the path is, and shows the numbers of its kind', async () => {
    const view = await jobView(PathStepComponent, demo('demo-coin-lift'));
    expect(view.text()).toContain(`${view.fits.now.view!.fit.layout.path.length.toFixed(2)} mm round`);
    await vi.waitFor(() => expect(view.element.querySelector('relay-route-panel')).not.toBeNull());
  });

  it('adds a path of another kind, goes to work on it, and shows its panel', async () => {
    const view = await jobView(PathStepComponent, demo('demo-coin-lift'));
    await choose(view, 'Add a path', 'circle');
    await view.fixture.whenStable();
    expect(view.job().paths.at(-1)).toMatchObject({ kind: 'shape', name: 'Circle' });
    expect(view.service(PathWork).path?.kind).toBe('shape');
    expect(view.element.querySelector('relay-shape-panel')).not.toBeNull();
    await choose(view, 'Add a path', 'drawn on the sheet');
    expect(view.service(PathWork).mode).toBe('place');
    await choose(view, 'Add a path', 'a stretch of it');
    expect(view.service(PathWork).mode).toBe('stretch');
  });

  it('says so where the numbers of a kind cannot be loaded', async () => {
    const job = demo('demo-coin-lift');
    const panel = vi.spyOn(toolFor(job.paths[0]), 'panel').mockRejectedValue(new Error('not there'));
    const view = await jobView(PathStepComponent, job);
    panel.mockRestore();
    expect(view.element.querySelector('[role=alert]')?.textContent).toContain('could not be loaded');
    await choose(view, 'Add a path', 'circle');
    await view.fixture.whenStable();
    expect(view.element.querySelector('relay-shape-panel')).not.toBeNull();
  });

  it('a path is called otherwise, and an empty name is not taken', async () => {
    const view = await jobView(PathStepComponent, demo('demo-coin-lift'));
    const name = view.field('Name of the path');
    for (const text of ['Lift loop', '  ']) {
      name.value = text;
      name.dispatchEvent(new Event('change'));
      await view.settled();
    }
    expect(view.job().paths[0].name).toBe('Lift loop');
  });
});

describe('the link step', () => {
  it('another link of the catalogue is taken: the row is fitted with it', async () => {
    const view = await jobView(LinkStepComponent, demo('demo-coin-lift'));
    const before = view.fits.now.view!.fit.count;
    await choose(view, 'Link', CATALOGUE.find(({ family }) => family === 'bead')!.name);
    const run = view.service(RunAtWork).run!;
    expect(view.job().pieces.find(({ id }) => id === run.sequence[0])?.family).toBe('bead');
    expect(view.fits.now.view!.fit.count).not.toBe(before);
  });

  it('the pitch is typed; its other numbers keep their proportion', async () => {
    const view = await jobView(LinkStepComponent, demo('demo-coin-lift'));
    const roller = (): number =>
      (view.job().pieces.find(({ family }) => family === 'roller-chain') as { roller: number }).roller;
    const before = roller();
    await view.type('Pitch, pin to pin', '25.4');
    expect(roller()).toBeCloseTo(2 * before, 9);
  });
});

describe('the set-out step', () => {
  it('counts what is set out by rules, and opens the part of a place that is chosen', async () => {
    const view = await jobView(SetOutStepComponent, demo('demo-prize-carousel'));
    view.service(RunAtWork).choose(view.job().runs[1].id);
    await view.settled();
    const head = (words: string): HTMLElement =>
      [...view.element.querySelectorAll<HTMLElement>('relay-fold [role=button]')].find((part) =>
        part.textContent?.trim().startsWith(words),
      )!;
    expect(head('Objects handed out').textContent).toMatch(/Objects handed out\s+8/);
    view.service(PlaceChoice).choose([3]);
    await view.settled();
    expect(head('Single places by hand').getAttribute('aria-expanded')).toBe('true');
  });

  it('any link of the catalogue that can stand in the row joins it, own ones too', async () => {
    const own = ownPiece('own', 'Plate', 'here', [
      { data: 'M0 0L40 0L40 10L0 10Z', material: 'mine', line: true },
    ]);
    const materials = [{ id: 'mine', name: 'Mine', colour: '#336699', metal: 0, rough: 1 }];
    const link = {
      name: 'My plate',
      pieces: [own],
      sequence: ['own'],
      materials,
      overlap: 'as-made' as const,
    };
    const view = await jobView(SetOutStepComponent, demo('demo-coin-lift'), [
      { provide: CatalogueApi, useValue: { links: () => of([{ id: 'k', link }]) } },
    ]);
    const stitch = CATALOGUE.find(({ family }) => family === 'stitch')!;
    const names = (): string[] => view.job().pieces.map(({ name }) => name);
    for (const words of [stitch.name, 'My plate']) {
      await choose(view, 'Add a piece to the sequence', words);
      await view.settled();
    }
    expect(names().slice(-2)).toEqual([stitch.name, 'Plate']);
    // Made to the pitch of the row, with the material that it needs.
    expect(view.job().pieces.at(-1)).toMatchObject({ family: 'own', pitch: 12.7 });
    expect(view.job().materials?.map(({ id }) => id)).toContain('mine');
    expect(view.fits.now.problem).toBeNull();
    // A trade size of another pitch would be none any more.
    const other = CATALOGUE.find(({ family, pitch }) => family === 'roller-chain' && pitch === 25.4)!;
    await expect(choose(view, 'Add a piece to the sequence', other.name)).rejects.toThrow();
  });

  it('the table of places is opened and closed', async () => {
    const view = await jobView(SetOutStepComponent, demo('demo-coin-lift'));
    const context = view.service(JobContext);
    await view.press('the table of places');
    let open: boolean | undefined;
    context.table$.subscribe((now) => (open = now)).unsubscribe();
    expect(open).toBe(true);
    await view.press('close the table of places');
    context.table$.subscribe((now) => (open = now)).unsubscribe();
    expect(open).toBe(false);
  });
});

describe('the fit step', () => {
  it('what gives way is chosen, with what it means', async () => {
    const view = await jobView(FitStepComponent, demo('demo-coin-lift'));
    tick(view.element, 'the path');
    await view.settled();
    expect(view.job().runs[0].fit.hold).toBe('pitch');
    expect(view.text()).toContain('The path is scaled');
    tick(view.element, 'nothing');
    await view.settled();
    expect(view.job().runs[0].fit.hold).toBe('both');
    expect(view.fits.now.view!.fit).toMatchObject({ scale: 1, request: { pitch: 12.7 } });
  });

  it('what is at most taken while nothing gives way is the nearest again once the pitch does', async () => {
    const view = await jobView(FitStepComponent, demo('demo-coin-lift'));
    const { count } = view.fits.now.view!.fit;
    tick(view.element, 'nothing');
    await view.settled();
    expect(view.fits.now.view!.fit.request.rounding).toBe('down');
    tick(view.element, 'the pitch');
    await view.settled();
    expect(view.fits.now.view!.fit.request.rounding).toBe('nearest');
    expect(view.fits.now.view!.fit.count).toBe(count);
  });

  it('how far the pitch may be off is set, and as usual again', async () => {
    const view = await jobView(FitStepComponent, demo('demo-coin-lift'));
    await view.type('The pitch may be off by', '5');
    expect(view.job().runs[0].fit.tolerance).toBe(0.05);
    await view.press('as usual');
    expect('tolerance' in view.job().runs[0].fit).toBe(false);
  });

  it('pieces that are far apart may be off by anything, until something is set', async () => {
    const lamps = await jobView(FitStepComponent, demo('demo-lamp-festoon'));
    expect(lamps.text()).toContain('no pitch is too far off');
    await lamps.press('set one');
    expect(lamps.job().runs[0].fit.tolerance).toBe(0.1);
  });

  it('a count is fixed, typed, and derived again', async () => {
    const view = await jobView(FitStepComponent, demo('demo-coin-lift'));
    const { count } = view.fits.now.view!.fit;
    tick(view.element, 'Always put in');
    await view.settled();
    expect(view.job().runs[0].fit.count).toBe(count);
    await view.type('Fixed count', String(count + 1));
    expect(view.fits.now.view!.fit.count).toBe(count + 1);
    tick(view.element, 'Always put in');
    await view.settled();
    expect(view.job().runs[0].fit.count).toBeNull();
  });

  it('says why the pitch may be off by so much, until it is set', async () => {
    const view = await jobView(FitStepComponent, demo('demo-coin-lift'));
    expect(view.text()).toContain('As usual:');
    await view.type('The pitch may be off by', '0.5');
    expect(view.job().runs[0].fit.tolerance).toBeCloseTo(0.005, 12);
    expect(view.text()).toContain('As you set it.');
  });
});

describe('the motion step', () => {
  it('frames and seconds of the loop say the same', async () => {
    const view = await jobView(MotionStepComponent, demo('demo-coin-lift'));
    const { framesPerSecond } = view.job().motion;
    await view.type('Seconds in the loop', '4');
    expect(view.job().motion.frames).toBe(4 * framesPerSecond);
    await view.type('Frames in the loop', '48');
    expect(Number(view.field('Seconds in the loop').value)).toBeCloseTo(48 / framesPerSecond, 3);
  });
});

describe('the check step', () => {
  it('says so where nothing is wrong, and lists what is', async () => {
    const view = await jobView(CheckStepComponent, demo('demo-coin-lift'));
    const words = (): number => view.element.querySelectorAll('li .goes').length;
    const before = view.service(Findings).all().length;
    expect(words()).toBe(before);
    // Teeth that no longer fit the links, and a path that is too tight for them.
    view.store.change(setPitch(view.job().runs[0].id, 60));
    await view.settled();
    expect(view.service(Findings).all().length).toBeGreaterThan(before);
    expect(words()).toBe(view.service(Findings).all().length);
  });

  it('shows what cannot be fitted, and that the drawing shows an older state', async () => {
    const view = await jobView(CheckStepComponent, demo('demo-coin-lift'));
    const [first, second] = view.job().wheels;
    view.store.change(moveWheel(first.id, second.x, second.y));
    await view.settled();
    expect(view.text()).toContain('The drawing shows the last state that could be fitted.');
    expect(view.element.querySelector('.warning-text')).not.toBeNull();
  });
});

describe('the hand-off step', () => {
  it('offers every way to take the job away, with its options, and counts its parts', async () => {
    const view = await jobView(HandOffStepComponent, demo('demo-coin-lift'));
    const { EXPORTS, optionFields } = await import('@coin-relay/formats');
    const choice = view.service(HandOffChoice);
    for (const way of EXPORTS) {
      choice.choose(way.id);
      await view.fixture.whenStable();
      expect(view.button('Write the file').disabled).toBe(false);
      const shown = (): string[] =>
        optionFields(way).flatMap(({ key, title, kind }) =>
          ['number', 'choice', 'frames'].includes(kind) &&
          view.element.querySelector(`[aria-label="${title}"]`) !== null
            ? [key]
            : [],
        );
      const asked = (options: Record<string, unknown>): string[] =>
        optionFields(way).flatMap(({ key, kind }) =>
          ['number', 'choice', 'frames'].includes(kind) && !way.moot?.(options).includes(key) ? [key] : [],
        );
      expect([way.id, shown()]).toEqual([way.id, asked({})]);
      // Seen in space and turned there is more to be said.
      if (!way.moot) continue;
      choice.say('view', 'turned');
      await view.fixture.whenStable();
      expect([way.id, shown()]).toEqual([way.id, asked({ view: 'turned' })]);
      expect(shown()).toContain('turn');
      expect(asked({})).not.toContain('turn');
      choice.say('view', undefined);
    }
    choice.choose('svg');
    await view.fixture.whenStable();
    const rows = [...view.element.querySelectorAll('tbody tr')].map((row) =>
      [...row.querySelectorAll('td')].map((cell) => cell.textContent?.trim()),
    );
    const { count } = view.fits.now.view!.fit;
    const pieces = rows.filter(([name]) => name !== 'Pins');
    expect(pieces.reduce((sum, [, many]) => sum + Number(many), 0)).toBe(count);
  });

  it('writes the job as it stands', async () => {
    const view = await jobView(HandOffStepComponent, demo('demo-coin-lift'));
    const files: { name: string; blob: Blob }[] = [];
    const made = new Map<string, Blob>();
    URL.createObjectURL = (blob: Blob) => {
      made.set(`blob:${made.size}`, blob);
      return `blob:${made.size - 1}`;
    };
    URL.revokeObjectURL = () => undefined;
    HTMLAnchorElement.prototype.click = function (this: HTMLAnchorElement) {
      files.push({ name: this.download, blob: made.get(this.getAttribute('href')!)! });
    };
    view.service(HandOffChoice).choose('job');
    await view.fixture.whenStable();
    await view.press('Write the file');
    expect(files).toHaveLength(1);
    expect(files[0].name).toMatch(/\.json$/);
    const text = await new Promise<string>((resolve) => {
      const reader = new FileReader();
      reader.onload = () => resolve(String(reader.result));
      reader.readAsText(files[0].blob);
    });
    expect(JSON.parse(text)).toEqual(view.job());
  });
});
