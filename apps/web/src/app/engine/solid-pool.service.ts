import { Injectable, type OnDestroy } from '@angular/core';
import type { KeptSolid } from '@coin-relay/model';
import type { RowReach } from '@coin-relay/scene';
import type { PosedPieces, SolidRequest } from '@coin-relay/scene/solid';
import { POOL_SETTINGS, WorkerPool } from './pool/worker-pool';
import { answerOf, type Reply } from './reply';
import type { MadeSolid, ReachingRow, SolidTasks } from './solid-tasks';

/** Longest that one solid may take, ms. */
export const MOST_TIME = 20_000;
const TOO_LONG = `Making this solid took over ${MOST_TIME / 1000} s and was stopped. Give the piece fewer points or a simpler outline.`;
/** Solids that are kept once they are made, and their triangles together. */
const MOST_KEPT = 200;
const MOST_TRIANGLES_KEPT = 2_000_000;

/** The thread that makes solids, and the solids it made. One for the application, begun when the first one is asked for. */
@Injectable({ providedIn: 'root' })
export class SolidPool extends WorkerPool<SolidTasks> implements OnDestroy {
  private readonly kept = new Map<string, Reply<MadeSolid>>();

  constructor() {
    super(() => new Worker(new URL('./solid.worker', import.meta.url), { type: 'module' }), {
      ...POOL_SETTINGS,
      threads: 1,
    });
  }

  ngOnDestroy(): void {
    this.close();
  }

  /** A solid that is known already. */
  known(key: string): Reply<MadeSolid> | undefined {
    return this.kept.get(key);
  }

  /** Asks for a solid; what was asked for before is there at once. */
  async solid(
    key: string,
    request: SolidRequest,
    tolerance: number,
    owner: AbortSignal,
  ): Promise<Reply<MadeSolid>> {
    const known = this.kept.get(key);
    if (known) return known;
    const reply = await answerOf(
      this.run({
        work: ({ tasks }) => tasks.make(request, tolerance),
        priority: 'shown',
        limit: MOST_TIME,
        owner,
      }),
      { late: TOO_LONG },
    );
    // What could not be worked out here and now may be another time.
    if (reply.ok ? !reply.value.problem : reply.code !== 'internal') {
      this.kept.set(key, reply);
      this.forget();
    }
    return reply;
  }

  /** What bodies that are kept cover in plan where they stand: path data of each. */
  silhouettes(
    solids: readonly Pick<KeptSolid, 'kept' | 'file' | 'place'>[],
    owner: AbortSignal,
  ): Promise<Reply<readonly string[]>> {
    return answerOf(
      this.run({
        work: ({ tasks }) => tasks.silhouettes(solids),
        priority: 'shown',
        limit: MOST_TIME,
        owner,
      }),
      { late: TOO_LONG },
    );
  }

  /** How deep neighbours cut into each other; one for each of their poses. */
  depths(posed: PosedPieces, owner: AbortSignal): Promise<Reply<Float64Array>> {
    return answerOf(
      this.run({ work: ({ tasks }) => tasks.depths(posed), priority: 'shown', limit: MOST_TIME, owner }),
      { late: TOO_LONG },
    );
  }

  /** How deep rows reach. */
  reaches(rows: readonly ReachingRow[], owner: AbortSignal): Promise<Reply<readonly RowReach[]>> {
    return answerOf(
      this.run({ work: ({ tasks }) => tasks.reaches(rows), priority: 'shown', limit: MOST_TIME, owner }),
      { late: TOO_LONG },
    );
  }

  /** What was made first is forgotten first. */
  private forget(): void {
    let triangles = 0;
    for (const reply of this.kept.values()) triangles += trianglesOf(reply);
    for (const [key, reply] of this.kept) {
      if (this.kept.size <= MOST_KEPT && triangles <= MOST_TRIANGLES_KEPT) return;
      this.kept.delete(key);
      triangles -= trianglesOf(reply);
    }
  }
}

const trianglesOf = (reply: Reply<MadeSolid>): number =>
  reply.ok ? reply.value.parts.reduce((sum, part) => sum + part.triangles.length / 3, 0) : 0;
