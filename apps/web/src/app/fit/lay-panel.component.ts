import { ChangeDetectionStrategy, Component, computed, inject, type OnDestroy } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { PLAIN_LAY, type RowLay } from '@coin-relay/core';
import { behaviourOf } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { setLay } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { RunAtWork } from '../session/run-at-work.service';
import { LengthFieldComponent } from '../shared/length-field.component';
import { NumberFieldComponent } from '../shared/number-field.component';
import { FitService } from '../engine/fit.service';
import { PathMarks } from '../picking/path-marks.service';
import { CHOICE } from '../shared/choice.directive';
import { HoldsDirective } from '../shared/holds.directive';

/** Where on its path the row lies, and where what is left over goes. */
@Component({
  selector: 'relay-lay-panel',
  imports: [
    HoldsDirective,
    CHOICE,
    NzButtonComponent,
    NzCheckboxModule,
    NzRadioModule,
    LengthFieldComponent,
    NumberFieldComponent,
  ],
  templateUrl: './lay-panel.component.html',
  styleUrl: '../shared/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LayPanelComponent implements OnDestroy {
  private readonly store = inject(JobStore);
  private readonly marks = inject(PathMarks);
  private readonly job = toSignal(this.store.job$);
  private readonly run = toSignal(inject(RunAtWork).run$);
  private readonly state = toSignal(inject(FitService).state$, { requireSync: true });
  protected readonly asking = toSignal(this.marks.asking$, { requireSync: true });
  protected readonly unit = computed(() => this.job()?.unit ?? 'mm');
  protected readonly lay = computed((): RowLay => this.run()?.fit.lay ?? PLAIN_LAY);
  protected readonly holdsBoth = computed(() => this.run()?.fit.hold === 'both');
  protected readonly counted = computed(() => this.run()?.fit.count !== null);
  private readonly path = computed(() => this.state().view?.fit.layout.path);
  protected readonly open = computed(() => this.path()?.closed === false);
  protected readonly hasEnds = computed(() => this.state().view?.fit.window.ring === false);
  /** Are there places that are met, so that something has to stand on them? */
  protected readonly meets = computed(() => (this.state().view?.fit.sections?.length ?? 0) > 1);
  /** Only a piece that is carried on a point can stand on the end itself. */
  protected readonly carried = computed(() => {
    const [id] = this.run()?.sequence ?? [];
    const piece = this.job()?.pieces.find((p) => p.id === id);
    return piece !== undefined && behaviourOf(piece) === 'carried';
  });
  protected readonly restNow = computed((): RowLay['rest'] | 'middle' =>
    this.lay().middle === null ? this.lay().rest : 'middle',
  );

  /** Nothing is asked for by a panel that is gone. */
  ngOnDestroy(): void {
    if (this.asking() === 'middle') this.marks.ask(null);
  }

  protected change(change: Partial<RowLay>, label?: string): void {
    const run = this.run();
    if (run) this.store.change(setLay(run.id, change, label));
  }

  protected part(only: boolean): void {
    const length = this.path()?.length ?? 0;
    this.change({ stretch: only ? { by: 'length', from: 0, to: length } : null });
  }

  protected stretch(change: Partial<NonNullable<RowLay['stretch']>>): void {
    const { stretch } = this.lay();
    if (stretch) this.change({ stretch: { ...stretch, ...change } });
  }

  /** The same two places, told the other way. */
  protected toldBy(by: string): void {
    const { stretch } = this.lay();
    const length = this.path()?.length;
    if (!stretch || !length || by === stretch.by) return;
    if (by === 'part') this.change({ stretch: { by, from: stretch.from / length, to: stretch.to / length } });
    else this.change({ stretch: { by: 'length', from: stretch.from * length, to: stretch.to * length } });
  }

  protected rest(rest: RowLay['rest'] | 'middle'): void {
    if (rest !== 'middle') this.change({ rest, middle: null });
    else this.change({ middle: (this.path()?.length ?? 0) / 2 });
  }

  protected pick(): void {
    if (this.asking() === 'middle') this.marks.ask(null);
    else this.marks.ask('middle', (s) => this.change({ middle: s }));
  }
}
