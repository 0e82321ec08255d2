import { createEnvironmentInjector, Injector, type EnvironmentInjector, type Provider } from '@angular/core';
import type { Job } from '@coin-relay/model';
import { of, type BehaviorSubject } from 'rxjs';
import { JobStore } from './job-store.service';

/** For tests: the services of one job view over a store that holds the given documents. */
export function overJobs(
  jobs: BehaviorSubject<Job>,
  services: Provider[],
  outside: Provider[] = [],
): EnvironmentInjector {
  const store = {
    job$: jobs,
    gesturing$: of(false),
    get job() {
      return jobs.value;
    },
  };
  const root = Injector.create({
    providers: [{ provide: JobStore, useValue: store }, ...outside] as Parameters<
      typeof Injector.create
    >[0]['providers'],
  }) as EnvironmentInjector;
  return createEnvironmentInjector(services, root);
}
