import { Injectable } from '@angular/core';
import { afterThePicture } from './after-the-picture';

/** Gives a turn back; whoever had it is done. */
export type EndTurn = () => void;

/** What may come late takes turns: one after the other, each in a task of its own after a picture of the screen. */
@Injectable({ providedIn: 'root' })
export class Turns {
  private readonly waiting: (() => void)[] = [];
  private taken = false;

  /**
   * @param begin told once it is its turn, with what ends it
   * @returns what gives the turn up, whether it has come or not
   */
  wait(begin: (end: EndTurn) => void): EndTurn {
    let ended = false;
    const end = (): void => {
      if (ended) return;
      ended = true;
      const at = this.waiting.indexOf(entry);
      if (at >= 0) this.waiting.splice(at, 1);
      else {
        this.taken = false;
        this.next();
      }
    };
    const entry = (): void => begin(end);
    this.waiting.push(entry);
    this.next();
    return end;
  }

  private next(): void {
    if (this.taken || this.waiting.length === 0) return;
    this.taken = true;
    afterThePicture(() => {
      const first = this.waiting.shift();
      if (first) first();
      else this.taken = false;
    });
  }
}
