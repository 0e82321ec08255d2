import { provideHttpClient } from '@angular/common/http';
import { provideZonelessChangeDetection } from '@angular/core';
import { provideRouter } from '@angular/router';

/** As the application is started, without its addresses. */
export default [provideZonelessChangeDetection(), provideHttpClient(), provideRouter([])];
