import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  output,
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { figureBox, pieceFigure } from '@coin-relay/scene';
import {
  PLAIN_SETTING,
  settingHeld,
  type JobPiece,
  type KeptSetting,
  type Setting,
  type Unit,
} from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { KeptSettings } from '../session/kept-setting.service';
import { withExtra } from './with-extra';
import { AngleFieldComponent } from '../shared/angle-field.component';
import { PlaceFieldComponent } from '../shared/place-field.component';
import { LengthFieldComponent } from '../shared/length-field.component';
import { NumberFieldComponent } from '../shared/number-field.component';
import { CHOICE } from '../shared/choice.directive';
import { HoldsDirective } from '../shared/holds.directive';

const FACING_WORDS: readonly (readonly [Setting['facing'], string])[] = [
  ['path', 'turns with the path'],
  ['chord', 'turns with the chord under it'],
  ['upright', 'stays upright'],
  ['point', 'faces a point'],
];

/** How every copy of a piece is set on its place. */
@Component({
  selector: 'relay-setting-panel',
  imports: [
    HoldsDirective,
    CHOICE,
    NzButtonComponent,
    NzCheckboxModule,
    AngleFieldComponent,
    LengthFieldComponent,
    PlaceFieldComponent,
    NumberFieldComponent,
  ],
  template: `
    <div class="line">
      <span class="what">On the path runs</span>
      <nz-select
        relayChoice="Which line across the piece runs on the path"
        [value]="lineName()"
        (chosen)="runOn($event)"
      >
        @for (line of lines(); track line.name) {
          <nz-option [nzValue]="line.name" [nzLabel]="line.words" />
        }
        @if (lineName() === 'own') {
          <nz-option nzValue="own" nzLabel="a line of your own" />
        }
      </nz-select>
    </div>
    <div class="line">
      <span class="what">that line, from the pins inward</span>
      <relay-length-field
        label="That line, from the pins inward"
        [value]="setting().line"
        [unit]="unit()"
        (changed)="put({ line: $event })"
      />
    </div>
    <div class="line">
      <span class="what">Out of the path</span>
      <relay-length-field
        label="Out of the path"
        [value]="setting().out"
        [unit]="unit()"
        (changed)="put({ out: $event })"
      />
    </div>
    <div class="line">
      <span class="what">Lifted, on a path in space</span>
      <relay-length-field
        label="Lifted, on a path in space"
        [value]="setting().lift ?? 0"
        [unit]="unit()"
        (changed)="put({ lift: $event === 0 ? undefined : $event })"
      />
    </div>
    <div class="line">
      <span class="what">Forward along it</span>
      <relay-length-field
        label="Forward along it"
        [value]="setting().along"
        [unit]="unit()"
        (changed)="put({ along: $event })"
      />
    </div>
    <div class="line">
      <span class="what">Turned</span>
      <relay-angle-field
        label="Turned on its place"
        [value]="setting().turn"
        [quarter]="true"
        (changed)="put({ turn: $event })"
      />
    </div>
    <div class="line">
      <span class="what">Scale</span>
      <relay-number-field
        label="Scale of the piece"
        [value]="setting().scale"
        suffix="×"
        [least]="0.01"
        [most]="100"
        (changed)="put({ scale: $event })"
      />
    </div>
    <div class="line">
      <nz-select relayChoice="Which way it faces" [value]="setting().facing" (chosen)="face($event)">
        @for (entry of facings; track entry[0]) {
          <nz-option [nzValue]="entry[0]" [nzLabel]="entry[1]" />
        }
      </nz-select>
      <label nz-checkbox [relayHolds]="setting().flip" (told)="put({ flip: $event })">Flipped over</label>
    </div>
    @if (setting().facing === 'point') {
      <relay-place-field
        words="Its inner side looks to"
        label="Faces the point"
        [at]="setting().toward"
        [unit]="unit()"
        (changed)="put({ toward: { ...setting().toward, x: $event.x, y: $event.y } })"
      />
      <div class="line">
        <span class="what">at the height, on a path in space</span>
        <relay-length-field
          label="Height of the point it faces"
          [value]="setting().toward.z ?? 0"
          [unit]="unit()"
          (changed)="faceHeight($event)"
        />
      </div>
    }
    <div class="line">
      @if (kept(); as before) {
        <p class="cost" role="status">
          The first half of the row shows how it sat when you kept it: {{ words(before) }}. Set it otherwise,
          and the other half shows that beside it.
        </p>
      } @else {
        <button nz-button nzType="link" type="button" (click)="keep()">compare with another setting</button>
      }
    </div>
    @if (kept(); as before) {
      <div class="line">
        <button nz-button nzType="link" type="button" (click)="takeBack(before)">take that one back</button>
        <button nz-button nzType="link" type="button" (click)="end()">done comparing</button>
      </div>
    }
  `,
  styleUrl: '../shared/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SettingPanelComponent {
  readonly piece = input.required<JobPiece>();
  readonly unit = input.required<Unit>();
  readonly changed = output<JobPiece>();
  private readonly comparing = inject(KeptSettings);
  private readonly state = toSignal(this.comparing.kept$, { requireSync: true });
  /** How this piece sat when it was kept to be compared. */
  protected readonly kept = computed(() => {
    const kept = this.state();
    return kept?.piece === this.piece().id ? kept : null;
  });
  protected readonly facings = FACING_WORDS;
  protected readonly setting = computed(() => this.piece().setting ?? PLAIN_SETTING);

  /** The lines a piece usually runs on: its pins, its edges, its middle. */
  protected readonly lines = computed(() => {
    const piece = this.piece();
    const [, low, , high] = figureBox(pieceFigure(piece, piece.pitch));
    return [
      { name: 'pins', words: 'the line of its pins', at: 0 },
      { name: 'inner', words: 'its inner edge', at: high },
      { name: 'middle', words: 'its middle', at: (low + high) / 2 },
      { name: 'outer', words: 'its outer edge', at: low },
    ];
  });
  protected readonly lineName = computed(() => {
    const { line } = this.setting();
    return this.lines().find(({ at }) => Math.abs(at - line) < 1e-6)?.name ?? 'own';
  });

  constructor() {
    // It is compared where it is told of: for this piece, and in this step.
    effect(() => {
      const { id } = this.piece();
      untracked(() => {
        if (this.comparing.now?.piece !== id) this.end();
      });
    });
    inject(DestroyRef).onDestroy(() => this.end());
  }

  protected words({ setting }: KeptSetting): string {
    const held = settingHeld({ ...this.piece(), setting }, this.unit());
    return held === '' ? 'plainly' : held;
  }

  protected keep(): void {
    this.comparing.keep(this.piece());
  }

  protected end(): void {
    this.comparing.end();
  }

  protected takeBack({ setting }: KeptSetting): void {
    this.put(setting);
    this.end();
  }

  protected runOn(name: string): void {
    const found = this.lines().find((line) => line.name === name);
    if (found) this.put({ line: found.at });
  }

  protected face(value: string): void {
    const found = FACING_WORDS.find(([facing]) => facing === value);
    if (found) this.put({ facing: found[0] });
  }

  protected faceHeight(z: number): void {
    const { x, y } = this.setting().toward;
    this.put({ toward: z === 0 ? { x, y } : { x, y, z } });
  }

  protected put(change: Partial<Setting>): void {
    const setting = { ...this.setting(), ...change };
    const plain = JSON.stringify(setting) === JSON.stringify(PLAIN_SETTING);
    this.changed.emit(withExtra(this.piece(), 'setting', plain ? null : setting));
  }
}
