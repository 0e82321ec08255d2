import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Article, Articles, KeptLink, KeptLinks, Mood, OwnLink } from '@coin-relay/model';
import { catchError, map, type Observable } from 'rxjs';
import { rethrow } from './rethrow';

/** The links of one's own, and the stand-in for a parts supplier. */
@Injectable({ providedIn: 'root' })
export class CatalogueApi {
  private readonly http = inject(HttpClient);

  links(): Observable<readonly KeptLink[]> {
    return this.http.get<KeptLinks>('/api/links').pipe(
      map(({ links }) => links),
      catchError(rethrow),
    );
  }

  keep(link: OwnLink): Observable<KeptLink> {
    return this.http.post<KeptLink>('/api/links', link).pipe(catchError(rethrow));
  }

  remove(id: string): Observable<unknown> {
    return this.http.delete(`/api/links/${encodeURIComponent(id)}`).pipe(catchError(rethrow));
  }

  restore(id: string): Observable<unknown> {
    return this.http.post(`/api/links/${encodeURIComponent(id)}/restore`, null).pipe(catchError(rethrow));
  }

  articles(question: string): Observable<readonly Article[]> {
    return this.http.get<Articles>('/supplier/articles', { params: { q: question, limit: 200 } }).pipe(
      map(({ articles }) => articles),
      catchError(rethrow),
    );
  }

  mood(): Observable<Mood> {
    return this.http.get<Mood>('/supplier/mood').pipe(catchError(rethrow));
  }

  setMood(mood: Mood): Observable<Mood> {
    return this.http.put<Mood>('/supplier/mood', mood).pipe(catchError(rethrow));
  }
}
