import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Playback } from './playback.service';

/** Play, pause, frame by frame; the frame is always in sight. */
@Component({
  selector: 'relay-play-bar',
  template: `
    <button type="button" class="plain-button" aria-label="−1: one frame back" (click)="step(-1)">−1</button>
    <button type="button" class="play" (click)="toggle()">{{ position().playing ? 'Pause' : 'Play' }}</button>
    <button type="button" class="plain-button" aria-label="+1: one frame on" (click)="step(1)">+1</button>
    <span class="frame"
      >frame <b>{{ frame() }}</b> of {{ position().frames }}</span
    >
  `,
  styleUrl: './play-bar.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlayBarComponent {
  private readonly playback = inject(Playback);
  protected readonly position = toSignal(this.playback.position$, { requireSync: true });
  protected readonly frame = computed(() => {
    const { frame, frames } = this.position();
    return ((frame % frames) + frames) % frames;
  });

  protected toggle(): void {
    this.playback.toggle();
  }

  protected step(frames: number): void {
    this.playback.step(frames);
  }
}
