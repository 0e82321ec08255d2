import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { KeptSolidName } from '@coin-relay/model';
import { catchError, map, type Observable } from 'rxjs';
import { rethrow } from './rethrow';

/** The bodies that pieces are made of, kept by the server. */
@Injectable({ providedIn: 'root' })
export class SolidApi {
  private readonly http = inject(HttpClient);

  /** Keeps a body, binary STL in mm. @returns the hash it is kept under */
  keep(stl: Uint8Array<ArrayBuffer>): Observable<string> {
    const file = new Blob([stl], { type: 'model/stl' });
    return this.http
      .post<KeptSolidName>('/api/solids', file, { headers: { 'Content-Type': 'model/stl' } })
      .pipe(
        map(({ solid }) => solid),
        catchError(rethrow),
      );
  }
}
