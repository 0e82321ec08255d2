import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { JobContext } from '../session/job-context.service';
import { PACES, Playback } from '../session/playback.service';
import { LateChoiceComponent } from '../shared/late-choice.component';
import { ScrubberComponent } from './scrubber.component';

/** Play, pause, frame by frame; the frame is always in sight. */
@Component({
  selector: 'relay-play-bar',
  imports: [ScrubberComponent, LateChoiceComponent, NzButtonComponent],
  template: `
    <button nz-button nzType="link" type="button" aria-label="−1: one frame back" (click)="step(-1)">
      −1
    </button>
    <button nz-button nzType="primary" type="button" class="play" (click)="toggle()">
      {{ position().playing ? 'Pause' : 'Play' }}
    </button>
    <button nz-button nzType="link" type="button" aria-label="+1: one frame on" (click)="step(1)">+1</button>
    @defer (on idle) {
      <relay-scrubber class="scrub" [frame]="frame()" [frames]="position().frames" (moved)="scrub($event)" />
    } @placeholder {
      <span class="scrub"></span>
    }
    <span class="frame"
      >frame <b>{{ frame() }}</b> of {{ position().frames }}</span
    >
    <relay-late-choice
      class="pace"
      name="Pace"
      [options]="paces"
      [value]="'' + position().pace"
      (chosen)="setPace(+$event)"
    />
    @if (inMotion()) {
      <span class="range">
        @if (part()) {
          <span class="quiet">plays {{ position().range[0] }} to {{ position().range[1] }}</span>
          <button nz-button nzType="link" type="button" (click)="all()">all</button>
        } @else {
          <button
            nz-button
            nzType="link"
            type="button"
            title="Play from this frame on only"
            (click)="fromHere()"
          >
            from here
          </button>
          <button nz-button nzType="link" type="button" title="Play up to this frame only" (click)="toHere()">
            up to here
          </button>
        }
      </span>
      <button
        nz-button
        nzType="link"
        type="button"
        [attr.aria-pressed]="trail()"
        title="The way of the chosen link through the loop"
        (click)="toggleTrail()"
      >
        {{ trail() ? 'no trail' : 'trail' }}
      </button>
    }
    @if (stills) {
      <span class="quiet" role="note">less motion is asked for: one picture a second</span>
    }
  `,
  styleUrl: './play-bar.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlayBarComponent {
  private readonly playback = inject(Playback);
  private readonly context = inject(JobContext);
  protected readonly trail = toSignal(this.context.trail$, { requireSync: true });
  protected readonly position = toSignal(this.playback.position$, { requireSync: true });
  protected readonly frame = computed(() => this.position().frame);
  protected readonly stills = this.playback.stills;
  private readonly step$ = toSignal(this.context.step$, { requireSync: true });
  /** Where the loop is worked on there is more to press. */
  protected readonly inMotion = computed(() => this.step$() === 'motion');
  protected readonly part = computed(() => {
    const { range, frames } = this.position();
    return range[0] > 0 || range[1] < frames;
  });

  protected toggle(): void {
    this.playback.toggle();
  }

  protected readonly paces = PACES.map((pace) => ({
    value: String(pace),
    words: pace === 1 ? 'own pace' : pace === 0.5 ? 'half' : 'quarter',
  }));

  protected fromHere(): void {
    const { frame, frames } = this.position();
    this.playback.setRange([frame, frames]);
  }

  protected toHere(): void {
    this.playback.setRange([0, this.position().frame]);
  }

  protected all(): void {
    this.playback.setRange(null);
  }

  protected toggleTrail(): void {
    this.context.showTrail(!this.trail());
  }

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
