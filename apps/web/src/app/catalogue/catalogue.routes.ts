import type { Routes } from '@angular/router';
import { provideComponentWords } from '../shared/component-words';
import { CataloguePage } from './catalogue.page';

export const ROUTES: Routes = [{ path: '', providers: [provideComponentWords()], component: CataloguePage }];
