import type { FitOutcome } from '@coin-relay/core';
import type { JobPiece, LaidRow, ResolvedSetOut } from '@coin-relay/model';
import type { PictureShelf } from '../shared/picture-shelf';
import { paintTurns, RowPainter, type PaintTurn } from '@coin-relay/painting';

/** A row to be shown. */
export interface ShownRow {
  readonly run: string;
  readonly fit: FitOutcome;
  readonly setOut: ResolvedSetOut;
  readonly sequence: readonly JobPiece[];
}

/** How long painters are made in one task, ms. */
const MOST_AT_ONCE_MS = 8;

/**
 * The painters of the rows that are shown. Those that many rows need are made in several tasks, so
 * that the page answers between them; until a row's is made its last one stands in for it.
 */
export class RowPainters {
  private made: readonly RowPainter[] = [];
  private inTurns: readonly PaintTurn[] = [];
  private rest: ReturnType<typeof setTimeout> | null = null;

  constructor(private readonly pictures: PictureShelf | null) {}

  get all(): readonly RowPainter[] {
    return this.made;
  }

  /** They in the turns they are painted in, the same ones until rows are taken. */
  get turns(): readonly PaintTurn[] {
    return this.inTurns;
  }

  /** Whether those of all rows are made. */
  get complete(): boolean {
    return this.rest === null;
  }

  of(run: string | null | undefined): RowPainter | null {
    return this.made.find((painter) => painter.run === run) ?? null;
  }

  /**
   * Takes the rows to be shown, in their order.
   * @param atWork the run whose painter is made at once, whatever it takes
   * @param laidOf the frames of a run, where it is laid anew in each
   * @param again asked to take them once more where some are still to be made
   */
  take(
    rows: readonly ShownRow[],
    atWork: string | null,
    laidOf: (run: string) => LaidRow | null,
    again: () => void,
  ): void {
    this.stop();
    const began = performance.now();
    let made = 0;
    this.made = rows.flatMap(({ run, fit, setOut, sequence }) => {
      const laid = laidOf(run);
      const known = this.of(run);
      if (known?.setOut === setOut && known.laid === laid) return [known];
      // One is made in each, so that there is an end to it.
      if (made > 0 && run !== atWork && performance.now() - began > MOST_AT_ONCE_MS) {
        this.rest ??= setTimeout(again);
        return known ? [known] : [];
      }
      made++;
      return [new RowPainter(fit, setOut, sequence, this.pictures, run, laid)];
    });
    this.inTurns = paintTurns(this.made);
  }

  /** Makes no more of them. */
  stop(): void {
    if (this.rest !== null) clearTimeout(this.rest);
    this.rest = null;
  }
}
