import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { formatExact, formatLength, laidLength } from '@coin-relay/model';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { setEndToEnd } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { RunAtWork } from '../session/run-at-work.service';
import { LengthFieldComponent } from '../shared/length-field.component';
import { FitService } from '../engine/fit.service';
import { HoldsDirective } from '../shared/holds.directive';

/** Pieces that are laid one against the next, each as long as it is, with a gap. */
@Component({
  selector: 'relay-end-to-end-panel',
  imports: [HoldsDirective, NzCheckboxModule, LengthFieldComponent],
  template: `
    @if (run(); as r) {
      <label nz-checkbox [relayHolds]="!!r.fit.endToEnd" (told)="lay($event)">Laid end to end</label>
      @if (r.fit.endToEnd; as laid) {
        <div class="line">
          <span class="what">with a gap of</span>
          <relay-length-field
            label="Gap between pieces"
            [value]="laid.gap"
            [unit]="unit()"
            [least]="0"
            (changed)="gap($event)"
          />
        </div>
        <p class="cost">{{ words() }}</p>
      }
    }
  `,
  styleUrl: '../shared/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EndToEndPanelComponent {
  private readonly store = inject(JobStore);
  private readonly state = toSignal(inject(FitService).state$, { requireSync: true });
  private readonly job = toSignal(this.store.job$);
  protected readonly run = toSignal(inject(RunAtWork).run$);
  protected readonly unit = computed(() => this.job()?.unit ?? 'mm');
  protected readonly words = computed(() => {
    const [job, run] = [this.job(), this.run()];
    if (!job || !run) return '';
    const pieces = run.sequence.flatMap((id) => job.pieces.find((piece) => piece.id === id) ?? []);
    const named = pieces.map((piece) => formatExact(laidLength(piece), job.unit));
    const list = named.length > 6 ? `${named.slice(0, 6).join(', ')}, …` : named.join(', ');
    const apart = this.state().view?.fit.apart;
    const laid =
      apart && Math.abs(apart.factor - 1) > 5e-6
        ? ` Laid as ${pieces
            .slice(0, 6)
            .map((piece) => formatLength(laidLength(piece) * apart.factor, job.unit))
            .join(', ')}.`
        : '';
    const how = run.setOut?.order.by === 'weight' ? 'Drawn by weight' : 'In turn';
    return `${how}: ${list}. Choose the pieces, and how long each is, in the link and set-out steps.${laid}`;
  });

  protected lay(endToEnd: boolean): void {
    const run = this.run();
    if (run) this.store.change(setEndToEnd(run.id, endToEnd ? { gap: 0 } : null));
  }

  protected gap(gap: number): void {
    const run = this.run();
    if (run) this.store.change(setEndToEnd(run.id, { gap }));
  }
}
