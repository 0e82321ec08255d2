import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { changeSide, moveWheel, resizeWheel } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { CountFieldComponent } from '../shared/count-field.component';
import { PlaceFieldComponent } from '../shared/place-field.component';
import { LengthFieldComponent } from '../shared/length-field.component';

/** The few numbers of the selected wheel, beside it. */
@Component({
  selector: 'relay-wheel-note',
  imports: [NzButtonComponent, LengthFieldComponent, PlaceFieldComponent, CountFieldComponent],
  template: `
    @if (wheel(); as w) {
      <header>
        <b>{{ w.name }}</b>
        <button nz-button nzType="link" type="button" aria-label="Leave this wheel" (click)="closed.emit()">
          leave
        </button>
      </header>
      <relay-place-field
        words="centre"
        label="Centre"
        [at]="w"
        [unit]="unit()"
        (changed)="move($event.x, $event.y)"
      />
      <div class="row">
        @if (w.size.by === 'teeth') {
          <span>teeth</span>
          <relay-count-field
            label="Teeth"
            [value]="w.size.teeth"
            [least]="3"
            [most]="1000"
            (changed)="teeth($event)"
          />
        } @else if (w.size.by === 'radius') {
          <span>radius</span>
          <relay-length-field
            label="Radius"
            [value]="w.size.radius"
            [unit]="unit()"
            [least]="0.001"
            (changed)="radius($event)"
          />
        }
        <button nz-button nzType="link" type="button" (click)="side()">other side</button>
      </div>
    }
  `,
  styleUrl: './wheel-note.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WheelNoteComponent {
  private readonly store = inject(JobStore);
  readonly wheelId = input.required<string>();
  readonly closed = output();

  private readonly job = toSignal(this.store.job$);
  protected readonly unit = computed(() => this.job()?.unit ?? 'mm');
  protected readonly wheel = computed(() => this.job()?.wheels.find((w) => w.id === this.wheelId()));

  protected move(x: number, y: number): void {
    this.store.change(moveWheel(this.wheelId(), x, y));
  }

  protected teeth(teeth: number): void {
    const size = this.wheel()?.size;
    if (size?.by !== 'teeth') return;
    this.store.change(resizeWheel(this.wheelId(), { ...size, teeth }));
  }

  protected radius(radius: number): void {
    this.store.change(resizeWheel(this.wheelId(), { by: 'radius', radius }));
  }

  protected side(): void {
    this.store.change(changeSide(this.wheelId()));
  }
}
