import { Injectable } from '@angular/core';
import { PLAIN_SETTING, type JobPiece, type KeptSetting } from '@coin-relay/model';
import { BehaviorSubject } from 'rxjs';

/** How a link sat before, shown beside how it sits now; no part of the job. One for one job view. */
@Injectable()
export class KeptSettings {
  private readonly kept = new BehaviorSubject<KeptSetting | null>(null);
  readonly kept$ = this.kept.asObservable();

  get now(): KeptSetting | null {
    return this.kept.value;
  }

  keep({ id, setting = PLAIN_SETTING }: JobPiece): void {
    this.kept.next({ piece: id, setting });
  }

  end(): void {
    if (this.kept.value) this.kept.next(null);
  }
}
