import { Injectable } from '@angular/core';
import { EXPORTS, type Export } from '@coin-relay/formats';
import type { HandOff } from '@coin-relay/model';
import { BehaviorSubject } from 'rxjs';

/** Options as they were said; those that were not are as the export has them. */
export type Said = HandOff['options'];

/** What is chosen to be handed off, and with which options. Each way keeps its own while the page is open. */
@Injectable({ providedIn: 'root' })
export class HandOffChoice {
  private readonly said = new Map<string, Said>();
  private readonly state = new BehaviorSubject<{ readonly way: Export; readonly options: Said }>({
    way: EXPORTS[0],
    options: {},
  });
  readonly state$ = this.state.asObservable();

  get now(): { readonly way: Export; readonly options: Said } {
    return this.state.value;
  }

  /** Goes to another way to hand off. @param options those that it is to have, where not its own */
  choose(as: string, options?: Said): void {
    const way = EXPORTS.find(({ id }) => id === as);
    if (!way) return;
    if (options) this.said.set(as, options);
    this.state.next({ way, options: this.said.get(as) ?? {} });
  }

  /** Says an option of the way at work; undefined leaves it to the export. */
  say(key: string, value: Said[string] | undefined): void {
    const { way, options } = this.now;
    const others = Object.entries(options).filter(([name]) => name !== key);
    const next = Object.fromEntries(value === undefined ? others : [...others, [key, value]]);
    this.said.set(way.id, next);
    this.state.next({ way, options: next });
  }
}
