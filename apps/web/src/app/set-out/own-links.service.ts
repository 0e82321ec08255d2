import { inject, Injectable } from '@angular/core';
import { catchError, of, shareReplay } from 'rxjs';
import { CatalogueApi } from '../api/catalogue-api.service';

/** Links of one's own in the catalogue, asked for once in a while that they are looked at. */
@Injectable({ providedIn: 'root' })
export class OwnLinks {
  readonly all$ = inject(CatalogueApi)
    .links()
    .pipe(
      // Without them the rest of the catalogue can still be chosen from.
      catchError(() => of([])),
      shareReplay({ bufferSize: 1, refCount: true }),
    );
}
