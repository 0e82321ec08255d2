import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RelayError, type Vec3 } from '@coin-relay/core';
import {
  formatLength,
  hangingEnds,
  hangingOf,
  hungBetween,
  hungBetweenAnchors,
  motionConflict,
  pieceWords,
  verticalOf,
  type Anchor,
  type DrivenLength,
  type Job,
  type PathOf,
} from '@coin-relay/model';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { CountFieldComponent } from '../../shared/count-field.component';
import { PlaceFieldComponent } from '../../shared/place-field.component';
import { DrivenFieldsComponent } from '../../shared/driven-fields.component';
import { LengthFieldComponent } from '../../shared/length-field.component';
import { SpacePlaceFieldComponent } from '../../shared/space-place-field.component';
import { RunAtWork } from '../../session/run-at-work.service';
import { injectPathPanel } from '../path-of-kind';
import { CHOICE } from '../../shared/choice.directive';
import { HoldsDirective } from '../../shared/holds.directive';

type By = PathOf<'hang'>['by'];

/** A hanging row: its anchors, and its length, its depth or how many hang. */
@Component({
  selector: 'relay-hang-panel',
  imports: [
    HoldsDirective,
    CHOICE,
    NzCheckboxModule,
    NzRadioModule,
    LengthFieldComponent,
    DrivenFieldsComponent,
    PlaceFieldComponent,
    SpacePlaceFieldComponent,
    CountFieldComponent,
  ],
  template: `
    @if (panel.path(); as path) {
      <p class="cost">Drag an anchor on the drawing, or pull the row down where it hangs.</p>
      <fieldset>
        <legend>What decides how deep it hangs</legend>
        <nz-radio-group [relayHolds]="path.by.by" (told)="decide($event)" nzName="hangs-by">
          <label nz-radio nzValue="length">length</label>
          <label nz-radio nzValue="sag">sag</label>
          <label nz-radio nzValue="count">{{ many() }}</label>
        </nz-radio-group>
      </fieldset>
      <div class="line">
        @switch (path.by.by) {
          @case ('length') {
            <span class="what">hangs, in all</span>
            <relay-length-field
              label="Length of the hanging row"
              [value]="path.by.length"
              [unit]="panel.unit()"
              [least]="0.001"
              (changed)="set({ by: 'length', length: $event })"
            />
          }
          @case ('sag') {
            <span class="what">below the line between the anchors</span>
            <relay-length-field
              label="Sag of the hanging row"
              [value]="path.by.sag"
              [unit]="panel.unit()"
              [least]="0.001"
              (changed)="set({ by: 'sag', sag: $event })"
            />
          }
          @case ('count') {
            <span class="what">{{ many() }} from anchor to anchor</span>
            <relay-count-field
              label="Count of the hanging row"
              [value]="path.by.count"
              [most]="20000"
              (changed)="set({ by: 'count', count: $event, piece: path.by.piece })"
            />
          }
        }
      </div>
      <p>{{ facts() }}</p>
      @if (aside(); as words) {
        <p class="cost">{{ words }}</p>
      }
      @if (fixed()) {
        <label nz-checkbox [relayHolds]="inSpace()" (told)="leave($event)">between two places in space</label>
      }
      @if (inSpace()) {
        @for (end of spaceEnds(); track end.key) {
          <relay-space-place-field
            [words]="end.words"
            [label]="end.label"
            [at]="end.at"
            [unit]="panel.unit()"
            (changed)="moveInSpace(end.key, $event)"
          />
        }
      }
      @if (!inSpace() && !path.anchors?.[0]) {
        <relay-place-field
          words="from"
          label="First anchor"
          [at]="path.from"
          [unit]="panel.unit()"
          (changed)="move('from', $event.x, $event.y)"
        />
      }
      @if (!inSpace() && !path.anchors?.[1]) {
        <relay-place-field
          words="to"
          label="Last anchor"
          [at]="path.to"
          [unit]="panel.unit()"
          (changed)="move('to', $event.x, $event.y)"
        />
      }
      @for (end of ends; track end.at) {
        @if (anchors()[end.at].length > 0) {
          <div class="line">
            <span class="what">{{ end.words }}</span>
            <nz-select
              [relayChoice]="end.words"
              [value]="path.anchors?.[end.at] ?? ''"
              (chosen)="hangOn(end.at, $event)"
            >
              <nz-option nzValue="" nzLabel="a fixed place" />
              @for (entry of anchors()[end.at]; track entry.id) {
                <nz-option [nzValue]="entry.id" [nzLabel]="entry.name" />
              }
            </nz-select>
          </div>
        }
      }
      @if (measures().length > 0) {
        <relay-driven-fields
          [driven]="path.driven ?? null"
          [measures]="measures()"
          [unit]="panel.unit()"
          (changed)="drive($event)"
        />
      }
    }
  `,
  styleUrls: ['../../shared/step.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HangPanelComponent {
  protected readonly panel = injectPathPanel('hang');
  private readonly runs = inject(RunAtWork);
  private readonly hung = computed(() => {
    const job = this.panel.job();
    const path = this.panel.path();
    if (!job || !path) return null;
    try {
      return hangingOf(job, path);
    } catch (error) {
      if (error instanceof RelayError) return null;
      throw error;
    }
  });
  private readonly piece = computed(() => {
    const job = this.panel.job();
    return job?.pieces.find((piece) => piece.id === this.runs.run?.sequence[0]);
  });
  protected readonly many = computed(() => {
    const piece = this.piece();
    return piece ? pieceWords(piece)[1] : 'pieces';
  });
  protected readonly facts = computed(() => {
    const hung = this.hung();
    const unit = this.panel.unit();
    return hung
      ? `${formatLength(hung.length, unit)} long, sags ${formatLength(hung.sag, unit)}; a catenary with a = ${formatLength(hung.piece.a, unit)}.`
      : '';
  });

  /** Where it hangs, where an anchor of it stands out of the drawing. */
  protected readonly aside = computed(() => {
    const [job, path] = [this.panel.job(), this.panel.path()];
    if (!job || !path) return '';
    if (hungBetweenAnchors(path, job))
      return 'It hangs straight down between its anchors, out of the drawing.';
    const out = job.anchors?.find(
      ({ id, on }) => path.anchors?.includes(id) && on.kind === 'fixed' && (on.z ?? 0) !== 0,
    );
    return out
      ? `One of its ends moves, so it hangs in the drawing: that ${out.name} stands out of it is not looked at.`
      : '';
  });

  protected readonly ends = [
    { at: 0, words: 'The first end hangs on' },
    { at: 1, words: 'The last end hangs on' },
  ] as const;
  /** What each end may hang on: none that rides on the row itself. */
  protected readonly anchors = computed((): readonly [readonly Anchor[], readonly Anchor[]] => {
    const [job, path] = [this.panel.job(), this.panel.path()];
    if (!job || !path) return [[], []];
    const allowed = (at: 0 | 1): readonly Anchor[] =>
      (job.anchors ?? []).filter(({ id }) => motionConflict(withPath(job, hungOn(path, at, id))) === null);
    return [allowed(0), allowed(1)];
  });
  protected readonly measures = computed(() => {
    const [job, path] = [this.panel.job(), this.panel.path()];
    if (!job || !path) return [];
    return (job.measures ?? []).filter(
      ({ id }) =>
        motionConflict(withPath(job, { ...path, driven: { measure: id, times: 1, plus: 0 } })) === null,
    );
  });

  /** Whether both its ends are at places of their own. */
  protected readonly fixed = computed(
    () => !(this.panel.path()?.anchors ?? []).some((anchor) => anchor !== null),
  );
  /** Whether it hangs between places in space rather than in the drawing. */
  protected readonly inSpace = computed(() => this.fixed() && this.panel.path()?.plane !== undefined);
  protected readonly spaceEnds = computed(() => {
    const path = this.panel.path();
    if (!path) return [];
    const [from, to] = hangingEnds(path);
    return [
      { key: 'from', words: 'from', label: 'First anchor', at: from },
      { key: 'to', words: 'to', label: 'Last anchor', at: to },
    ] as const;
  });

  /** Out of the drawing, straight down between the places its ends have there; or back into it. */
  protected leave(on: boolean): void {
    const path = this.panel.path();
    if (!path) return;
    const [from, to] = hangingEnds(path);
    if (on) this.hang(path, from, to);
    else {
      const { plane, ...flat } = path;
      const place = ({ x, y }: Vec3): { x: number; y: number } => ({ x, y });
      if (plane) this.panel.lay({ ...flat, from: place(from), to: place(to) }, 'Move anchor');
    }
  }

  protected moveInSpace(end: 'from' | 'to', at: Vec3): void {
    const path = this.panel.path();
    if (!path) return;
    const [from, to] = hangingEnds(path);
    if (end === 'from') this.hang(path, at, to);
    else this.hang(path, from, at);
  }

  private hang(path: PathOf<'hang'>, from: Vec3, to: Vec3): void {
    this.panel.lay(hungBetween(path, from, to, verticalOf(this.panel.job() ?? {})), 'Move anchor');
  }

  protected hangOn(at: 0 | 1, anchor: string): void {
    const path = this.panel.path();
    if (path) this.panel.change(hungOn(path, at, anchor === '' ? null : anchor), 'Change anchor');
  }

  protected drive(driven: DrivenLength | null): void {
    const path = this.panel.path();
    if (path) this.panel.change({ ...path, driven }, 'Change what drives the length');
  }

  /** What hangs stays as it is; only what is typed changes. */
  protected decide(by: By['by']): void {
    const hung = this.hung();
    const piece = this.piece();
    const length = hung?.length ?? 300;
    if (by === 'length') this.set({ by, length });
    else if (by === 'sag') this.set({ by, sag: hung?.sag ?? 50 });
    else if (piece) this.set({ by, count: Math.max(1, Math.round(length / piece.pitch)), piece: piece.id });
  }

  protected set(by: By): void {
    const path = this.panel.path();
    if (path) this.panel.change({ ...path, by }, 'Change hanging row');
  }

  protected move(end: 'from' | 'to', x: number, y: number): void {
    const path = this.panel.path();
    if (path) this.panel.change({ ...path, [end]: { x, y } }, 'Move anchor');
  }
}

function hungOn(path: PathOf<'hang'>, at: 0 | 1, anchor: string | null): PathOf<'hang'> {
  const [first, last] = path.anchors ?? [null, null];
  return { ...path, anchors: at === 0 ? [anchor, last] : [first, anchor] };
}

const withPath = (job: Job, path: PathOf<'hang'>): Job => ({
  ...job,
  paths: job.paths.map((entry) => (entry.id === path.id ? path : entry)),
});
