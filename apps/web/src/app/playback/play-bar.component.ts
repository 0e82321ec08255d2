import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { PACES, Playback } from './playback.service';

/** Play, pause, frame by frame; the frame is always in sight. */
@Component({
  selector: 'relay-play-bar',
  template: `
    <button type="button" class="plain-button" aria-label="−1: one frame back" (click)="step(-1)">−1</button>
    <button type="button" class="play" (click)="toggle()">{{ position().playing ? 'Pause' : 'Play' }}</button>
    <button type="button" class="plain-button" aria-label="+1: one frame on" (click)="step(1)">+1</button>
    <input
      #bar
      type="range"
      aria-label="Frame"
      min="0"
      step="1"
      [max]="position().frames"
      [value]="frame()"
      (input)="scrub(bar.valueAsNumber)"
    />
    <span class="frame"
      >frame <b>{{ frame() }}</b> of {{ position().frames }}</span
    >
    <select #pace aria-label="Pace" (change)="setPace(+pace.value)">
      @for (entry of paces; track entry.pace) {
        <option [value]="entry.pace" [selected]="entry.pace === position().pace">{{ entry.words }}</option>
      }
    </select>
  `,
  styleUrl: './play-bar.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlayBarComponent {
  private readonly playback = inject(Playback);
  protected readonly position = toSignal(this.playback.position$, { requireSync: true });
  protected readonly frame = computed(() => {
    const { frame, frames, playing } = this.position();
    // The end of the loop is told of as such where it was gone to.
    return frame === frames && !playing ? frames : ((frame % frames) + frames) % frames;
  });

  protected toggle(): void {
    this.playback.toggle();
  }

  protected readonly paces = PACES.map((pace) => ({
    pace,
    words: pace === 1 ? 'own pace' : pace === 0.5 ? 'half' : 'quarter',
  }));

  protected scrub(frame: number): void {
    this.playback.scrub(frame);
  }

  protected setPace(pace: number): void {
    this.playback.setPace(pace);
  }

  protected step(frames: number): void {
    this.playback.step(frames);
  }
}
