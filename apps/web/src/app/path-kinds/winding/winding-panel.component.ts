import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import {
  angleAt,
  meetingTurns,
  MOST_STRANDS,
  MOST_WINDINGS,
  RelayError,
  strandGap,
  type MeasuredPath,
} from '@coin-relay/core';
import { formatLength, woundBy, type OwnWinding } from '@coin-relay/model';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { layStrands, linesBeside } from '../../document/commands/strands';
import { JobStore } from '../../document/job-store.service';
import { MeasuredPaths } from '../../engine/measured-paths.service';
import { AngleFieldComponent } from '../../shared/angle-field.component';
import { CountFieldComponent } from '../../shared/count-field.component';
import { HoldsDirective } from '../../shared/holds.directive';
import { LengthFieldComponent } from '../../shared/length-field.component';
import { NumberFieldComponent } from '../../shared/number-field.component';
import { injectPathPanel } from '../path-of-kind';
import { WindingStationsComponent } from './winding-stations.component';

/** A line that winds round another path: how far from it, how often, which way; and the strands laid beside it. */
@Component({
  selector: 'relay-winding-panel',
  imports: [
    AngleFieldComponent,
    CountFieldComponent,
    HoldsDirective,
    LengthFieldComponent,
    NumberFieldComponent,
    NzRadioModule,
    WindingStationsComponent,
  ],
  templateUrl: './winding-panel.component.html',
  styleUrls: ['../../shared/step.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WindingPanelComponent {
  private readonly store = inject(JobStore);
  private readonly paths = inject(MeasuredPaths);
  protected readonly panel = injectPathPanel('winding');
  protected readonly mostTurns = MOST_WINDINGS;
  protected readonly mostStrands = MOST_STRANDS;
  protected readonly own = computed(() => {
    const wound = this.panel.path()?.wound;
    return wound?.by === 'own' ? wound : null;
  });
  /** The path it winds round, by its arc length. */
  protected readonly axis = computed((): MeasuredPath | null => {
    const [job, path] = [this.panel.job(), this.panel.path()];
    if (!job || !path) return null;
    try {
      return this.paths.of(job, woundBy(job, path).of);
    } catch (error) {
      if (error instanceof RelayError) return null;
      throw error;
    }
  });
  /** How often it goes round a closed path before it meets itself; once where that is not known. */
  private readonly laps = computed(() => {
    const [own, axis] = [this.own(), this.axis()];
    if (!own || !axis?.closed) return 1;
    try {
      return meetingTurns(own.turns).laps;
    } catch (error) {
      if (error instanceof RelayError) return 1;
      throw error;
    }
  });
  /** A line that goes round several times is seen as so many strands. */
  protected readonly strands = computed(() => {
    const [job, path] = [this.panel.job(), this.panel.path()];
    return job && path ? linesBeside(job, path.id) * this.laps() : 1;
  });
  protected readonly likeWords = computed(() => {
    const [job, path] = [this.panel.job(), this.panel.path()];
    const name = job?.paths.find(({ id }) => id === path?.of)?.name ?? '';
    return `It winds as “${name}” does, only turned: what is changed there is changed here.`;
  });
  protected readonly facts = computed(() => {
    const [own, axis] = [this.own(), this.axis()];
    if (!own || !axis) return '';
    const unit = this.panel.unit();
    const lay = axis.length / own.turns;
    const degrees = ((angleAt(own.radius, lay) * 180) / Math.PI).toFixed(1);
    const told = [`One turn is ${formatLength(lay, unit)} of the path, at ${degrees}° to it.`];
    if (axis.closed) told.push(meets(own.turns));
    const strands = this.strands();
    if (strands > 1 && own.figure === 'round')
      told.push(
        `${strands} strands of ${formatLength(strandGap(own.radius, { strands, lay }), unit)} touch one another where the path is straight.`,
      );
    return told.join(' ');
  });

  protected change(change: Partial<OwnWinding>, label = 'Change winding'): void {
    const [path, own] = [this.panel.path(), this.own()];
    if (path && own) this.panel.change({ ...path, wound: { ...own, ...change } }, label);
  }

  protected turn(phase: number): void {
    const path = this.panel.path();
    if (path) this.panel.change({ ...path, phase }, 'Turn winding');
  }

  protected lay(strands: number): void {
    const [job, path] = [this.panel.job(), this.panel.path()];
    const lines = Math.max(1, Math.round(strands / this.laps()));
    if (job && path) this.store.change(layStrands(job, path, lines, this.laps()));
  }
}

function meets(turns: number): string {
  try {
    const { laps } = meetingTurns(turns);
    return laps === 1
      ? 'Round the closed path it meets itself after one lap.'
      : `Round the closed path it meets itself after ${laps} laps: one line is seen as ${laps} strands.`;
  } catch (error) {
    if (error instanceof RelayError) return error.message;
    throw error;
  }
}
