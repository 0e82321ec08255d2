import type { Routes } from '@angular/router';
import { provideComponentWords } from '../shared/component-words';
import { JobPage } from './job.page';

export const ROUTES: Routes = [{ path: '', providers: [provideComponentWords()], component: JobPage }];
