import { inject, Injectable, type OnDestroy } from '@angular/core';
import type { ExportAsked, ExportedFile } from '@coin-relay/formats';
import type { Job } from '@coin-relay/model';
import { BehaviorSubject, debounceTime, filter, Subject, type Subscription } from 'rxjs';
import { HandOffPool } from './hand-off-pool.service';
import { HandOffRun } from './hand-off-run.service';

/** What is to be written, as far as it was worked out before it is asked for. */
export interface Ahead {
  /** The file itself, where it takes little time. */
  readonly file: ExportedFile | null;
  /** Bytes of one picture, of what is made of many, as some of them are; null where that is not known. */
  readonly each: number | null;
  /** The address of a picture of it; '' where there is none yet. */
  readonly picture: string;
  readonly working: boolean;
  /** Why there is no file. */
  readonly problem: string;
}

/** What is looked at beforehand. */
export interface AheadAsked {
  readonly job: Job;
  readonly as: string;
  readonly options: Readonly<Record<string, unknown>>;
  /** How much is made of it: all of it, so many pictures of many, or, for none of them, a small picture alone. */
  readonly much: 'all' | number;
}

const NOTHING: Ahead = { file: null, each: null, picture: '', working: false, problem: '' };
/** Nothing is begun while choices follow one another faster than this, ms. */
const REST_MS = 350;
/** A picture of it, px: twice as large as it is shown, for screens of fine pixels. */
const PICTURE = [720, 400] as const;
/** Drawings of more signs than this are shown by a picture. */
const MOST_SHOWN = 2_000_000;

/** Works out beforehand what would be written: its picture, and how large it is. For one view of the step. */
@Injectable()
export class AheadOfHandOff implements OnDestroy {
  private readonly threads = inject(HandOffPool);
  private readonly run = inject(HandOffRun);
  private readonly asked = new Subject<AheadAsked | null>();
  private readonly state = new BehaviorSubject(NOTHING);
  private readonly subscription: Subscription;
  private owner = new AbortController();
  readonly state$ = this.state.asObservable();

  constructor() {
    this.subscription = this.asked
      .pipe(
        debounceTime(REST_MS),
        filter((asked) => asked !== null),
      )
      .subscribe((asked) => void this.work(asked));
  }

  get now(): Ahead {
    return this.state.value;
  }

  /** Another one is to be looked at; what was worked out for the last one no longer holds. */
  look(asked: AheadAsked | null): void {
    this.owner.abort();
    this.owner = new AbortController();
    // The last picture is shown until there is another one.
    this.state.next({ ...NOTHING, picture: asked ? this.now.picture : '', working: asked !== null });
    this.asked.next(asked);
  }

  private async work({ job, as, options, much }: AheadAsked): Promise<void> {
    const { signal: owner } = this.owner;
    // What is asked for comes first.
    if (this.run.now.writing) {
      this.state.next({ ...this.now, working: false });
      return;
    }
    const asked = { options };
    const picture = await this.threads.picture(job, as, asked, PICTURE, owner);
    if (owner.aborted) return;
    this.show({
      ...this.now,
      working: much !== 0,
      picture: picture.ok ? addressOf(picture.value as Uint8Array<ArrayBuffer>, 'image/png') : '',
      problem: picture.ok || much === 'all' ? '' : picture.message,
    });
    if (much === 0) return;
    const file = await this.threads.write(job, as, much === 'all' ? asked : some(asked, much), {
      ...{ patience: 'ahead', owner, told: () => undefined },
    });
    if (owner.aborted) return;
    const done = { ...this.now, working: false };
    if (!file.ok) this.show({ ...done, problem: file.message });
    else if (much !== 'all') this.show({ ...done, each: file.value.content.length / much });
    else {
      const { type, content } = file.value;
      const drawn = type === 'image/svg+xml' && content.length < MOST_SHOWN;
      this.show({ ...done, file: file.value, picture: drawn ? addressOf(content, type) : done.picture });
    }
  }

  private show(next: Ahead): void {
    const { picture } = this.now;
    this.state.next(next);
    if (picture !== '' && picture !== next.picture) URL.revokeObjectURL(picture);
  }

  ngOnDestroy(): void {
    this.owner.abort();
    this.subscription.unsubscribe();
    this.show(NOTHING);
  }
}

const addressOf = (content: string | Uint8Array<ArrayBuffer>, type: string): string =>
  URL.createObjectURL(new Blob([content], { type }));

/** So many of many pictures: the first of them. */
function some({ options }: Required<Pick<ExportAsked, 'options'>>, many: number): ExportAsked {
  const { from } = (options['frames'] as { from: number } | undefined) ?? { from: 0 };
  const step = typeof options['step'] === 'number' ? options['step'] : 1;
  return { options: { ...options, times: 1, frames: { from, to: from + (many - 1) * step } } };
}
