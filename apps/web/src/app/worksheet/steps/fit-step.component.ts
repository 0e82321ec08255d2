import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  endToEndHeld,
  familyOf,
  formatLength,
  isBand,
  layHeld,
  meetHeld,
  roundingChange,
  roundingOf,
  toleranceOf,
  type RunFit,
} from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { setFit } from '../../document/commands';
import { JobStore } from '../../document/job-store.service';
import { holdChangeOf } from '../../session/hold-change';
import { RunAtWork } from '../../session/run-at-work.service';
import { FitService } from '../../engine/fit.service';
import { CandidatesPanelComponent } from '../../fit/candidates-panel.component';
import { EndToEndPanelComponent } from '../../fit/end-to-end-panel.component';
import { LayPanelComponent } from '../../fit/lay-panel.component';
import { MeetPanelComponent } from '../../fit/meet-panel.component';
import { PitchGraphComponent } from '../../fit/pitch-graph.component';
import { SlackPanelComponent } from '../../fit/slack-panel.component';
import { TensionPanelComponent } from '../../fit/tension-panel.component';
import { NumberFieldComponent } from '../../shared/number-field.component';
import { CountFieldComponent } from '../../shared/count-field.component';
import { TermComponent } from '../../help/term.component';
import { FoldComponent } from '../../shared/fold.component';
import { HoldsDirective } from '../../shared/holds.directive';

/** What a row may be off by where it is first said, as a part of one. */
const SOME = 0.1;

/** The fit: what gives way, and which counts will do. */
@Component({
  selector: 'relay-fit-step',
  imports: [
    HoldsDirective,
    FoldComponent,
    TermComponent,
    NzButtonComponent,
    NzRadioModule,
    NzCheckboxModule,
    CandidatesPanelComponent,
    CountFieldComponent,
    EndToEndPanelComponent,
    LayPanelComponent,
    MeetPanelComponent,
    NumberFieldComponent,
    PitchGraphComponent,
    SlackPanelComponent,
    TensionPanelComponent,
  ],
  template: `
    @if (fit(); as f) {
      @if (f.endToEnd?.body) {
        <div class="line">
          <span class="what">bodies, one behind the other</span>
          <relay-count-field
            label="Bodies, one behind the other"
            [value]="count() / pattern()"
            [least]="1"
            [most]="1000"
            (changed)="change({ count: $event * pattern() })"
          />
        </div>
      } @else {
        <fieldset>
          <legend>What gives way</legend>
          <nz-radio-group [relayHolds]="f.hold" (told)="hold($event)" nzName="gives-way">
            <label nz-radio nzValue="path">{{ f.endToEnd ? 'the lengths' : 'the pitch' }}</label>
            <label nz-radio nzValue="pitch">the path</label>
            @if (onRoute()) {
              <label nz-radio nzValue="wheel">a wheel</label>
              <label nz-radio nzValue="slack">the slack</label>
            }
            <label nz-radio nzValue="both">nothing</label>
          </nz-radio-group>
          <p class="cost why">{{ why() }}</p>
          @if (f.hold === 'wheel') {
            <relay-tension-panel />
          } @else if (f.hold === 'slack') {
            <relay-slack-panel />
          }
        </fieldset>
        <div class="line">
          <label nz-checkbox [relayHolds]="f.count !== null" (told)="pin($event)">Always put in</label>
          @if (f.count !== null) {
            <relay-count-field
              label="Fixed count"
              [value]="f.count"
              [least]="1"
              [most]="20000"
              (changed)="change({ count: $event, multiple: 1 })"
            />
          } @else {
            <span>{{ count() }}</span>
          }
        </div>
        <relay-candidates-panel />
        <fieldset>
          <legend>Which counts will do</legend>
          <nz-radio-group
            [relayHolds]="f.multiple"
            (told)="change({ multiple: $event, count: null })"
            nzName="counts"
          >
            <label nz-radio [nzValue]="1">any</label>
            <label nz-radio [nzValue]="2">even</label>
            @if (pattern() > 2) {
              <label nz-radio [nzValue]="pattern()">patterns of {{ pattern() }}</label>
            }
          </nz-radio-group>
        </fieldset>
        @if (f.hold !== 'slack') {
          <fieldset>
            <legend>Of those, take</legend>
            <nz-radio-group [relayHolds]="rounding()" (told)="round($event)" nzName="rounding">
              <label nz-radio nzValue="nearest">the nearest</label>
              <label nz-radio nzValue="down">at most</label>
              <label nz-radio nzValue="up">at least</label>
            </nz-radio-group>
          </fieldset>
        }
      }
      <div class="line">
        <span class="what"><relay-term of="Tolerance">The pitch may be off by</relay-term></span>
        @if (tolerance().part; as part) {
          <relay-number-field
            label="The pitch may be off by"
            [value]="part * 100"
            suffix="%"
            [least]="0.001"
            [most]="100"
            (changed)="change({ tolerance: $event / 100 })"
          />
          @if (f.tolerance !== undefined) {
            <button nz-button nzType="link" type="button" (click)="change({ tolerance: undefined })">
              as usual
            </button>
          }
        } @else {
          <span>any</span>
          <button nz-button nzType="link" type="button" (click)="change({ tolerance: SOME })">set one</button>
        }
      </div>
      <p class="cost">{{ tolerance().why }}</p>
      @if (leaves(); as words) {
        <p class="cost">{{ words }}</p>
      }
      @if (ripples()) {
        <relay-fold heading="The pitch over one cycle">
          <ng-template>
            @defer (on immediate) {
              <relay-pitch-graph />
            }
          </ng-template>
        </relay-fold>
      }
      <relay-fold heading="Where on the path it lies" [now]="held().lay" [open]="lies()">
        <ng-template>
          <relay-lay-panel />
        </ng-template>
      </relay-fold>
      @if (!band()) {
        <relay-fold heading="Pieces of different lengths" [now]="held().endToEnd" [open]="!!f.endToEnd">
          <ng-template>
            <relay-end-to-end-panel />
          </ng-template>
        </relay-fold>
      }
      @if (f.hold === 'path' && !f.endToEnd) {
        <relay-fold heading="Places that must be met" [now]="held().meet" [open]="meets()">
          <ng-template>
            <relay-meet-panel />
          </ng-template>
        </relay-fold>
      }
    }
  `,
  styleUrls: ['../../shared/step.less'],
  styles: `
    .why {
      margin: 2px 0 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FitStepComponent {
  private readonly store = inject(JobStore);
  private readonly fits = inject(FitService);
  private readonly job = toSignal(this.store.job$);
  private readonly run = toSignal(inject(RunAtWork).run$);
  protected readonly SOME = SOME;
  protected readonly onRoute = computed(() =>
    this.job()?.paths.some(({ id, kind }) => id === this.run()?.path && kind === 'route'),
  );
  /** How far the pitch may be off, and why; null: as far as it likes. */
  protected readonly tolerance = computed(() => {
    const resolved = this.state().view?.resolved;
    if (!resolved) return { part: null, why: '' };
    const part = toleranceOf(resolved);
    if (part === null) return { part, why: 'They do not reach each other, so no pitch is too far off.' };
    const { why } = familyOf(resolved.sequence[0]).tolerance;
    return { part, why: resolved.run.fit.tolerance === undefined ? `As usual: ${why}.` : 'As you set it.' };
  });
  private readonly state = toSignal(this.fits.state$, { requireSync: true });
  /** Chord against arc: how far stiff links leave the path. */
  protected readonly leaves = computed(() => {
    const { view } = this.state();
    const found = view?.departure;
    if (!view || !found || found.depth < 5e-4) return '';
    const { unit } = view.job;
    return `From pin to pin they leave the path by ${formatLength(found.depth, unit, 1)} at the most, at ${formatLength(found.s, unit)}.`;
  });
  protected readonly ripples = computed(() => {
    const fit = this.state().view?.fit;
    return fit?.request.pieces === 'stiff' && fit.row.kind === 'ring';
  });
  protected readonly lies = computed(() => this.run()?.fit.lay !== undefined);
  protected readonly meets = computed(() => this.run()?.fit.meet !== undefined);
  protected readonly fit = computed(() => this.run()?.fit);
  /** What of the folded parts holds now. */
  protected readonly held = computed(() => {
    const [fit, unit] = [this.fit(), this.job()?.unit ?? 'mm'];
    return fit
      ? { lay: layHeld(fit, unit), endToEnd: endToEndHeld(fit, unit), meet: meetHeld(fit) }
      : { lay: '', endToEnd: '', meet: '' };
  });
  protected readonly rounding = computed(() => {
    const fit = this.fit();
    return fit ? roundingOf(fit) : 'nearest';
  });
  protected readonly band = computed(() => this.state().view?.resolved.sequence.some(isBand) ?? false);
  protected readonly pattern = computed(() => this.run()?.sequence.length ?? 1);
  protected readonly count = computed(() => this.state().view?.fit.count ?? 1);

  protected readonly why = computed(() => {
    switch (this.fit()?.hold) {
      case 'path':
        if (this.fit()?.endToEnd) return 'The path holds; all lengths change by one factor, not the gap.';
        return this.onRoute() ? 'The path holds; toothed wheels change with the pitch.' : 'The path holds.';
      case 'pitch':
        return this.onRoute() ? 'The path is scaled; toothed wheels keep their size.' : 'The path is scaled.';
      case 'wheel':
        return 'Pitch and wheels hold; one of them moves along a line.';
      case 'slack':
        return 'Pitch and wheels hold; what is too long hangs in one span.';
      default:
        return 'Path and pitch hold; what is left over stays a gap.';
    }
  });

  protected async hold(hold: RunFit['hold']): Promise<void> {
    const job = this.job();
    const run = this.run();
    if (job && run) this.change(await holdChangeOf(job, run, hold));
  }

  protected round(rounding: RunFit['rounding']): void {
    const fit = this.fit();
    if (fit) this.change(roundingChange(fit, rounding));
  }

  protected pin(fixed: boolean): void {
    this.change({ count: fixed ? this.count() : null });
  }

  protected change(change: Partial<RunFit>): void {
    const run = this.run();
    if (run) this.store.change(setFit(run.id, change));
  }
}
