import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MOST_FRAMES } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { setLoop, setRollTrue } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { MotionView } from '../engine/motion-view.service';

/** How the wheels turn in the loop, and until when all of them look as they did. */
@Component({
  selector: 'relay-turns-panel',
  imports: [NzButtonComponent],
  template: `
    @if (wheels().length > 0) {
      <table aria-label="Wheels">
        <thead>
          <tr>
            <th scope="col">wheel</th>
            <th scope="col">ratio</th>
            <th scope="col">turns</th>
            <th scope="col">its picture</th>
          </tr>
        </thead>
        <tbody>
          @for (wheel of wheels(); track wheel.id) {
            <tr>
              <td>{{ wheel.name }}</td>
              <td>{{ wheel.ratio }}</td>
              <td>{{ wheel.turns }}</td>
              <td>{{ wheel.mark }}</td>
            </tr>
          }
        </tbody>
      </table>
      <p class="cost">{{ words() }}</p>
      @if (plain()) {
        <button nz-button nzType="link" type="button" (click)="roll(!rollsTrue())">
          {{ rollsTrue() ? 'Let plain wheels slip to meet the loop’s end' : 'Let plain wheels roll true' }}
        </button>
      }
      @if (longer(); as l) {
        <button nz-button nzType="link" type="button" (click)="lengthen()">
          Make the loop {{ l.frames }} frames
        </button>
      }
    }
  `,
  styleUrl: '../shared/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TurnsPanelComponent {
  private readonly store = inject(JobStore);
  private readonly motion = inject(MotionView);
  protected readonly wheels = computed(() =>
    (this.motion.facts()?.wheels ?? []).map(({ id, name, ratio, turns, off, slip }) => ({
      id,
      name,
      ratio: figure(ratio, 4),
      turns: figure(turns, 3),
      mark:
        off !== 0
          ? `${figure((off * 180) / Math.PI, 1)}° off`
          : slip !== 0
            ? `back, slips ${figure(100 * slip, 1)} %`
            : 'back',
    })),
  );
  protected readonly words = computed(() => {
    const facts = this.motion.facts();
    if (!facts) return '';
    const toothed = facts.wheels.filter(({ teeth }) => teeth !== null).length;
    const plain = facts.wheels.length - toothed;
    const laps = facts.lapsUntilBack === null ? '' : `, ${figure(facts.lapsUntilBack, 2)} laps`;
    const all =
      toothed === 0
        ? ''
        : `The row and the marks of its toothed wheels are all back after ${facts.allBack} ${this.motion.many()}${laps}. `;
    return `${all}${plain > 0 ? plainWords(this.rollsTrue()) : ''}`;
  });
  /** The loop in which all marks come back, at the speed there is; null where it is one, or too long. */
  protected readonly longer = computed(() => {
    const [facts, view] = [this.motion.facts(), this.motion.view()];
    if (!facts || !view || facts.travel === 0 || !facts.wheels.some(({ teeth }) => teeth !== null))
      return null;
    const frames = (view.job.motion.frames * facts.allBack) / Math.abs(facts.travel);
    if (facts.travel % facts.allBack === 0 || frames > MOST_FRAMES) return null;
    return { frames: Math.round(frames), travel: facts.allBack * Math.sign(facts.travel) };
  });

  protected readonly plain = computed(
    () => this.motion.facts()?.wheels.some(({ teeth }) => teeth === null) ?? false,
  );
  protected readonly rollsTrue = computed(() => this.motion.machine()?.job.motion.rollTrue ?? false);

  protected roll(truly: boolean): void {
    this.store.change(setRollTrue(truly));
  }

  protected lengthen(): void {
    const [longer, run] = [this.longer(), this.motion.view()?.resolved.run];
    const driven = this.motion.facts()?.driven;
    if (!longer || !run) return;
    // What another row drives travels more when that one does.
    const [of, travel] = driven
      ? [driven.master, Math.round(longer.travel / driven.ratio)]
      : [run.id, longer.travel];
    this.store.change(setLoop(of, longer.frames, travel));
  }
}

const plainWords = (rollTrue: boolean): string =>
  rollTrue
    ? 'Plain wheels roll true, wherever their arms are when the loop ends.'
    : 'Plain wheels slip by up to a tenth so that their arms are back; where it would take more they roll true.';

const figure = (value: number, digits: number): string =>
  String(Number(value.toFixed(digits))).replace('-', '−');
