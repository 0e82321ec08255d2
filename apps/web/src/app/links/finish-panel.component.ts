import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { figureBox, pieceFigure } from '@coin-relay/scene';
import {
  bandOf,
  isBand,
  materialsOf,
  type Job,
  type JobPiece,
  type Material,
  type PieceFinish,
} from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { firstValueFrom } from 'rxjs';
import { NzInputDirective } from 'ng-zorro-antd/input';
import { JobApi } from '../api/job-api.service';
import { changePiece, newMaterial, putMaterial } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { withExtra } from './with-extra';
import { ColourChoiceComponent } from '../shared/colour-choice.component';
import { FileChoiceComponent } from '../shared/file-choice.component';
import { LengthFieldComponent } from '../shared/length-field.component';
import { NumberFieldComponent } from '../shared/number-field.component';
import { ErrorState } from '../shared/error-state';
import { CHOICE } from '../shared/choice.directive';
import { HoldsDirective } from '../shared/holds.directive';
import { TroubleComponent } from '../shared/trouble.component';

type Picture = NonNullable<PieceFinish['picture']>;

const PLAIN: PieceFinish = { material: null, line: true, picture: null };

/** What a piece is made of: a material, its outlines, a picture on it. */
@Component({
  selector: 'relay-finish-panel',
  imports: [
    TroubleComponent,
    HoldsDirective,
    NzInputDirective,
    CHOICE,
    NzButtonComponent,
    NzCheckboxModule,
    ColourChoiceComponent,
    FileChoiceComponent,
    LengthFieldComponent,
    NumberFieldComponent,
  ],
  template: `
    <div class="line">
      <span class="swatch" [style.background]="colour()" aria-hidden="true"></span>
      <nz-select
        nzShowSearch
        relayChoice="Material"
        [value]="finish().material ?? ''"
        (chosen)="choose($event)"
        class="what"
      >
        <nz-option nzValue="" nzLabel="as usual for its family" />
        @for (entry of materials(); track entry.id) {
          <nz-option [nzValue]="entry.id" [nzLabel]="entry.name" />
        }
      </nz-select>
      <button nz-button nzType="link" type="button" (click)="make()">a new one</button>
    </div>
    @if (own(); as m) {
      <div class="line">
        <input
          nz-input
          nzSize="small"
          #name
          class="what"
          aria-label="Name of the material"
          maxlength="80"
          [value]="m.name"
          (change)="change(m, { name: name.value.trim() || m.name })"
        />
        @defer (on immediate) {
          <relay-colour-choice
            label="Colour of the material"
            [value]="m.colour"
            (chosen)="change(m, { colour: $event })"
          />
        }
      </div>
      <div class="line">
        <span class="what">Metal, dull</span>
        <relay-number-field
          label="How much of a metal it is"
          [value]="m.metal"
          [least]="0"
          [most]="1"
          (changed)="change(m, { metal: $event })"
        />
        <relay-number-field
          label="How dull it is"
          [value]="m.rough"
          [least]="0"
          [most]="1"
          (changed)="change(m, { rough: $event })"
        />
      </div>
    }
    <div class="line">
      <label nz-checkbox [relayHolds]="finish().line" (told)="put({ line: $event })">Outlines in ink</label>
      <span class="what"></span>
      @if (finish().picture) {
        <button nz-button nzType="link" type="button" (click)="put({ picture: null })">
          take its picture off
        </button>
      } @else {
        @defer (on immediate) {
          <relay-file-choice words="a picture on it…" accept="image/png,image/jpeg" (chosen)="lay($event)" />
        }
      }
    </div>
    @if (isBand() && finish().picture) {
      <p class="cost">
        It lies once in each repeat; on the drawing it is slid by its middle and made larger by its corner.
      </p>
    }
    @if (finish().picture; as p) {
      <div class="line">
        <span class="what">Wide, high</span>
        <relay-length-field
          label="Width of the picture"
          [value]="p.width"
          [unit]="job().unit"
          [least]="0.01"
          (changed)="place(p, { width: $event })"
        />
        <relay-length-field
          label="Height of the picture"
          [value]="p.height"
          [unit]="job().unit"
          [least]="0.01"
          (changed)="place(p, { height: $event })"
        />
      </div>
      <div class="line">
        <span class="what">Corner at</span>
        <relay-length-field
          label="Left edge of the picture"
          [value]="p.x"
          [unit]="job().unit"
          (changed)="place(p, { x: $event })"
        />
        <relay-length-field
          label="Upper edge of the picture"
          [value]="p.y"
          [unit]="job().unit"
          (changed)="place(p, { y: $event })"
        />
      </div>
    }
    @if (problem()) {
      <relay-trouble>{{ problem() }}</relay-trouble>
    }
  `,
  styleUrl: '../shared/step.less',
  styles: `
    .swatch {
      align-self: center;
      width: 16px;
      height: 16px;
      border: 1px solid #575b57;
    }
    nz-select,
    input:not([type='color']) {
      min-width: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FinishPanelComponent {
  private readonly store = inject(JobStore);
  private readonly api = inject(JobApi);
  readonly piece = input.required<JobPiece>();
  readonly job = input.required<Job>();
  readonly changed = output<JobPiece>();
  private readonly trouble = new ErrorState();
  protected readonly problem = this.trouble.words;
  protected readonly finish = computed(() => this.piece().finish ?? PLAIN);
  /** The picture of a band goes along it wherever that is seen. */
  protected readonly isBand = computed(() => isBand(this.piece()));
  protected readonly materials = computed(() => materialsOf(this.job()));
  protected readonly colour = computed(() => {
    const id = this.finish().material ?? pieceFigure(this.piece(), this.piece().pitch).main;
    return this.materials().find((material) => material.id === id)?.colour ?? 'transparent';
  });
  protected readonly own = computed(() =>
    this.job().materials?.find(({ id }) => id === this.finish().material),
  );

  protected choose(id: string): void {
    this.put({ material: id === '' ? null : id });
  }

  /** A material of one's own; the piece is made of it at once. */
  protected make(): void {
    const material = newMaterial(this.job());
    const made = putMaterial(material);
    const used = changePiece(this.finished({ material: material.id }));
    this.store.change({
      label: 'New material',
      recipe: (job) => {
        made.recipe(job);
        used.recipe(job);
      },
    });
  }

  protected change(material: Material, change: Partial<Material>): void {
    this.store.change(putMaterial({ ...material, ...change }));
  }

  protected put(change: Partial<PieceFinish>): void {
    this.changed.emit(this.finished(change));
  }

  protected place(picture: Picture, change: Partial<Picture>): void {
    this.put({ picture: { ...picture, ...change } });
  }

  private finished(change: Partial<PieceFinish>): JobPiece {
    const finish = { ...this.finish(), ...change };
    const plain = finish.material === null && finish.line && finish.picture === null;
    return withExtra(this.piece(), 'finish', plain ? null : finish);
  }

  /** Lays a picture over all of the piece; from there it is moved by its numbers. */
  protected async lay(picture: File): Promise<void> {
    await this.trouble.during(async () => {
      const { picture: name } = await firstValueFrom(this.api.keepPicture(picture));
      const piece = this.piece();
      const band = bandOf(piece);
      const [x0, y0, x1, y1] = band
        ? [0, -band.outer, piece.pitch, band.inner]
        : figureBox(pieceFigure(piece, piece.pitch));
      this.put({ picture: { picture: name, x: x0, y: y1, width: x1 - x0, height: y1 - y0 } });
    });
  }
}
