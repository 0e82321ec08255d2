import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { materialsOf, missingSigns, MOST_LETTERS, textAt, type Lettering } from '@coin-relay/model';
import { beginLettering, rowScene } from '@coin-relay/scene';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzInputDirective } from 'ng-zorro-antd/input';
import { setLettering } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { CountFieldComponent } from '../shared/count-field.component';
import { HoldsDirective } from '../shared/holds.directive';
import { LengthFieldComponent } from '../shared/length-field.component';
import type { Option } from '../shared/option';
import { OptionListComponent } from '../shared/option-list.component';
import { SetOutWork } from './set-out-work.service';

const READS: readonly Option[] = [
  { value: '0', words: 'the way the row goes' },
  { value: '1', words: 'across it, inwards' },
  { value: '2', words: 'against the way the row goes' },
  { value: '3', words: 'across it, outwards' },
];
const SIDES: readonly (Option & { readonly value: Lettering['sides'] })[] = [
  { value: 'front', words: 'on the front' },
  { value: 'back', words: 'on the back' },
  { value: 'both', words: 'on the front and on the back' },
  { value: 'outside', words: 'on the outside, seen in space' },
  { value: 'inside', words: 'on the inside, seen in space' },
];

/** What is written on the pieces of a row: a text, running numbers, a word spelled over the pieces. */
@Component({
  selector: 'relay-lettering-panel',
  imports: [
    CountFieldComponent,
    HoldsDirective,
    LengthFieldComponent,
    NzButtonComponent,
    NzCheckboxModule,
    NzInputDirective,
    OptionListComponent,
  ],
  template: `
    @if (lettering(); as told) {
      <div class="line">
        <span>written</span>
        <input
          nz-input
          nzSize="small"
          #text
          class="what"
          aria-label="What is written"
          [attr.maxlength]="most"
          [attr.aria-invalid]="missing() !== ''"
          [nzStatus]="missing() ? 'error' : ''"
          [value]="told.text"
          (change)="write(text.value)"
        />
      </div>
      @if (missing(); as words) {
        <p class="cost warning-text" role="alert">{{ words }}</p>
      }
      <p class="cost">{{ sample() }}</p>
      <div class="line">
        <label nz-checkbox [relayHolds]="told.spelled" (told)="put({ spelled: $event })"
          >spelled: one sign on each piece</label
        >
      </div>
      @if (counts()) {
        <div class="line">
          <span class="what">counted from, by</span>
          <relay-count-field
            label="First number"
            [value]="told.start"
            [least]="-999999"
            [most]="999999"
            (changed)="put({ start: $event })"
          />
          <relay-count-field
            label="From number to number"
            [value]="told.step"
            [least]="-1000"
            [most]="1000"
            (changed)="put({ step: $event })"
          />
        </div>
      }
      <div class="line">
        <span class="what">from place, every</span>
        <relay-count-field
          label="First place with letters"
          [value]="told.first"
          (changed)="put({ first: $event })"
        />
        <relay-count-field
          label="Letters on every so many places"
          [value]="told.every"
          [most]="1000"
          (changed)="put({ every: $event })"
        />
      </div>
      <div class="line">
        <span class="what">capitals high</span>
        <relay-length-field
          label="Height of capital letters"
          [value]="told.height"
          [unit]="unit()"
          [least]="0.01"
          (changed)="put({ height: $event })"
        />
      </div>
      <div class="line">
        <span class="what">on, {{ sidewise() ? 'up' : 'in' }}</span>
        <relay-length-field
          label="Letters moved on along the piece"
          [value]="told.along"
          [unit]="unit()"
          (changed)="put({ along: $event })"
        />
        <relay-length-field
          [label]="sidewise() ? 'Letters moved up' : 'Letters moved inwards'"
          [value]="told.across"
          [unit]="unit()"
          (changed)="put({ across: $event })"
        />
      </div>
      <div class="line">
        <span>reads</span>
        <relay-option-list
          class="what"
          name="How the letters read"
          [options]="reads"
          [value]="'' + told.quarters"
          (chosen)="put({ quarters: +$event })"
        />
      </div>
      <div class="line">
        <label nz-checkbox [relayHolds]="told.upright" (told)="put({ upright: $event })"
          >turned over where it would stand on its head</label
        >
      </div>
      <div class="line">
        <relay-option-list
          class="what"
          name="Sides with letters"
          [options]="sides"
          [value]="told.sides"
          (chosen)="onSides($event)"
        />
        <relay-option-list
          class="what"
          name="Material of the letters"
          [options]="materials()"
          [value]="told.material"
          (chosen)="put({ material: $event })"
        />
      </div>
      <div class="line">
        <button nz-button nzType="link" type="button" (click)="save(null)">take the letters off</button>
      </div>
    } @else {
      <p class="cost">Nothing is written on it.</p>
      <div class="line">
        <button nz-button nzType="link" type="button" [disabled]="!laid()" (click)="begin()">
          number the pieces
        </button>
      </div>
    }
  `,
  styleUrls: ['../shared/step.less', './panels.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LetteringPanelComponent {
  private readonly store = inject(JobStore);
  private readonly work = inject(SetOutWork);
  private readonly view = toSignal(this.work.view$, { initialValue: null });
  protected readonly laid = toSignal(this.work.laid$, { initialValue: null });
  protected readonly most = MOST_LETTERS;
  protected readonly reads = READS;
  protected readonly sides = SIDES;
  protected readonly unit = computed(() => this.view()?.job.unit ?? 'mm');
  protected readonly lettering = computed(() => this.view()?.run.lettering ?? null);
  protected readonly materials = computed(() =>
    materialsOf(this.view()?.job ?? {}).map(({ id, name }): Option => ({ value: id, words: name })),
  );
  /** What was typed and cannot be lettered, in words. */
  protected readonly missing = signal('');
  protected readonly counts = computed(() => {
    const { text = '', spelled = false } = this.lettering() ?? {};
    return !spelled && text.includes('#');
  });
  /** On the sides of pieces what is moved across them goes up. */
  protected readonly sidewise = computed(() => {
    const { sides } = this.lettering() ?? {};
    return sides === 'outside' || sides === 'inside';
  });
  /** What stands on the first places, and on the last one that is lettered. */
  protected readonly sample = computed(() => {
    const told = this.lettering();
    const count = this.laid()?.setOut.table.count ?? 0;
    if (!told) return '';
    const hint = '# is the number, ## that with two digits.';
    if (count === 0) return hint;
    const places = Array.from({ length: count }, (_, i) => i).filter((i) => textAt(told, i) !== '');
    if (places.length === 0) return `${hint} No place is lettered: the row has ${count}.`;
    const said = (i: number): string => `“${textAt(told, i)}” on place ${i + 1}`;
    const [first] = places;
    const last = places[places.length - 1];
    return `${hint} ${said(first)}${last > first ? ` … ${said(last)}` : ''}.`;
  });

  protected begin(): void {
    const laid = this.laid();
    if (!laid) return;
    const { pieces } = rowScene(laid.fit, laid.setOut);
    this.save(beginLettering(pieces[laid.setOut.table.piece.at(0) ?? 0]));
  }

  protected write(text: string): void {
    const missing = missingSigns(text);
    if (text === '' || missing.length > 0) {
      this.missing.set(
        text === ''
          ? 'Write something, or take the letters off.'
          : `There is no outline of ${missing.map((sign) => `“${sign}”`).join(', ')}: letter with Latin letters, digits and their signs.`,
      );
      return;
    }
    this.put({ text });
  }

  protected onSides(value: string): void {
    const found = SIDES.find((side) => side.value === value);
    if (found) this.put({ sides: found.value });
  }

  protected put(change: Partial<Lettering>): void {
    const told = this.lettering();
    if (told) this.save({ ...told, ...change });
  }

  protected save(lettering: Lettering | null): void {
    this.missing.set('');
    const run = this.view()?.run;
    if (run) this.store.change(setLettering(run.id, lettering));
  }
}
