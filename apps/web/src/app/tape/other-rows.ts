import { formatLength, pieceWords } from '@coin-relay/model';
import { RowPainter } from '@coin-relay/painting';
import type { FitView } from '../engine/fit.service';
import type { MachineState } from '../engine/machine-view.service';
import { THEME } from '../shared/theme';
import { LinkSprites } from './link-sprites';
import { LEAST_SHOWN, paintTapeLinks } from './tape-links';
import { laneOf, tapeMap, tapeX } from './tape-painter';

/** Rows shown under the one at work, at the most. */
export const MOST_ROWS = 6;

const NONE: ReadonlySet<number> = new Set();

/** What paints the rows of a job on the tape; each is made again only where its row changed. */
export class TapePainters {
  private readonly made = new Map<string, { painter: RowPainter; sprites: LinkSprites | null }>();

  /** Of a row as it is fitted now. */
  painterOf(view: FitView, { machine }: MachineState): RowPainter {
    const run = view.resolved.run.id;
    const laid = machine?.precomputed.rows.get(run) ?? null;
    const known = this.made.get(run)?.painter;
    if (known?.setOut === view.setOut && known.laid === laid) return known;
    const painter = new RowPainter(view.fit, view.setOut, view.resolved.sequence, null, run, laid);
    this.made.set(run, { painter, sprites: null });
    return painter;
  }

  /** Its pieces as they look at a scale; null where they are too small to be seen. */
  spritesOf({ run, scene }: RowPainter, pixelsPerMm: number, lane: number): LinkSprites | null {
    const known = this.made.get(run);
    if (!known || scene.span * pixelsPerMm < LEAST_SHOWN) return null;
    if (known.sprites?.along !== pixelsPerMm)
      known.sprites = new LinkSprites(known.painter, pixelsPerMm, lane);
    return known.sprites;
  }

  /** Rows that are no more are kept no longer. */
  keep(runs: ReadonlySet<string>): void {
    for (const run of this.made.keys()) if (!runs.has(run)) this.made.delete(run);
  }
}

/** The other rows of a job, one under the other: links and length, on the scale of the tape. */
export function paintOtherRows(
  ctx: CanvasRenderingContext2D,
  views: readonly FitView[],
  scale: { readonly width: number; readonly longest: number },
  painters: TapePainters,
  machine: MachineState,
  moved: (painter: RowPainter) => void,
): void {
  views.slice(0, MOST_ROWS).forEach((view, n) => {
    const { fit, job, resolved } = view;
    const { length } = fit.layout.path;
    const lane = laneOf(n);
    const map = tapeMap(length, scale.width, scale.longest);
    const painter = painters.painterOf(view, machine);
    moved(painter);
    ctx.font = `12px ${THEME.sans}`;
    ctx.textAlign = 'left';
    ctx.textBaseline = 'alphabetic';
    ctx.fillStyle = THEME.inkSoft;
    const [one, many] = pieceWords(resolved.sequence[0]);
    const sprites = painters.spritesOf(painter, map.pixelsPerMm, lane.height);
    const pressed = sprites?.pressed ? `; ${sprites.pressed}` : '';
    ctx.fillText(
      `${resolved.run.name}: ${fit.count} ${fit.count === 1 ? one : many}, ${formatLength(length, job.unit)}${pressed}`,
      map.left,
      lane.top - 6,
    );
    ctx.strokeStyle = THEME.rule;
    ctx.lineWidth = 1;
    ctx.strokeRect(map.left - 0.5, lane.top - 2.5, tapeX(map, length) - map.left + 1, lane.height + 5);
    paintTapeLinks(ctx, map, { painter, lane, sprites, selected: NONE });
  });
}
