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
    loadChildren: () => import('./catalogue/catalogue.routes').then((m) => m.ROUTES),
  },
  {
    path: 'start',
    title: 'A new job · Coin Relay',
    loadChildren: () => import('./start/start.routes').then((m) => m.ROUTES),
  },
  {
    path: 'job/:id',
    title: 'Job · Coin Relay',
    loadChildren: () => import('./job/job.routes').then((m) => m.ROUTES),
  },
  { path: '**', redirectTo: '' },
];
