import { familyOf } from '@coin-relay/model';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { JobPiece, Variation } from '@coin-relay/model';
import { withExtra } from './with-extra';
import { AngleFieldComponent } from '../shared/angle-field.component';
import { CountFieldComponent } from '../shared/count-field.component';
import { NumberFieldComponent } from '../shared/number-field.component';

const NONE: Variation = { seed: 1, size: 0, thickness: 0, turn: 0, wire: 0 };

/** How unlike one another the copies of a piece are. */
@Component({
  selector: 'relay-variation-panel',
  imports: [AngleFieldComponent, CountFieldComponent, NumberFieldComponent],
  template: `
    @for (part of parts(); track part.key) {
      <div class="line">
        <span class="what">{{ part.words }}</span>
        ±
        <relay-number-field
          [label]="part.words + ', plus or minus'"
          [value]="variation()[part.key] * 100"
          suffix="%"
          [least]="0"
          [most]="90"
          (changed)="put(part.key, $event / 100)"
        />
      </div>
    }
    <div class="line">
      <span class="what">Turn</span>
      ±
      <relay-angle-field
        label="Turn, plus or minus"
        [value]="variation().turn"
        [least]="0"
        [most]="180"
        (changed)="put('turn', $event)"
      />
    </div>
    <div class="line">
      <span class="what">Seed: the same one gives the same row for ever</span>
      <relay-count-field
        label="Seed of the variation"
        [value]="variation().seed"
        [least]="0"
        [most]="4294967295"
        (changed)="put('seed', $event)"
      />
    </div>
  `,
  styleUrl: '../shared/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class VariationPanelComponent {
  readonly piece = input.required<JobPiece>();
  readonly changed = output<JobPiece>();
  protected readonly variation = computed(() => this.piece().variation ?? NONE);
  /** Only a piece of wire has a wire to be uneven. */
  protected readonly parts = computed(
    (): readonly { key: 'size' | 'thickness' | 'wire'; words: string }[] => [
      { key: 'size', words: 'Size' },
      { key: 'thickness', words: 'Thickness' },
      ...(familyOf(this.piece()).wire ? [{ key: 'wire' as const, words: 'Along its own wire' }] : []),
    ],
  );

  protected put(key: keyof Variation, value: number): void {
    const variation = { ...this.variation(), [key]: value };
    const none =
      variation.size === 0 && variation.thickness === 0 && variation.turn === 0 && variation.wire === 0;
    const kept = none && key !== 'seed' ? null : variation;
    this.changed.emit(withExtra(this.piece(), 'variation', kept));
  }
}
