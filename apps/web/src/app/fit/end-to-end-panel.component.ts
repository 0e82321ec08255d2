import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  behaviourOf,
  formatExact,
  formatLength,
  laidLength,
  type JobPiece,
  type RunFit,
} from '@coin-relay/model';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { setEndToEnd } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { RunAtWork } from '../session/run-at-work.service';
import { CHOICE } from '../shared/choice.directive';
import { LengthFieldComponent } from '../shared/length-field.component';
import { FitService } from '../engine/fit.service';
import { HoldsDirective } from '../shared/holds.directive';

type Laid = NonNullable<RunFit['endToEnd']>;
type Body = NonNullable<Laid['body']>;

/** Pieces that are laid one against the next, each as long as it is, with a gap. */
@Component({
  selector: 'relay-end-to-end-panel',
  imports: [CHOICE, HoldsDirective, NzCheckboxModule, NzRadioModule, LengthFieldComponent],
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
        @if (bends() || laid.body) {
          <label nz-checkbox [relayHolds]="!!laid.body" (told)="makeBody($event)">One long body</label>
        }
        @if (laid.body; as body) {
          <div class="line">
            <span class="what">what the others leave goes to</span>
            <nz-select
              relayChoice="Piece that takes what the others leave"
              [value]="body.piece"
              (chosen)="shape({ piece: $event })"
            >
              @for (piece of pieces(); track piece.id) {
                <nz-option [nzValue]="piece.id" [nzLabel]="piece.name" />
              }
            </nz-select>
          </div>
          <nz-radio-group
            aria-label="How long the body is"
            [relayHolds]="body.length === null"
            (told)="stretch($event)"
            nzName="body-length"
          >
            <label nz-radio [nzValue]="true">as long as its path</label>
            <label nz-radio [nzValue]="false">of a length of its own</label>
          </nz-radio-group>
          @if (body.length !== null) {
            <div class="line">
              <span class="what">long, in all</span>
              <relay-length-field
                label="Length of the body"
                [value]="body.length"
                [unit]="unit()"
                (changed)="shape({ length: $event })"
              />
            </div>
          }
        }
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
  protected readonly pieces = computed((): readonly JobPiece[] => {
    const [job, run] = [this.job(), this.run()];
    const pieces = (run?.sequence ?? []).flatMap((id) => job?.pieces.find((piece) => piece.id === id) ?? []);
    return [...new Set(pieces)];
  });
  /** Only what bends can be as long as it has to be. */
  protected readonly bends = computed(() => this.pieces().every((piece) => behaviourOf(piece) === 'bending'));
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
    this.put({ gap });
  }

  /** The longest piece gives way, unless it is said otherwise. */
  protected makeBody(body: boolean): void {
    const pieces = this.pieces();
    const longest = pieces.reduce<JobPiece | null>(
      (most, piece) => (most && laidLength(most) >= laidLength(piece) ? most : piece),
      null,
    );
    this.put({ body: body && longest ? { piece: longest.id, length: null } : undefined });
  }

  protected stretch(whole: boolean): void {
    const fit = this.state().view?.fit;
    this.shape({ length: whole || !fit ? null : Number((fit.length / 2).toPrecision(3)) });
  }

  protected shape(change: Partial<Body>): void {
    const body = this.run()?.fit.endToEnd?.body;
    if (body) this.put({ body: { ...body, ...change } });
  }

  private put(change: Partial<Laid>): void {
    const run = this.run();
    const laid = run?.fit.endToEnd;
    if (run && laid) this.store.change(setEndToEnd(run.id, { ...laid, ...change }));
  }
}
