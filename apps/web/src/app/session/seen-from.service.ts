import { Injectable } from '@angular/core';
import type { Viewpoint } from '@coin-relay/scene';
import { BehaviorSubject } from 'rxjs';

/** From where the view in space was looked at last, while the page is open; null where it never was. */
@Injectable({ providedIn: 'root' })
export class SeenFrom {
  private readonly state = new BehaviorSubject<Viewpoint | null>(null);
  readonly state$ = this.state.asObservable();

  look(from: Viewpoint): void {
    const { value } = this.state;
    if (value?.turn !== from.turn || value.tilt !== from.tilt) this.state.next(from);
  }
}
