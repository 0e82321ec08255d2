import { part } from './page';

/** Plays a loop: by a button, by frames on a line, by keys. */
export class Playing {
  private readonly button = part<HTMLButtonElement>('play');
  private readonly line = part<HTMLInputElement>('frame');
  private readonly words = part('words');
  /** Where it is in the loop, frames; between two of them while it plays. */
  private at = 0;
  private playing = !matchMedia('(prefers-reduced-motion: reduce)').matches;
  private last: number | null = null;

  /** @param show shows it as it is after some seconds of its loop */
  constructor(
    private readonly frames: number,
    private readonly rate: number,
    private readonly show: (seconds: number) => void,
  ) {}

  begin(): void {
    this.button.addEventListener('click', () => this.set(!this.playing));
    this.line.addEventListener('input', () => this.go(Number(this.line.value)));
    addEventListener('keydown', (event) => {
      if (event.target === this.line) return;
      if (event.key === ' ' && event.target !== this.button) {
        event.preventDefault();
        this.set(!this.playing);
      } else if (event.key === 'ArrowRight') this.go(Math.floor(this.at + 0.05) + 1);
      else if (event.key === 'ArrowLeft') this.go(Math.ceil(this.at - 0.05) - 1);
    });
    this.set(this.playing);
    this.tell();
    requestAnimationFrame(this.follow);
  }

  private set(playing: boolean): void {
    this.playing = playing;
    this.last = null;
    this.button.textContent = playing ? 'Stop' : 'Play';
  }

  private go(to: number): void {
    this.set(false);
    this.at = ((to % this.frames) + this.frames) % this.frames;
    this.tell();
  }

  private tell(): void {
    const now = Math.floor(this.at + 0.05) % this.frames;
    this.line.value = String(now);
    this.words.textContent = `frame ${now} of ${this.frames}`;
    this.show(this.at / this.rate);
  }

  private readonly follow = (now: number): void => {
    if (this.playing) {
      if (this.last !== null) this.at = (this.at + ((now - this.last) / 1000) * this.rate) % this.frames;
      this.last = now;
      this.tell();
    }
    requestAnimationFrame(this.follow);
  };
}
