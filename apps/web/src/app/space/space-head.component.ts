import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Side } from '@coin-relay/scene';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { setSideways, setStands } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { RunAtWork } from '../session/run-at-work.service';
import { TermComponent } from '../help/term.component';
import { LengthFieldComponent } from '../shared/length-field.component';
import { OptionListComponent } from '../shared/option-list.component';
import type { PointWay } from './point-ways';

const SIDES: readonly { readonly side: Side; readonly words: string }[] = [
  { side: 'front', words: 'the front' },
  { side: 'above', words: 'above' },
  { side: 'side', words: 'the side' },
  { side: 'corner', words: 'a corner' },
];
const STANDS = [
  { value: 'upright', words: 'stands upright' },
  { value: 'lying', words: 'lies flat' },
];

/** From where the solids are looked at, how the drawing stands, and how deep the row at work is. */
@Component({
  selector: 'relay-space-head',
  imports: [NzButtonComponent, LengthFieldComponent, OptionListComponent, TermComponent],
  template: `
    <span class="views" role="group" aria-label="Look from">
      <span class="quiet">look from</span>
      @for (side of sides; track side.side) {
        <button nz-button nzType="link" type="button" (click)="look.emit(side.side)">{{ side.words }}</button>
      }
      <button
        nz-button
        nzType="link"
        type="button"
        title="Square onto what is chosen, from its own front"
        [disabled]="!canSquare()"
        (click)="square.emit()"
      >
        square on
      </button>
    </span>
    <button
      nz-button
      nzType="link"
      type="button"
      [title]="parallel() ? 'What is far away is as large' : 'What is far away is smaller'"
      (click)="turned.emit(!parallel())"
    >
      {{ parallel() ? 'seen in parallel' : 'seen in perspective' }}
    </button>
    @if (pointWays().length > 0) {
      <span class="ways">
        <span class="quiet">points move</span>
        <relay-option-list
          name="Points are dragged"
          [options]="pointWays()"
          [value]="wayHere()"
          (chosen)="take($event)"
        />
      </span>
    }
    <span class="spring"></span>
    <relay-option-list
      name="How the drawing stands"
      [options]="stands"
      [value]="standing()"
      (chosen)="stand($event)"
    />
    <span class="depth">
      <span class="quiet">row at <relay-term of="Depth">depth</relay-term></span>
      <relay-length-field
        label="Depth of the row"
        [value]="depth()"
        [unit]="unit()"
        (changed)="move($event)"
      />
      @if (said()) {
        <button
          nz-button
          nzType="link"
          type="button"
          title="Beside what shares its shafts"
          (click)="move(null)"
        >
          find it
        </button>
      }
    </span>
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 14px;
      align-items: center;
      min-height: 36px;
      padding: 2px 10px;
      font-size: 13px;
    }
    .spring {
      flex: 1;
    }
    .views,
    .ways,
    .depth {
      display: inline-flex;
      gap: 0 10px;
      align-items: baseline;
      white-space: nowrap;
    }
    relay-option-list {
      width: 128px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SpaceHeadComponent {
  private readonly store = inject(JobStore);
  private readonly runs = inject(RunAtWork);
  readonly parallel = input.required<boolean>();
  readonly canSquare = input.required<boolean>();
  /** How deep the row at work stands, mm. */
  readonly depth = input.required<number>();
  /** What points can be dragged in; none where there are no points. */
  readonly pointWays = input.required<readonly { readonly value: PointWay; readonly words: string }[]>();
  readonly pointWay = input.required<PointWay>();
  readonly pointsMove = output<PointWay>();
  readonly look = output<Side>();
  readonly square = output();
  readonly turned = output<boolean>();

  protected readonly sides = SIDES;
  protected readonly stands = STANDS;
  private readonly job = toSignal(this.store.job$);
  private readonly run = toSignal(this.runs.run$);
  protected readonly unit = computed(() => this.job()?.unit ?? 'mm');
  protected readonly standing = computed(() => this.job()?.stands ?? 'upright');
  protected readonly said = computed(() => this.run()?.sideways !== undefined);

  /** What holds of what can be chosen here: points of the plane stay in it. */
  protected readonly wayHere = computed(() => {
    const ways = this.pointWays();
    return (ways.find(({ value }) => value === this.pointWay()) ?? ways[0]).value;
  });

  protected take(value: string): void {
    const way = this.pointWays().find((each) => each.value === value);
    if (way) this.pointsMove.emit(way.value);
  }

  protected stand(value: string): void {
    this.store.change(setStands(value === 'lying' ? 'lying' : 'upright'));
  }

  protected move(sideways: number | null): void {
    const run = this.run();
    if (run) this.store.change(setSideways(run.id, sideways));
  }
}
