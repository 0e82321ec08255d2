import { Injectable } from '@angular/core';
import type { Vec3 } from '@coin-relay/core';
import { BehaviorSubject } from 'rxjs';

/** What stands in space and can be picked: a place of a row, or a wheel. */
export type Picked =
  | { readonly kind: 'place'; readonly run: string; readonly place: number }
  | { readonly kind: 'wheel'; readonly run: string; readonly wheel: string };

/** A spot that was picked in space: where, in the axes of the job, mm, and on what. */
export interface Spot {
  readonly at: Vec3;
  readonly on: Picked | null;
}

/** What is asked for now. */
export interface SpotQuestion {
  readonly words: string;
  /** Which one of how many it is. */
  readonly number: number;
  readonly of: number;
}

interface Asked {
  readonly words: readonly string[];
  readonly spots: readonly Spot[];
  readonly done: (spots: readonly Spot[]) => void;
}

/** Spots that are picked in space one after the other, for whoever asks for them. One for one job view. */
@Injectable()
export class SpotPicks {
  private asked: Asked | null = null;
  private readonly question = new BehaviorSubject<SpotQuestion | null>(null);

  /** Emits at once, and when another spot is asked for, or none any more. */
  readonly question$ = this.question.asObservable();

  get now(): SpotQuestion | null {
    return this.question.value;
  }

  /**
   * Asks for a spot for each of some words; what was asked for before is not any more.
   * @param done told of all of them once they are there; not told where the picking is stopped
   */
  ask(words: readonly string[], done: (spots: readonly Spot[]) => void): void {
    this.asked = { words, spots: [], done };
    this.tell();
  }

  give(spot: Spot): void {
    if (!this.asked) return;
    const { words, spots, done } = this.asked;
    const all = [...spots, spot];
    this.asked = all.length < words.length ? { words, spots: all, done } : null;
    this.tell();
    if (!this.asked) done(all);
  }

  stop(): void {
    if (!this.asked) return;
    this.asked = null;
    this.tell();
  }

  private tell(): void {
    const { asked } = this;
    this.question.next(
      asked && {
        words: asked.words[asked.spots.length],
        number: asked.spots.length + 1,
        of: asked.words.length,
      },
    );
  }
}
