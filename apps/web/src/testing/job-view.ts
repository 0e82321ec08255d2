import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { Provider, Type } from '@angular/core';
import { By } from '@angular/platform-browser';
import { demoJobs, type Job, type LoadedJob, type SavedJob } from '@coin-relay/model';
import { NzSelectComponent } from 'ng-zorro-antd/select';
import { of, type Observable } from 'rxjs';
import { expect, vi } from 'vitest';
import { CatalogueApi } from '../app/api/catalogue-api.service';
import { JobApi } from '../app/api/job-api.service';
import { JobStore } from '../app/document/job-store.service';
import { UnsentChanges } from '../app/document/unsent-changes.service';
import { FitService } from '../app/engine/fit.service';
import { fitTasks, type FitTasks } from '../app/engine/fit-tasks';
import { HandOffPool } from '../app/hand-off/hand-off-pool.service';
import { handOffTasks } from '../app/hand-off/hand-off-tasks';
import { FitPool } from '../app/engine/fit-pool.service';
import type { Call } from '../app/engine/pool/worker-pool';
import { JOB_SERVICES } from '../app/job/job-services';

export const demo = (id: string): Job => structuredClone(demoJobs().find((entry) => entry.id === id)!.job);

/** The work of the threads, done where it is asked for. */
function poolHere(): object {
  const work = fitTasks();
  const tasks = Object.fromEntries(
    Object.entries(work).map(([name, task]) => [
      name,
      async (...given: unknown[]) => {
        await Promise.resolve();
        return (task as (...all: unknown[]) => unknown)(...given);
      },
    ]),
  );
  return { run: ({ work: asked }: Call<FitTasks, unknown>) => asked({ tasks, generation: 0 } as never) };
}

/** A component over an open job, with all the services of a job view and no server. */
export interface JobView<T> {
  readonly fixture: ComponentFixture<T>;
  readonly element: HTMLElement;
  readonly store: JobStore;
  readonly fits: FitService;
  /** The document as it is now. */
  readonly job: () => Job;
  service<S>(token: Type<S>): S;
  /** Until the newest document is fitted and shown. */
  settled(): Promise<void>;
  /** Text as it is read: spaces of any kind are one. */
  text(): string;
  /** The one field of a label. */
  field(label: string): HTMLInputElement;
  /** Types into the field of a label, and leaves it with Enter. */
  type(label: string, text: string): Promise<void>;
  /** The one button whose words these are. */
  button(words: string | RegExp): HTMLButtonElement;
  press(words: string | RegExp): Promise<void>;
}

/** @param outside what else stands in for the server */
export async function jobView<T>(
  component: Type<T>,
  job: Job,
  outside: readonly Provider[] = [],
): Promise<JobView<T>> {
  const api = {
    load: (id: string): Observable<LoadedJob> =>
      of({ id, revision: 1, updatedAt: 'then', job, history: { edits: [], done: 0 } }),
    save: (_id: string, basedOn: number): Observable<SavedJob> =>
      of({ revision: basedOn + 1, updatedAt: 'now' }),
    saveOnLeaving: () => undefined,
  };
  const unsent = {
    keep: () => Promise.resolve(true),
    find: () => Promise.resolve(null),
    drop: () => Promise.resolve(),
  };
  TestBed.configureTestingModule({
    imports: [component],
    providers: [
      ...JOB_SERVICES,
      { provide: JobApi, useValue: api },
      { provide: UnsentChanges, useValue: unsent },
      { provide: FitPool, useValue: poolHere() },
      { provide: HandOffPool, useValue: handOffHere() },
      { provide: CatalogueApi, useValue: { links: () => of([]) } },
      ...outside,
    ],
  });
  await TestBed.compileComponents();
  const store = TestBed.inject(JobStore);
  const fits = TestBed.inject(FitService);
  await store.open('under-test');
  const fixture = TestBed.createComponent(component);
  const element = fixture.nativeElement as HTMLElement;
  const settled = async (): Promise<void> => {
    await vi.waitFor(
      () => {
        expect(fits.now.of).toBe(store.job);
        expect(fits.now.looking).toBe(false);
      },
      { timeout: 10_000 },
    );
    await fixture.whenStable();
  };
  const only = <E>(found: E[], what: string): E => {
    if (found.length !== 1) throw new Error(`${found.length} are “${what}”:\n${element.innerHTML}`);
    return found[0];
  };
  const everywhere = <E extends HTMLElement>(tag: string): E[] => [...document.body.querySelectorAll<E>(tag)];
  const read = (node: Element): string => (node.textContent ?? '').replace(/\s+/g, ' ').trim();
  const view: JobView<T> = {
    fixture,
    element,
    store,
    fits,
    job: () => store.job!,
    service: (token) => TestBed.inject(token),
    settled,
    text: () => read(element),
    field: (label) =>
      only(
        everywhere<HTMLInputElement>('input').filter((input) => input.getAttribute('aria-label') === label),
        label,
      ),
    async type(label, text) {
      const input = view.field(label);
      input.value = text;
      input.dispatchEvent(new Event('input'));
      await fixture.whenStable();
      input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
      await settled();
    },
    button: (words) =>
      only(
        everywhere<HTMLButtonElement>('button').filter((button) =>
          [read(button), button.getAttribute('aria-label') ?? ''].some((said) =>
            typeof words === 'string' ? said === words : words.test(said),
          ),
        ),
        String(words),
      ),
    async press(words) {
      view.button(words).click();
      await fixture.whenStable();
      await settled();
    },
  };
  document.body.append(element);
  await settled();
  return view;
}

/** Chooses in a list by its name and the words of what is chosen, as a click on them does. */
export async function choose<T>(view: JobView<T>, label: string, words: string): Promise<void> {
  const list = view.fixture.debugElement
    .queryAll(By.directive(NzSelectComponent))
    .find(({ nativeElement }) => (nativeElement as HTMLElement).querySelector(`input[aria-label="${label}"]`))
    ?.componentInstance as NzSelectComponent | undefined;
  const option = list?.listOfContainerItem.find(({ nzLabel }) => String(nzLabel).startsWith(words));
  if (!list || !option) throw new Error(`nothing of the list “${label}” is called “${words}”`);
  list.onItemClick(option.nzValue);
  await view.fixture.whenStable();
  await view.settled();
}

/** Writes files in the page itself; there is nothing to paint with. */
function handOffHere(): Pick<HandOffPool, 'write' | 'picture'> {
  const tasks = handOffTasks(null);
  return {
    write: (job, as, asked, { told }) => tasks.write(job, as, asked, told),
    picture: (job, as, asked, [width, height]) => tasks.picture(job, as, asked, width, height),
  };
}
