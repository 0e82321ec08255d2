import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  viewChild,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { pieceLayer } from '@coin-relay/formats';
import {
  BELT_SIZES,
  beltPieces,
  CHAIN_SIZES,
  chainPieces,
  formatExact,
  shoePieces,
  type JobPiece,
} from '@coin-relay/model';
import { choosePieces, setPitch } from '../../document/commands';
import { JobStore } from '../../document/job-store.service';
import { paintStraight } from '../../drawing/paint-straight';
import { LengthFieldComponent } from '../../shared/length-field.component';

/** The link: which one, its pitch, and three of it at rest. */
@Component({
  selector: 'relay-link-step',
  imports: [LengthFieldComponent],
  template: `
    @if (piece(); as p) {
      <div class="line">
        <select #kind class="size" aria-label="Link" (change)="choose(kind.value)">
          @if (choice() === 'own') {
            <option value="own" selected>A size of your own</option>
          }
          <optgroup label="Roller chain">
            @for (size of chains; track size.size) {
              <option [value]="'chain ' + size.size" [selected]="choice() === 'chain ' + size.size">
                Chain {{ size.size }}, {{ length(size.pitch) }}
              </option>
            }
          </optgroup>
          <optgroup label="Track">
            <option value="shoe" [selected]="choice() === 'shoe'">Track shoe, any pitch</option>
          </optgroup>
          <optgroup label="Toothed belt">
            @for (size of belts; track size.size) {
              <option [value]="'belt ' + size.size" [selected]="choice() === 'belt ' + size.size">
                Belt {{ size.size }}, {{ length(size.pitch) }}
              </option>
            }
          </optgroup>
        </select>
      </div>
      <div class="line">
        <span class="what">Pitch, pin to pin</span>
        <relay-length-field
          label="Pitch, pin to pin"
          [value]="p.pitch"
          [unit]="unit()"
          [least]="0.01"
          (changed)="pitch($event)"
        />
      </div>
      <canvas #sample width="276" height="84" role="img" aria-label="Three of this link in a row"></canvas>
      <p class="cost">{{ behaviour() }}</p>
    }
  `,
  styleUrls: ['./step.less'],
  styles: `
    .size {
      width: 100%;
    }
    canvas {
      width: 276px;
      max-width: 100%;
      height: 84px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LinkStepComponent {
  private readonly store = inject(JobStore);
  private readonly job = toSignal(this.store.job$);
  private readonly sample = viewChild<ElementRef<HTMLCanvasElement>>('sample');
  protected readonly chains = CHAIN_SIZES;
  protected readonly belts = BELT_SIZES;
  protected readonly unit = computed(() => this.job()?.unit ?? 'mm');
  private readonly run = computed(() => this.job()?.runs[0]);
  private readonly sequence = computed(() => {
    const job = this.job();
    return (this.run()?.sequence ?? []).flatMap((id) => job?.pieces.find((p) => p.id === id) ?? []);
  });
  protected readonly piece = computed((): JobPiece | undefined => this.sequence()[0]);

  protected readonly choice = computed(() => {
    const piece = this.piece();
    if (piece?.family === 'track-shoe') return 'shoe';
    if (!piece || piece.size === '') return 'own';
    return piece.family === 'roller-chain' ? `chain ${piece.size}` : `belt ${piece.size}`;
  });

  protected readonly behaviour = computed(() =>
    this.piece()?.family === 'toothed-belt'
      ? 'Bends: the path’s length is divided by the pitch as it runs round the bends.'
      : 'Stiff: every link keeps its length from pin to pin, also round the bends.',
  );

  constructor() {
    afterRenderEffect(() => {
      const canvas = this.sample()?.nativeElement;
      const pieces = this.sequence();
      if (canvas && pieces.length > 0) paintSample(canvas, pieces);
    });
  }

  protected length(mm: number): string {
    return formatExact(mm, this.unit());
  }

  protected pitch(pitch: number): void {
    const run = this.run();
    if (run) this.store.change(setPitch(run.id, pitch));
  }

  protected choose(choice: string): void {
    const run = this.run();
    const made = this.makePieces(choice);
    if (run && made) this.store.change(choosePieces(run.id, made.pieces, made.sequence));
  }

  private makePieces(choice: string): { pieces: JobPiece[]; sequence: string[] } | null {
    const [family, size] = choice.split(' ');
    if (family === 'shoe') return shoePieces(this.piece()?.pitch ?? 50);
    const chain = CHAIN_SIZES.find((s) => s.size === size);
    if (family === 'chain' && chain) {
      const cups = this.sequence().some((p) => p.family === 'roller-chain' && p.carrier);
      return chainPieces(chain, cups ? this.sequence().length : 0);
    }
    const belt = BELT_SIZES.find((s) => s.size === size);
    return family === 'belt' && belt ? beltPieces(belt) : null;
  }
}

/** Three links in a row, as large as the canvas allows. */
function paintSample(canvas: HTMLCanvasElement, pieces: readonly JobPiece[]): void {
  const ctx = canvas.getContext('2d');
  if (!ctx) return;
  const [first] = pieces;
  const scale = canvas.width / (first.pitch * 4.2);
  ctx.setTransform(1, 0, 0, 1, 0, 0);
  ctx.clearRect(0, 0, canvas.width, canvas.height);
  for (const layer of [0, 1]) {
    for (let k = 0; k < 3; k++) {
      const piece = pieces[k % pieces.length];
      if (pieceLayer(piece) !== layer) continue;
      ctx.setTransform(scale, 0, 0, -scale, (0.6 + k) * first.pitch * scale, canvas.height / 2);
      paintStraight(ctx, piece, piece.pitch, 1 / scale);
    }
  }
}
