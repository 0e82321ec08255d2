import { fitRow, type FitOutcome } from '@coin-relay/core';
import { parseJob, resolveRun, resolveSetOut, type ResolvedSetOut } from '@coin-relay/model';
import { partsList } from '@coin-relay/scene';
import { placeRows, type PlaceRow } from '@coin-relay/scene';

/** What a row of a job is made of: how many of which piece, pins, length in mm, mass in g (null where it is not known). */
export interface PartsAnswer {
  readonly pieces: readonly {
    readonly piece: string;
    readonly count: number;
    readonly mass: number | null;
  }[];
  readonly count: number;
  readonly leftOut: number;
  readonly pins: number;
  readonly length: number;
  readonly mass: number | null;
}

/** @throws RelayError where the job cannot be read or fitted */
export function partsAnswer(job: unknown, run?: string): PartsAnswer {
  const { fit, setOut } = laid(job, run);
  const list = partsList(fit, setOut);
  return {
    pieces: list.lines.map(({ piece, count, mass }) => ({ piece: piece.name, count, mass })),
    count: list.pieces,
    leftOut: list.leftOut,
    pins: list.pins,
    length: list.length,
    mass: list.mass,
  };
}

/** Every place of a row: where it is, which way it points (degrees), which piece, and what put it there. */
export interface PlacesAnswer {
  readonly places: readonly PlaceRow[];
  /**
   * For every rule: how many places match it, how many it has in the end, and of how many corners or
   * points (null where it is on none).
   */
  readonly rules: readonly {
    readonly matched: number;
    readonly taken: number;
    readonly spots: number | null;
  }[];
}

/** @throws RelayError where the job cannot be read or fitted */
export function placesAnswer(job: unknown, run?: string): PlacesAnswer {
  const { fit, setOut } = laid(job, run);
  const { matched, taken, spots } = setOut.table;
  return {
    places: placeRows(fit, setOut),
    rules: setOut.setOut.rules.map(({ on: { role } }, i) => ({
      matched: matched[i],
      taken: taken[i],
      spots: role === 'corners' || role === 'points' ? spots[i] : null,
    })),
  };
}

function laid(document: unknown, run: string | undefined): { fit: FitOutcome; setOut: ResolvedSetOut } {
  const job = parseJob(document);
  const resolved = resolveRun(job, run);
  const fit = fitRow(resolved.source, resolved.request);
  return { fit, setOut: resolveSetOut(job, resolved.run, fit) };
}
