import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import type { RunFit } from '@coin-relay/model';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { setFit } from '../../document/commands';
import { JobStore } from '../../document/job-store.service';
import { RunAtWork } from '../../job/run-at-work.service';
import { FitService } from '../../fit/fit.service';
import { CountFieldComponent } from '../../shared/count-field.component';

/** The fit: what gives way, and which counts will do. */
@Component({
  selector: 'relay-fit-step',
  imports: [FormsModule, NzRadioModule, NzCheckboxModule, CountFieldComponent],
  template: `
    @if (fit(); as f) {
      <fieldset>
        <legend>What gives way</legend>
        <nz-radio-group [ngModel]="f.hold" (ngModelChange)="hold($event)" nzName="gives-way">
          <label nz-radio nzValue="path">the pitch</label>
          <label nz-radio nzValue="pitch">the path</label>
          <label nz-radio nzValue="both">nothing</label>
        </nz-radio-group>
        <p class="cost why">{{ why() }}</p>
      </fieldset>
      <fieldset>
        <legend>Which counts will do</legend>
        <nz-radio-group
          [ngModel]="f.multiple"
          (ngModelChange)="change({ multiple: $event, count: null })"
          nzName="counts"
        >
          <label nz-radio [nzValue]="1">any</label>
          <label nz-radio [nzValue]="2">even</label>
          @if (pattern() > 2) {
            <label nz-radio [nzValue]="pattern()">patterns of {{ pattern() }}</label>
          }
        </nz-radio-group>
      </fieldset>
      <fieldset>
        <legend>Of those, take</legend>
        <nz-radio-group
          [ngModel]="f.rounding"
          (ngModelChange)="change({ rounding: $event, count: null })"
          nzName="rounding"
        >
          <label nz-radio nzValue="nearest">the nearest</label>
          <label nz-radio nzValue="down">at most</label>
          <label nz-radio nzValue="up">at least</label>
        </nz-radio-group>
      </fieldset>
      <div class="line">
        <label nz-checkbox [ngModel]="f.count !== null" (ngModelChange)="pin($event)">Always put in</label>
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
    }
  `,
  styleUrls: ['./step.less'],
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
  private readonly run = toSignal(inject(RunAtWork).run$);
  private readonly state = toSignal(this.fits.state$, { requireSync: true });
  protected readonly fit = computed(() => this.run()?.fit);
  protected readonly pattern = computed(() => this.run()?.sequence.length ?? 1);
  protected readonly count = computed(() => this.state().view?.fit.count ?? 1);

  protected readonly why = computed(() => {
    switch (this.fit()?.hold) {
      case 'path':
        return 'The path holds; toothed wheels change with the pitch.';
      case 'pitch':
        return 'The path is scaled; toothed wheels keep their size.';
      default:
        return 'Path and pitch hold; what is left over stays a gap.';
    }
  });

  /** With a gap, links that do not go in whole are left out unless the user says otherwise. */
  protected hold(hold: RunFit['hold']): void {
    const rounding = this.fit()?.rounding ?? 'nearest';
    this.change({ hold, rounding: hold === 'both' && rounding === 'nearest' ? 'down' : rounding });
  }

  protected pin(fixed: boolean): void {
    this.change({ count: fixed ? this.count() : null });
  }

  protected change(change: Partial<RunFit>): void {
    const run = this.run();
    if (run) this.store.change(setFit(run.id, change));
  }
}
