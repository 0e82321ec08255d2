import type { ScenePiece } from '@coin-relay/scene';
import type { SolidRequest } from '@coin-relay/scene/solid';
import { BehaviorSubject } from 'rxjs';
import type { SolidPool } from '../engine/solid-pool.service';
import type { MadeSolid } from '../engine/solid-tasks';

/** Chords stray from what is round by so much of the size of a piece, but by no less than this, mm. */
const STRAY = 1 / 120;
const LEAST_STRAY = 0.02;

/** How far chords may stray from what is round on a solid of a size, mm. */
export const toleranceFor = (size: number): number => Math.max(LEAST_STRAY, size * STRAY);

/** How large what bends is taken to be: a long body is as fine as it is wide, as facets would show otherwise, mm. */
export const bentSize = ({ span, box, setting }: ScenePiece): number =>
  Math.min(span, (box[3] - box[1]) * setting.scale || span);

/** How many solids are being made, and what was said of those that cannot be. */
export interface Making {
  readonly waiting: number;
  readonly problems: readonly string[];
}

/** Asks for a solid: told at once where it is known, else once it is made, and not any more once its owner is gone. */
export type AskSolid = (
  request: SolidRequest,
  size: number,
  owner: AbortSignal,
  made: (solid: MadeSolid) => void,
) => void;

/** Asks the pool for solids on behalf of a view, and keeps count of them. */
export class AskedSolids {
  private readonly making = new BehaviorSubject<Making>({ waiting: 0, problems: [] });

  /** Emits at once, and as solids are asked for and come. */
  readonly making$ = this.making.asObservable();

  constructor(private readonly pool: SolidPool) {}

  readonly ask: AskSolid = (request, size, owner, made) => {
    const tolerance = toleranceFor(size);
    const key = `${tolerance} ${JSON.stringify(request)}`;
    const known = this.pool.known(key);
    if (known) {
      if (known.ok) made(known.value);
      else this.tell(0, known.message);
      return;
    }
    this.tell(1);
    void this.pool.solid(key, request, tolerance, owner).then((reply) => {
      // What was cancelled is no problem.
      const problem = reply.ok ? reply.value.problem : reply.message;
      this.tell(-1, owner.aborted ? undefined : problem);
      if (reply.ok && !owner.aborted) made(reply.value);
    });
  };

  private tell(more: number, problem?: string): void {
    const { waiting, problems } = this.making.value;
    this.making.next({
      waiting: waiting + more,
      problems: problem === undefined || problems.includes(problem) ? problems : [...problems, problem],
    });
  }
}
