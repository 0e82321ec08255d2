import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { behaviourOf, letteringHeld, shapingHeld, uprightHeld, wholeRowHeld } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { JobContext } from '../../session/job-context.service';
import { HandPanelComponent } from '../../set-out/hand-panel.component';
import { HandedPanelComponent } from '../../set-out/handed-panel.component';
import { LayoutPanelComponent } from '../../set-out/layout-panel.component';
import { LetteringPanelComponent } from '../../set-out/lettering-panel.component';
import { PlaceChoice } from '../../session/place-choice.service';
import { RulesPanelComponent } from '../../set-out/rules-panel.component';
import { SequencePanelComponent } from '../../set-out/sequence-panel.component';
import { SetOutWork } from '../../set-out/set-out-work.service';
import { ShapingPanelComponent } from '../../set-out/shaping-panel.component';
import { UprightPanelComponent } from '../../set-out/upright-panel.component';
import { FoldComponent } from '../../shared/fold.component';

/** Which piece goes where: what comes in turn, rules, single places, and what holds for the whole row. */
@Component({
  selector: 'relay-set-out-step',
  imports: [
    NzButtonComponent,
    FoldComponent,
    HandPanelComponent,
    HandedPanelComponent,
    LayoutPanelComponent,
    LetteringPanelComponent,
    RulesPanelComponent,
    SequencePanelComponent,
    ShapingPanelComponent,
    UprightPanelComponent,
  ],
  template: `
    @if (view()) {
      <relay-sequence-panel />
      <relay-fold heading="Rules for places" [now]="counted(has().rules)" [open]="has().rules > 0">
        <ng-template>
          <relay-rules-panel />
        </ng-template>
      </relay-fold>
      <relay-fold
        heading="Single places by hand"
        [now]="counted(has().byHand)"
        [open]="has().byHand > 0 || choosing()"
      >
        <ng-template>
          <relay-hand-panel />
        </ng-template>
      </relay-fold>
      <relay-fold heading="Objects handed out" [now]="counted(has().handed)" [open]="has().handed > 0">
        <ng-template>
          <relay-handed-panel />
        </ng-template>
      </relay-fold>
      <relay-fold heading="How they stand along the path" [now]="has().stands">
        <ng-template>
          <relay-upright-panel />
        </ng-template>
      </relay-fold>
      @if (bends()) {
        <relay-fold
          heading="How it changes along the path"
          [now]="has().shaping"
          [open]="has().shaping !== ''"
        >
          <ng-template>
            @defer (on immediate) {
              <relay-shaping-panel />
            }
          </ng-template>
        </relay-fold>
      }
      <relay-fold heading="Letters and numbers" [now]="has().letters" [open]="has().letters !== ''">
        <ng-template>
          @defer (on immediate) {
            <relay-lettering-panel />
          }
        </ng-template>
      </relay-fold>
      <relay-fold heading="The whole row" [now]="has().whole">
        <ng-template>
          <relay-layout-panel />
        </ng-template>
      </relay-fold>
      <div class="line table">
        <button nz-button nzType="link" type="button" [attr.aria-pressed]="table()" (click)="toggleTable()">
          {{ table() ? 'close the table of places' : 'the table of places' }}
        </button>
      </div>
    }
  `,
  styleUrls: ['../../shared/step.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SetOutStepComponent {
  private readonly context = inject(JobContext);
  /** Nothing stands there before all of it does: it would move on under the pointer. */
  protected readonly view = toSignal(inject(SetOutWork).view$, { initialValue: null });
  private readonly places = toSignal(inject(PlaceChoice).places$, { requireSync: true });
  protected readonly table = toSignal(this.context.table$, { requireSync: true });
  protected readonly choosing = computed(() => this.places().size > 0);
  protected readonly has = computed(() => {
    const { setOut, run } = this.view() ?? {};
    return {
      rules: setOut?.rules.length ?? 0,
      byHand: setOut?.byHand.length ?? 0,
      handed: setOut?.handed?.items.length ?? 0,
      stands: run?.upright ? uprightHeld(run.upright) : '',
      shaping: run?.shaping ? shapingHeld(run.shaping) : '',
      letters: run?.lettering ? letteringHeld(run.lettering) : '',
      whole: run ? wholeRowHeld(run) : '',
    };
  });

  /** Is there anything that bends with the path, and can change along it? */
  protected readonly bends = computed(() => {
    const { job, run } = this.view() ?? {};
    if (!job || !run) return false;
    return (
      run.shaping !== undefined ||
      job.pieces.some((piece) => run.sequence.includes(piece.id) && behaviourOf(piece) === 'bending')
    );
  });

  protected counted(n: number): string {
    return n > 0 ? String(n) : '';
  }

  protected toggleTable(): void {
    this.context.showTable(!this.table());
  }
}
