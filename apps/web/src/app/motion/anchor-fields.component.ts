import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { motionConflict, type Anchor, type AnchorOn, type Job } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { AngleFieldComponent } from '../shared/angle-field.component';
import { CountFieldComponent } from '../shared/count-field.component';
import { LengthFieldComponent } from '../shared/length-field.component';
import { CHOICE } from '../shared/choice.directive';

/** What an anchor is on, in numbers. */
@Component({
  selector: 'relay-anchor-fields',
  imports: [CHOICE, NzButtonComponent, AngleFieldComponent, CountFieldComponent, LengthFieldComponent],
  template: `
    @switch (on().kind) {
      @case ('fixed') {
        @if (fixed(); as f) {
          <div class="line">
            <span class="what">Right, up</span>
            <relay-length-field
              label="Anchor, right"
              [value]="f.x"
              [unit]="job().unit"
              (changed)="change({ x: $event })"
            />
            <relay-length-field
              label="Anchor, up"
              [value]="f.y"
              [unit]="job().unit"
              (changed)="change({ y: $event })"
            />
          </div>
          <div class="line">
            <span class="what">Before the drawing</span>
            <relay-length-field
              label="Anchor, before the drawing"
              [value]="f.z ?? 0"
              [unit]="job().unit"
              (changed)="lift($event)"
            />
          </div>
        }
      }
      @case ('rider') {
        @if (rider(); as r) {
          <div class="line">
            <span class="what">Link</span>
            <relay-count-field
              label="Link it rides on"
              [value]="r.place"
              [least]="0"
              [most]="20000"
              (changed)="change({ place: $event })"
            />
            <span>of</span>
            <nz-select relayChoice="Row it rides on" [value]="r.run" (chosen)="change({ run: $event })">
              @for (entry of mayRideOn(); track entry.id) {
                <nz-option [nzValue]="entry.id" [nzLabel]="entry.name" />
              }
            </nz-select>
          </div>
        }
      }
      @default {
        @if (crank(); as c) {
          <div class="line">
            <span class="what">On</span>
            <nz-select relayChoice="Wheel it is on" [value]="c.wheel" (chosen)="change({ wheel: $event })">
              @for (entry of job().wheels; track entry.id) {
                <nz-option [nzValue]="entry.id" [nzLabel]="entry.name" />
              }
            </nz-select>
          </div>
          <div class="line">
            <span class="what">From its centre</span>
            <relay-length-field
              label="Crank"
              [value]="c.radius"
              [unit]="job().unit"
              [least]="0"
              (changed)="change({ radius: $event })"
            />
          </div>
          <div class="line">
            <span class="what">At frame 0 it stands at</span>
            <relay-angle-field label="Crank angle" [value]="c.angle" (changed)="change({ angle: $event })" />
          </div>
        }
        @if (slider(); as s) {
          <div class="line">
            <span class="what">Rod</span>
            <relay-length-field
              label="Rod"
              [value]="s.rod"
              [unit]="job().unit"
              [least]="0.01"
              (changed)="change({ rod: $event })"
            />
          </div>
          <div class="line">
            <span class="what">Slides through</span>
            <relay-length-field
              label="Slide, right"
              [value]="s.x"
              [unit]="job().unit"
              (changed)="change({ x: $event })"
            />
            <relay-length-field
              label="Slide, up"
              [value]="s.y"
              [unit]="job().unit"
              (changed)="change({ y: $event })"
            />
          </div>
          <div class="line">
            <span class="what">In the direction</span>
            <relay-angle-field
              label="Direction of the slide"
              [value]="s.direction"
              [quarter]="true"
              (changed)="change({ direction: $event })"
            />
          </div>
          <button nz-button nzType="link" type="button" (click)="change({ side: s.side === 1 ? -1 : 1 })">
            On the crank’s other side
          </button>
          <button nz-button nzType="link" type="button" (click)="toCrank()">Take the rod away</button>
        } @else if (crank()?.radius) {
          <button nz-button nzType="link" type="button" (click)="toSlider()">
            Let it drive a slider by a rod
          </button>
        }
      }
    }
  `,
  styleUrl: '../shared/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AnchorFieldsComponent {
  readonly anchor = input.required<Anchor>();
  readonly job = input.required<Job>();
  readonly changed = output<AnchorOn>();
  protected readonly on = computed(() => this.anchor().on);
  protected readonly fixed = computed(() => ofKind(this.on(), 'fixed'));
  protected readonly rider = computed(() => ofKind(this.on(), 'rider'));
  protected readonly slider = computed(() => ofKind(this.on(), 'slider'));
  protected readonly crank = computed(() => ofKind(this.on(), 'crank') ?? this.slider());

  /** Rows it may ride on: none that hangs on it. */
  protected readonly mayRideOn = computed(() => {
    const [job, anchor] = [this.job(), this.anchor()];
    const { on } = anchor;
    if (on.kind !== 'rider') return [];
    return job.runs.filter(({ id }) => {
      const riding: Anchor = { ...anchor, on: { ...on, run: id } };
      const anchors = (job.anchors ?? []).map((entry) => (entry.id === anchor.id ? riding : entry));
      return motionConflict({ ...job, anchors }) === null;
    });
  });

  protected change(part: object): void {
    this.changed.emit({ ...this.on(), ...part });
  }

  /** Out of the drawing, or back onto it. */
  protected lift(z: number): void {
    const fixed = this.fixed();
    if (!fixed) return;
    const { x, y } = fixed;
    this.changed.emit({ kind: 'fixed', x, y, ...(z === 0 ? {} : { z }) });
  }

  /** A slider under the wheel, with a rod of four cranks. */
  protected toSlider(): void {
    const crank = ofKind(this.on(), 'crank');
    const wheel = this.job().wheels.find(({ id }) => id === crank?.wheel);
    if (!crank || !wheel) return;
    const { x, y } = wheel;
    this.changed.emit({
      ...crank,
      kind: 'slider',
      rod: 4 * crank.radius,
      x,
      y,
      direction: -Math.PI / 2,
      side: 1,
    });
  }

  protected toCrank(): void {
    const slider = this.slider();
    if (!slider) return;
    const { wheel, radius, angle } = slider;
    this.changed.emit({ kind: 'crank', wheel, radius, angle });
  }
}

function ofKind<K extends AnchorOn['kind']>(on: AnchorOn, kind: K): Extract<AnchorOn, { kind: K }> | null {
  return on.kind === kind ? (on as Extract<AnchorOn, { kind: K }>) : null;
}
