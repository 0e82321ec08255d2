import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { measurePath, mirrorContour, pathBounds, RelayError, writePathData } from '@coin-relay/core';
import { DRAWING_LIMITS, type Drawing, type JoinedContour } from '@coin-relay/formats';
import { formatLength } from '@coin-relay/model';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzUploadModule, type NzUploadFile } from 'ng-zorro-antd/upload';
import { FormsModule } from '@angular/forms';
import { FileWorker } from '../engine/file-worker.service';
import type { Reply } from '../engine/reply';
import { LengthFieldComponent } from '../shared/length-field.component';

/** Lines taken from a file. */
export interface TakenLines {
  readonly file: string;
  readonly lines: readonly JoinedContour[];
}

interface Row {
  readonly line: JoinedContour;
  readonly length: string;
  readonly made: string;
  /** Path data with y down, for the preview. */
  readonly d: string;
}

/** Digits that imported coordinates are kept to: a millionth of a micrometre. */
export const IMPORT_DIGITS = 9;
/** Lines listed and drawn in the preview; shorter ones are counted. */
const MOST_LISTED = 300;
/** Ends that are this near are one place at first, mm: programs write them apart by rounding. */
const FIRST_TOLERANCE = 0.01;

/** A file of lines: what is in it, what meets, and which of it is taken. */
@Component({
  selector: 'relay-import',
  imports: [FormsModule, NzButtonModule, NzCheckboxModule, NzUploadModule, LengthFieldComponent],
  templateUrl: './import.component.html',
  styleUrl: './import.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ImportComponent {
  private readonly worker = inject(FileWorker);
  /** Emits the chosen lines, the first one first. */
  readonly taken = output<TakenLines>();
  /** Emits a file that is a saved job rather than lines. */
  readonly job = output<{ name: string; text: string }>();

  protected readonly fileName = signal('');
  protected readonly drawing = signal<Drawing | null>(null);
  protected readonly lines = signal<readonly JoinedContour[]>([]);
  protected readonly tolerance = signal(FIRST_TOLERANCE);
  protected readonly problem = signal('');
  protected readonly stage = signal('');
  protected readonly chosen = signal<readonly string[]>([]);

  protected readonly rows = computed(() => this.lines().slice(0, MOST_LISTED).map(rowOf));
  protected readonly unlisted = computed(() => Math.max(0, this.lines().length - MOST_LISTED));
  protected readonly viewBox = computed(() => viewBoxOf(this.lines().slice(0, MOST_LISTED)));
  protected readonly lineWidth = computed(() => Number(this.viewBox().split(' ')[2]) / 400);
  protected readonly sizeWords = computed(() => {
    const drawing = this.drawing();
    if (!drawing) return '';
    return drawing.physical
      ? `Its own size says that one unit is ${Number(drawing.millimetresPerUnit.toFixed(5))} mm.`
      : 'It does not say how large it is; one unit is taken as one millimetre.';
  });
  /** What the tolerance joins. */
  protected readonly joinWords = computed(() => {
    const joined = this.lines().filter((line) => line.parts.length > 1 || line.widest > 0);
    if (joined.length === 0) return 'No ends meet that are not one line already.';
    const parts = joined.reduce((sum, line) => sum + line.parts.length, 0);
    const widest = Math.max(...joined.map((line) => line.widest));
    return `${parts} ${parts === 1 ? 'piece becomes' : 'pieces become'} ${joined.length} ${joined.length === 1 ? 'line' : 'lines'}; the widest gap closed is ${formatLength(widest, 'mm', 2)}.`;
  });

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
    const drawing = this.drawing();
    if (!drawing) return;
    this.tolerance.set(tolerance);
    this.stage.set('Joining…');
    this.show(await this.worker.tasks.join(drawing, tolerance), (lines) => this.lines.set(lines));
    this.chosen.update((ids) => ids.filter((id) => this.lines().some((line) => line.id === id)));
    this.chooseLongest();
    this.stage.set('');
  }

  private async read(file: File): Promise<void> {
    this.drawing.set(null);
    this.lines.set([]);
    this.chosen.set([]);
    this.problem.set('');
    this.tolerance.set(FIRST_TOLERANCE);
    this.fileName.set(file.name);
    if (file.size > DRAWING_LIMITS.size) {
      this.problem.set(
        `${file.name} is ${(file.size / 1e6).toFixed(1)} MB; at most ${DRAWING_LIMITS.size / 1e6} MB are read. Leave only the lines you need in it.`,
      );
      return;
    }
    this.stage.set(`Reading ${(file.size / 1e6).toFixed(1)} MB…`);
    const text = await file.text();
    if (/\.json$/i.test(file.name)) {
      this.stage.set('');
      this.job.emit({ name: file.name, text });
      return;
    }
    this.stage.set('Finding the lines in it…');
    this.show(await this.worker.tasks.readLines(file.name, text, FIRST_TOLERANCE), ({ drawing, lines }) => {
      this.drawing.set(drawing);
      this.lines.set(lines);
    });
    this.chooseLongest();
    this.stage.set('');
  }

  private show<T>(reply: Reply<T>, use: (value: T) => void): void {
    if (!reply.ok) {
      this.problem.set(named(this.fileName(), reply.message));
      return;
    }
    use(reply.value);
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

/** A message that names the file, unless it does already. */
const named = (file: string, message: string): string =>
  message.includes(file) ? message : `${file}: ${message}`;

function rowOf(line: JoinedContour): Row {
  const n = line.parts.length;
  return {
    line,
    length: formatLength(line.length, 'mm'),
    made: n > 1 ? `of ${n} pieces` : '',
    d: writePathData(mirrorContour(line.contour), 3),
  };
}

function viewBoxOf(lines: readonly JoinedContour[]): string {
  const box = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { contour } of lines) {
    const [x0, y0, x1, y1] = pathBounds(measurePath(mirrorContour(contour)));
    box[0] = Math.min(box[0], x0);
    box[1] = Math.min(box[1], y0);
    box[2] = Math.max(box[2], x1);
    box[3] = Math.max(box[3], y1);
  }
  if (!Number.isFinite(box[0])) return '0 0 100 100';
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
