import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { RelayError, type Map3 } from '@coin-relay/core';
import {
  MIRRORED,
  QUARTER_TURNS,
  turnedSolids,
  withSolids,
  type Material,
  type PieceOf,
  type Unit,
} from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { SolidPool } from '../../engine/solid-pool.service';
import { ErrorState } from '../../shared/error-state';
import { FileChoiceComponent } from '../../shared/file-choice.component';
import { TroubleComponent } from '../../shared/trouble.component';
import { untilDestroyed } from '../../shared/until-destroyed';
import { SolidSheetComponent } from './solid-sheet.component';
import type { TakenSolids } from './taken-solids';

/** What can be done to a piece of bodies from a file that cannot be to its outline alone. */
@Component({
  selector: 'relay-solid-tools',
  imports: [FileChoiceComponent, NzButtonComponent, SolidSheetComponent, TroubleComponent],
  template: `
    <button nz-button nzType="link" type="button" [disabled]="busy()" (click)="turn('x')">
      quarter turn about its way
    </button>
    <button nz-button nzType="link" type="button" [disabled]="busy()" (click)="turn('y')">
      quarter turn about its height
    </button>
    <button nz-button nzType="link" type="button" [disabled]="busy()" (click)="mirror()">mirror it</button>
    <relay-file-choice
      words="another solid in its place…"
      accept=".stl,.obj,.glb,model/stl,model/obj,model/gltf-binary"
      (chosen)="file.set($event)"
    />
    @if (trouble.words(); as words) {
      <relay-trouble>{{ words }}</relay-trouble>
    }
    @defer (when file()) {
      <relay-solid-sheet
        [file]="file()"
        [materials]="materials()"
        [unit]="unit()"
        (taken)="swap($event)"
        (closed)="file.set(null)"
      />
    }
  `,
  styles: `
    :host {
      display: contents;
    }
    relay-trouble {
      flex: 1 0 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SolidToolsComponent {
  private readonly pool = inject(SolidPool);
  private readonly owner = untilDestroyed();
  readonly piece = input.required<PieceOf<'own'>>();
  readonly materials = input.required<readonly Material[]>();
  readonly unit = input.required<Unit>();
  readonly changed = output<{ readonly piece: PieceOf<'own'>; readonly label: string }>();
  protected readonly busy = signal(false);
  protected readonly file = signal<File | null>(null);
  protected readonly trouble = new ErrorState();

  protected turn(axis: 'x' | 'y'): void {
    void this.stand(QUARTER_TURNS[axis], 'Turn solid');
  }

  protected mirror(): void {
    void this.stand(MIRRORED, 'Mirror solid');
  }

  protected swap({ file, given }: TakenSolids): void {
    this.file.set(null);
    // What its parts are made of stays too, as far as there are as many.
    const { outline } = this.piece();
    const finished = given.map((each, i) => ({ ...each, material: outline[i]?.material ?? each.material }));
    this.made(() => withSolids(this.piece(), finished, file.slice(0, 200)), 'Swap solid');
  }

  /** The bodies stand otherwise; what they cover in plan then is worked out, and becomes the outline. */
  private async stand(map: Map3, label: string): Promise<void> {
    const before = this.piece();
    const solids = turnedSolids(before, map);
    this.busy.set(true);
    const reply = await this.pool.silhouettes(solids, this.owner);
    this.busy.set(false);
    if (this.owner.aborted) return;
    if (!reply.ok) {
      this.trouble.say(reply.message);
      return;
    }
    // What was changed meanwhile is not undone.
    if (this.piece() !== before) return;
    this.made(
      () =>
        withSolids(
          before,
          solids.map((solid, i) => ({
            solid,
            material: before.outline[i].material ?? 'steel',
            silhouette: reply.value[i],
          })),
        ),
      label,
    );
  }

  private made(make: () => PieceOf<'own'>, label: string): void {
    this.trouble.clear();
    try {
      this.changed.emit({ piece: make(), label });
    } catch (error) {
      if (!(error instanceof RelayError)) throw error;
      this.trouble.say(error.message);
    }
  }
}
