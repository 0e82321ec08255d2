import type { Routes } from '@angular/router';

export const ROUTES: Routes = [
  {
    path: '',
    title: 'The rack · Coin Relay',
    loadComponent: () => import('./rack/rack.page').then((m) => m.RackPage),
  },
  {
    path: 'catalogue',
    title: 'The catalogue · Coin Relay',
    loadComponent: () => import('./catalogue/catalogue.page').then((m) => m.CataloguePage),
  },
  {
    path: 'start',
    title: 'A new job · Coin Relay',
    loadComponent: () => import('./start/start.page').then((m) => m.StartPage),
  },
  {
    path: 'job/:id',
    title: 'Job · Coin Relay',
    loadComponent: () => import('./job/job.page').then((m) => m.JobPage),
  },
  { path: '**', redirectTo: '' },
];
