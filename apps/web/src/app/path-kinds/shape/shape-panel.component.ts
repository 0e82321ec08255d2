import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { MOST_SIDES, type Shape } from '@coin-relay/core';
import { SHAPE_WORDS } from '@coin-relay/model';
import { CountFieldComponent } from '../../shared/count-field.component';
import { LengthFieldComponent } from '../../shared/length-field.component';
import { NumberFieldComponent } from '../../shared/number-field.component';
import { injectPathPanel } from '../path-of-kind';

/** One number of a shape: a length (mm), an angle (shown in degrees) or a count. */
interface ShapeNumber {
  readonly key: string;
  readonly words: string;
  readonly is: 'length' | 'angle' | 'count';
  readonly least?: number;
}

const TILT: ShapeNumber = { key: 'tilt', words: 'turned by', is: 'angle' };
const length = (key: string, words: string, least = 0.001): ShapeNumber => ({
  key,
  words,
  is: 'length',
  least,
});
const PLACE: readonly ShapeNumber[] = [length('x', 'to the right', -Infinity), length('y', 'up', -Infinity)];

/** The numbers each shape is made of. */
const NUMBERS: Readonly<Record<Shape['of'], readonly ShapeNumber[]>> = {
  circle: [length('radius', 'radius')],
  ellipse: [length('rx', 'first half axis'), length('ry', 'second half axis'), TILT],
  rectangle: [
    length('width', 'width'),
    length('height', 'height'),
    length('corner', 'corners rounded to', 0),
    TILT,
  ],
  'two-arc': [
    length('distance', 'between the centres'),
    length('first', 'first radius'),
    length('second', 'second radius'),
    TILT,
  ],
  polygon: [
    { key: 'sides', words: 'sides', is: 'count', least: 3 },
    length('radius', 'radius through the corners'),
    TILT,
  ],
  arc: [
    length('radius', 'radius'),
    { key: 'from', words: 'begins at', is: 'angle' },
    { key: 'sweep', words: 'turns by', is: 'angle' },
  ],
  straight: [length('length', 'length'), TILT],
};

/** A ready shape by its numbers. */
@Component({
  selector: 'relay-shape-panel',
  imports: [LengthFieldComponent, NumberFieldComponent, CountFieldComponent],
  template: `
    @if (panel.path(); as path) {
      <p class="cost">{{ word() }}: it keeps these numbers until it is freed into points.</p>
      @for (number of numbers(); track number.key) {
        <div class="line">
          <span class="what">{{ number.words }}</span>
          @switch (number.is) {
            @case ('length') {
              <relay-length-field
                [label]="word() + ', ' + number.words"
                [value]="valueOf(number.key)"
                [unit]="panel.unit()"
                [least]="number.least ?? 0.001"
                (changed)="set(number.key, $event)"
              />
            }
            @case ('angle') {
              <relay-number-field
                [label]="word() + ', ' + number.words"
                suffix="°"
                [least]="-360"
                [most]="360"
                [value]="(valueOf(number.key) * 180) / pi"
                (changed)="set(number.key, ($event * pi) / 180)"
              />
            }
            @case ('count') {
              <relay-count-field
                [label]="word() + ', ' + number.words"
                [value]="valueOf(number.key)"
                [least]="3"
                [most]="mostSides"
                (changed)="set(number.key, $event)"
              />
            }
          }
        </div>
      }
    }
  `,
  styleUrls: ['../../shared/step.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShapePanelComponent {
  protected readonly panel = injectPathPanel('shape');
  protected readonly pi = Math.PI;
  protected readonly mostSides = MOST_SIDES;
  protected readonly word = computed(() => SHAPE_WORDS[this.panel.path()?.shape.of ?? 'circle']);
  protected readonly numbers = computed(() => [
    ...NUMBERS[this.panel.path()?.shape.of ?? 'circle'],
    ...PLACE,
  ]);

  protected valueOf(key: string): number {
    return ((this.panel.path()?.shape as unknown as Record<string, number> | undefined) ?? {})[key] ?? 0;
  }

  protected set(key: string, value: number): void {
    const path = this.panel.path();
    if (path) this.panel.change({ ...path, shape: { ...path.shape, [key]: value } }, 'Change shape');
  }
}
