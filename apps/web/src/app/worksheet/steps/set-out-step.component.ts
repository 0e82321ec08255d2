import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { CHAIN_SIZES, chainPieces, ordinal, type ChainSize } from '@coin-relay/model';
import { choosePieces } from '../../document/commands';
import { JobStore } from '../../document/job-store.service';

/** Which piece goes where: what comes in turn along the row. */
@Component({
  selector: 'relay-set-out-step',
  template: `
    <p>In turn along the row:</p>
    <ol>
      @for (name of names(); track $index) {
        <li>{{ name }}</li>
      }
    </ol>
    @if (isChain()) {
      <div class="line">
        <span class="what">A cup on</span>
        <select #often aria-label="A cup on" (change)="setEvery(+often.value)">
          <option value="0" [selected]="every() === 0">no link</option>
          @for (n of [4, 6, 8, 10, 12]; track n) {
            <option [value]="n" [selected]="every() === n">every {{ ordinal(n) }} link</option>
          }
        </select>
      </div>
    }
  `,
  styleUrls: ['./step.less'],
  styles: `
    ol {
      margin: 0 0 10px;
      padding-left: 20px;
      max-height: 132px;
      overflow-y: auto;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SetOutStepComponent {
  private readonly store = inject(JobStore);
  private readonly job = toSignal(this.store.job$);
  protected readonly ordinal = ordinal;
  private readonly pieces = computed(() => {
    const job = this.job();
    return (job?.runs[0]?.sequence ?? []).flatMap((id) => job?.pieces.find((p) => p.id === id) ?? []);
  });
  protected readonly names = computed(() => this.pieces().map((piece) => piece.name));
  protected readonly isChain = computed(() => this.pieces()[0]?.family === 'roller-chain');
  protected readonly every = computed(() =>
    this.pieces().some((p) => p.family === 'roller-chain' && p.carrier) ? this.pieces().length : 0,
  );

  protected setEvery(every: number): void {
    const run = this.job()?.runs[0];
    const [first] = this.pieces();
    if (!run || first?.family !== 'roller-chain') return;
    const standard = CHAIN_SIZES.find((s) => s.size === first.size);
    const { pitch, roller, plateHeight, pin } = first;
    const size: ChainSize = standard ?? { size: '', pitch, roller, plateHeight, pin };
    const { pieces, sequence } = chainPieces(size, every);
    this.store.change({ ...choosePieces(run.id, pieces, sequence), label: 'Change set-out' });
  }
}
