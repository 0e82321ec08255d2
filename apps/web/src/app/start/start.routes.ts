import type { Routes } from '@angular/router';
import { provideComponentWords } from '../shared/component-words';
import { StartPage } from './start.page';

export const ROUTES: Routes = [{ path: '', providers: [provideComponentWords()], component: StartPage }];
