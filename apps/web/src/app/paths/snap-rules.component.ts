import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { JobStore } from '../document/job-store.service';
import { LengthFieldComponent } from '../shared/length-field.component';
import { NumberFieldComponent } from '../shared/number-field.component';
import { PathWork } from '../session/path-work.service';
import { HoldsDirective } from '../shared/holds.directive';

/** What moved points are drawn to. */
@Component({
  selector: 'relay-snap-rules',
  imports: [HoldsDirective, NzCheckboxModule, LengthFieldComponent, NumberFieldComponent],
  template: `
    <fieldset>
      <legend>Moved points keep to</legend>
      <label nz-checkbox [relayHolds]="rules().points" (told)="work.setRules({ points: $event })"
        >points</label
      >
      <label nz-checkbox [relayHolds]="rules().tangents" (told)="work.setRules({ tangents: $event })"
        >wheel tangents</label
      >
      <div class="line">
        <label
          nz-checkbox
          [relayHolds]="rules().angle !== null"
          (told)="work.setRules({ angle: $event ? angle : null })"
          >steps of an angle</label
        >
        @if (rules().angle !== null) {
          <relay-number-field
            label="Step of angle"
            suffix="°"
            [least]="0.1"
            [most]="180"
            [value]="degrees()"
            (changed)="setAngle($event)"
          />
        }
      </div>
      <div class="line">
        <label
          nz-checkbox
          [relayHolds]="rules().grid !== null"
          (told)="work.setRules({ grid: $event ? grid : null })"
          >a grid</label
        >
        @if (rules().grid !== null) {
          <relay-length-field
            label="Step of the grid"
            [value]="rules().grid ?? 5"
            [unit]="unit()"
            [least]="0.01"
            (changed)="setGrid($event)"
          />
        }
      </div>
    </fieldset>
  `,
  styleUrls: ['../shared/step.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SnapRulesComponent {
  protected readonly work = inject(PathWork);
  private readonly job = toSignal(inject(JobStore).job$);
  protected readonly unit = computed(() => this.job()?.unit ?? 'mm');
  protected readonly rules = toSignal(this.work.rules$, { requireSync: true });
  protected readonly degrees = computed(() => ((this.rules().angle ?? 0) * 180) / Math.PI);
  /** Remembered while they are switched off. */
  protected angle = Math.PI / 12;
  protected grid = 5;

  protected setAngle(degrees: number): void {
    this.angle = (degrees * Math.PI) / 180;
    this.work.setRules({ angle: this.angle });
  }

  protected setGrid(grid: number): void {
    this.grid = grid;
    this.work.setRules({ grid });
  }
}
