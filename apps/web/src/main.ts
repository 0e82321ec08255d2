import { provideHttpClient } from '@angular/common/http';
import { inject, provideEnvironmentInitializer, provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { AppComponent } from './app/app.component';
import { ROUTES } from './app/app.routes';
import { FitPool } from './app/engine/fit-pool.service';
import { tellRest } from './app/shared/tell-rest';

/** In a task of its own, after the one that read the script: the page answers between the two. */
setTimeout(() => {
  bootstrapApplication(AppComponent, {
    providers: [
      provideZonelessChangeDetection(),
      provideHttpClient(),
      provideRouter(ROUTES, withComponentInputBinding()),
      // The thread of the open job loads while the page does.
      provideEnvironmentInitializer(() => inject(FitPool).warm()),
    ],
  })
    .then((application) => {
      tellRest(application, document.documentElement);
    })
    .catch((error: unknown) => {
      console.error(error);
    });
});
