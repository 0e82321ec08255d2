import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { RelayError } from '@coin-relay/core';
import { DRAWING_LIMITS, MOST_OBJ_CHARACTERS, type TurnUp } from '@coin-relay/formats';
import { formatLength } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import { NzUploadModule, type NzUploadFile } from 'ng-zorro-antd/upload';
import { proxy } from 'comlink';
import { interval } from 'rxjs';
import { FilePool } from '../engine/file-pool.service';
import type { OfferedLine, ReadResult } from '../engine/file-tasks';
import type { LineView, ViewBox } from '../engine/line-views';
import { answerOf, type Reply } from '../engine/reply';
import { LengthFieldComponent } from '../shared/length-field.component';
import { BundledThings } from './bundled-things.service';
import type { TakenLines } from './taken-lines';
import { HoldsDirective } from '../shared/holds.directive';
import { TroubleComponent } from '../shared/trouble.component';

interface Row {
  readonly line: OfferedLine;
  readonly length: string;
  readonly made: string;
  /** Whether it closes, and where it lies if not in the drawing. */
  readonly ends: string;
}

const VIEWS: readonly { readonly id: LineView; readonly words: string }[] = [
  { id: 'xy', words: 'x and y' },
  { id: 'xz', words: 'x and z' },
  { id: 'yz', words: 'y and z' },
];
/** Longest that a file may be read, ms. */
const MOST_TIME = 20_000;
const WORDS = {
  cancelled: 'Reading it was stopped.',
  late: `Reading it took over ${MOST_TIME / 1000} s and was stopped. Leave only the lines you need in it.`,
};
/** Bytes of a job with all it names, at the most. */
const MOST_BUNDLE = 400_000_000;
/** Ends that are this near are one place at first, mm: programs write them apart by rounding. */
const FIRST_TOLERANCE = 0.01;

/** A file of lines: what is in it, what meets, and which of it is taken. */
@Component({
  selector: 'relay-import',
  imports: [
    TroubleComponent,
    HoldsDirective,
    NzButtonComponent,
    NzCheckboxModule,
    NzRadioModule,
    NzSpinModule,
    NzUploadModule,
    LengthFieldComponent,
  ],
  templateUrl: './import.component.html',
  styleUrl: './import.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ImportComponent {
  private readonly pool = inject(FilePool);
  /** Which way is up where the lines are taken to: towards who looks at the drawing, or up on it. */
  readonly up = input<'y' | 'z'>('z');
  /** Emits the chosen lines, the first one first. */
  readonly taken = output<TakenLines>();
  /** Emits a file that is a saved job rather than lines. */
  readonly job = output<{ name: string; text: string }>();

  protected readonly fileName = signal('');
  protected readonly found = signal<ReadResult | null>(null);
  protected readonly lines = computed(() => this.found()?.lines ?? []);
  protected readonly tolerance = signal(FIRST_TOLERANCE);
  protected readonly problem = signal('');
  protected readonly stage = signal('');
  /** Seconds that reading has taken so far. */
  protected readonly seconds = signal(0);
  protected readonly chosen = signal<readonly string[]>([]);

  protected readonly rows = computed(() => this.lines().map(rowOf));
  protected readonly unlisted = computed(() => (this.found()?.count ?? 0) - this.lines().length);
  protected readonly views = VIEWS;
  /** Which axes the lines of a file in space are shown along. */
  protected readonly view = signal<LineView>('xy');
  /** Whether the file’s other upward axis is turned up. */
  protected readonly turned = signal(false);
  protected readonly turnWords = computed(() =>
    this.up() === 'z' ? 'Its y axis points up' : 'Its z axis points up',
  );
  protected readonly viewBox = computed(() => viewBoxOf(this.found()?.boxes[this.view()] ?? null));
  protected readonly lineWidth = computed(() => Number(this.viewBox().split(' ')[2]) / 400);
  protected readonly sizeWords = computed(() => {
    const found = this.found();
    if (!found) return '';
    return found.physical
      ? `Its own size says that one unit is ${Number(found.millimetresPerUnit.toFixed(5))} mm.`
      : 'It does not say how large it is; one unit is taken as one millimetre.';
  });
  /** What the tolerance joins. */
  protected readonly joinWords = computed(() => {
    const joined = this.found()?.joined;
    if (!joined) return 'No ends meet that are not one line already.';
    const { lines, parts, widest } = joined;
    return `${parts} ${parts === 1 ? 'piece becomes' : 'pieces become'} ${lines} ${lines === 1 ? 'line' : 'lines'}; the widest gap closed is ${formatLength(widest, 'mm', 2)}.`;
  });
  private readonly things = inject(BundledThings);
  private bytes = new Uint8Array();
  private reading: AbortController | null = null;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.reading?.abort());
  }

  /** Takes the file that was dropped or chosen; nothing is sent anywhere. */
  protected readonly take = (file: NzUploadFile): boolean => {
    void this.read(file as unknown as File);
    return false;
  };

  protected choose(id: string): void {
    this.chosen.set([id]);
  }

  protected toggle(id: string, on: boolean): void {
    this.chosen.update((ids) => (on ? [...ids, id] : ids.filter((other) => other !== id)));
  }

  protected done(): void {
    const lines = this.chosen().flatMap((id) => this.lines().find((line) => line.id === id) ?? []);
    if (lines.length > 0) this.taken.emit({ file: this.fileName(), lines });
  }

  protected async joinAt(tolerance: number): Promise<void> {
    this.tolerance.set(tolerance);
    this.show(await this.ask());
    this.chosen.update((ids) => ids.filter((id) => this.lines().some((line) => line.id === id)));
    this.chooseLongest();
  }

  protected async turn(on: boolean): Promise<void> {
    this.turned.set(on);
    this.show(await this.ask());
    this.chooseLongest();
  }

  protected stop(): void {
    this.reading?.abort();
  }

  private async read(file: File): Promise<void> {
    this.stop();
    this.found.set(null);
    this.chosen.set([]);
    this.problem.set('');
    this.tolerance.set(FIRST_TOLERANCE);
    this.fileName.set(file.name);
    this.view.set('xy');
    // Of these files it is said which axis is up: y.
    this.turned.set(/\.glb$/i.test(file.name) && this.up() === 'z');
    const most = mostOf(file.name);
    if (file.size > most) {
      this.problem.set(
        `${file.name} is ${(file.size / 1e6).toFixed(1)} MB; at most ${most / 1e6} MB are read. Leave only the lines you need in it.`,
      );
      return;
    }
    this.stage.set(`Reading ${(file.size / 1e6).toFixed(1)} MB…`);
    if (/\.json$/i.test(file.name)) {
      const text = await file.text();
      this.stage.set('');
      this.job.emit({ name: file.name, text });
      return;
    }
    this.bytes = new Uint8Array(await file.arrayBuffer());
    if (/\.zip$/i.test(file.name)) {
      await this.readBundle();
      return;
    }
    this.show(await this.ask());
    this.chooseLongest();
  }

  /** A job that comes with all it names: that is kept first. */
  private async readBundle(): Promise<void> {
    const reading = new AbortController();
    this.reading = reading;
    const bytes = this.bytes;
    const told = (words: string): void => {
      if (!reading.signal.aborted) this.stage.set(words);
    };
    const reply = await answerOf(
      this.pool.run({
        priority: 'shown',
        limit: MOST_TIME,
        owner: reading.signal,
        work: ({ tasks }) => tasks.readBundle(bytes),
      }),
      WORDS,
    );
    try {
      if (!reply.ok) this.problem.set(named(this.fileName(), reply.message));
      else {
        await this.things.keep(reply.value, told);
        this.job.emit({ name: this.fileName(), text: reply.value.job });
      }
    } catch (error) {
      this.problem.set(named(this.fileName(), error instanceof Error ? error.message : String(error)));
    } finally {
      this.stage.set('');
    }
  }

  /** Has the file read at the tolerance there is. */
  private async ask(): Promise<Reply<ReadResult>> {
    this.stop();
    const reading = new AbortController();
    this.reading = reading;
    this.seconds.set(0);
    this.stage.set('Finding the lines in it…');
    const clock = interval(1_000).subscribe((n) => this.seconds.set(n + 1));
    const file = { name: this.fileName(), bytes: this.bytes };
    const tolerance = this.tolerance();
    const other: TurnUp = this.up() === 'z' ? 'y-to-z' : 'z-to-y';
    const turn = this.turned() ? other : 'as-it-is';
    const reply = await answerOf(
      this.pool.run({
        priority: 'shown',
        limit: MOST_TIME,
        owner: reading.signal,
        work: ({ tasks }) =>
          tasks.readLines(
            file,
            tolerance,
            turn,
            proxy((words: string) => {
              if (!reading.signal.aborted) this.stage.set(words);
            }),
          ),
      }),
      WORDS,
    );
    clock.unsubscribe();
    if (this.reading === reading) this.stage.set('');
    return reply;
  }

  private show(reply: Reply<ReadResult>): void {
    if (!reply.ok) {
      this.problem.set(named(this.fileName(), reply.message));
      return;
    }
    this.problem.set('');
    this.found.set(reply.value);
    if (this.lines().length === 0)
      this.problem.set(
        `${this.fileName()} holds no line a row could run on. What was skipped is listed below.`,
      );
  }

  private chooseLongest(): void {
    const [longest] = this.lines();
    if (this.chosen().length === 0 && longest) this.chosen.set([longest.id]);
  }
}

/** Bytes that are read of a file of its kind. */
function mostOf(name: string): number {
  if (/\.zip$/i.test(name)) return MOST_BUNDLE;
  return /\.(glb|obj)$/i.test(name) ? MOST_OBJ_CHARACTERS : DRAWING_LIMITS.size;
}

/** A message that names the file, unless it does already. */
const named = (file: string, message: string): string =>
  message.includes(file) ? message : `${file}: ${message}`;

function rowOf(line: OfferedLine): Row {
  const { parts, given } = line;
  const made = parts > 1 ? `of ${parts} pieces` : '';
  const lies = given.kind === 'space' ? 'in space' : given.plane ? 'in a plane of its own' : '';
  const ends = [line.closed ? 'closed' : 'open', lies].filter((words) => words !== '').join(', ');
  return { line, length: formatLength(line.length, 'mm'), made, ends };
}

function viewBoxOf(box: ViewBox | null): string {
  if (!box) return '0 0 100 100';
  const margin = Math.max(box[2] - box[0], box[3] - box[1]) * 0.05 + 0.01;
  return [box[0] - margin, box[1] - margin, box[2] - box[0] + 2 * margin, box[3] - box[1] + 2 * margin].join(
    ' ',
  );
}

/** Reads the text of a saved job. @throws RelayError job-broken */
export function jobOf(name: string, text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new RelayError('job-broken', `${name} is not a Coin Relay job: it is not JSON.`);
  }
}
