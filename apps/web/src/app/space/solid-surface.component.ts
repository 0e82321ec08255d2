import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { TroubleComponent } from '../shared/trouble.component';
import { NO_WEBGL, stageIn, type SpaceStage } from './space-stage';
import { turnByKey } from './turn-by-key';

/** Where solids stand by themselves, turned by hand or by keys; whoever uses it says what stands there. */
@Component({
  selector: 'relay-solid-surface',
  imports: [TroubleComponent],
  template: `
    <div
      #surface
      class="surface"
      tabindex="0"
      role="application"
      [attr.aria-label]="label()"
      [attr.aria-busy]="busy()"
      (keydown)="onKey($event)"
    ></div>
    @if (missing()) {
      <relay-trouble>{{ noWebgl }}</relay-trouble>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex: 1;
      flex-direction: column;
      min-height: 0;
    }
    .surface {
      flex: 1;
      min-height: 0;
      overflow: hidden;
      touch-action: none;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SolidSurfaceComponent {
  readonly label = input.required<string>();
  readonly busy = input(false);
  private readonly surface = viewChild.required<ElementRef<HTMLDivElement>>('surface');
  private readonly made = signal<SpaceStage | null>(null);
  /** Null until it is there, and where there is none. */
  readonly stage = this.made.asReadonly();
  protected readonly missing = signal(false);
  protected readonly noWebgl = NO_WEBGL;

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const stage = stageIn(this.surface().nativeElement);
      if (!stage) {
        this.missing.set(true);
        return;
      }
      const watcher = new ResizeObserver(() => stage.resize());
      watcher.observe(stage.element);
      this.made.set(stage);
      destroyed.onDestroy(() => {
        watcher.disconnect();
        stage.dispose();
      });
    });
  }

  protected onKey(event: KeyboardEvent): void {
    const stage = this.stage();
    if (stage) turnByKey(event, stage, false);
  }
}
