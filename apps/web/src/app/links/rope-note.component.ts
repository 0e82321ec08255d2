import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { tightestBend } from '@coin-relay/core';
import { strandWords, type PieceOf, type Unit } from '@coin-relay/model';
import { FitService } from '../engine/fit.service';

/** How the strands of the rope at work lie on each other, in the straight and on its tightest bend. */
@Component({
  selector: 'relay-rope-note',
  template: `<p class="cost">{{ words() }}</p>`,
  styleUrls: ['../shared/step.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RopeNoteComponent {
  readonly piece = input.required<PieceOf<'rope'>>();
  readonly unit = input.required<Unit>();
  private readonly state = toSignal(inject(FitService).state$, { requireSync: true });
  protected readonly words = computed(() => {
    const { view } = this.state();
    const piece = this.piece();
    const is = view?.resolved.sequence.some(({ id }) => id === piece.id);
    const span = (is ? view?.fit.effectivePitch : null) ?? piece.pitch;
    const bend = is && view ? tightestBend(view.fit.layout.path)?.radius : undefined;
    return strandWords(piece, span, bend ?? Infinity, this.unit());
  });
}
