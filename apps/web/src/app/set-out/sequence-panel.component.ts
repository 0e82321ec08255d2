import { CdkDrag, CdkDropList, moveItemInArray, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { materialsOf, type SetOut } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { NzRadioModule } from 'ng-zorro-antd/radio';
import { setSequence } from '../document/commands';
import { AngleFieldComponent } from '../shared/angle-field.component';
import { CountFieldComponent } from '../shared/count-field.component';
import { NumberFieldComponent } from '../shared/number-field.component';
import { draggedBy, ListedRowComponent } from './listed-row.component';
import { PieceSelectComponent } from './piece-select.component';
import { SetOutWork, type ChosenPiece } from './set-out-work.service';
import { HoldsDirective } from '../shared/holds.directive';
import { TroubleComponent } from '../shared/trouble.component';

type Step = SetOut['steps'][number];
const PLAIN_STEP: Step = { turn: 0, along: 0, out: 0, material: null };
/** Steps of a sequence at the most, as the document takes them. */
const MOST_STEPS = 200;

/** What comes in turn, or by weight. */
@Component({
  selector: 'relay-sequence-panel',
  imports: [
    TroubleComponent,
    HoldsDirective,
    NzButtonComponent,
    CdkDrag,
    CdkDropList,
    NzCheckboxModule,
    NzRadioModule,
    AngleFieldComponent,
    CountFieldComponent,
    NumberFieldComponent,
    PieceSelectComponent,
    ListedRowComponent,
  ],
  templateUrl: './sequence-panel.component.html',
  styleUrls: ['../shared/step.less', './panels.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SequencePanelComponent {
  private readonly work = inject(SetOutWork);
  protected readonly view = toSignal(this.work.view$, { initialValue: null });
  protected readonly open = signal<number | null>(null);
  protected readonly order = computed(() => this.view()?.setOut.order ?? { by: 'turn' as const });
  protected readonly weights = computed(() => {
    const order = this.order();
    return order.by === 'weight' ? order : null;
  });
  protected readonly steps = computed(() => {
    const view = this.view();
    return (view?.run.sequence ?? []).map((piece, i) => ({
      piece,
      name: view?.job.pieces.find(({ id }) => id === piece)?.name ?? piece,
      step: view?.setOut.steps[i] ?? PLAIN_STEP,
      weight: this.weights()?.weights[i] ?? 1,
    }));
  });
  protected readonly materials = computed(() => materialsOf(this.view()?.job ?? {}));
  /** Why the weights as they are cannot be drawn by; said here, where they are typed. */
  protected readonly weightWords = computed(() => {
    const weights = this.weights();
    if (!weights) return '';
    if (!weights.weights.some((weight) => weight > 0))
      return 'All weights are zero, so no piece would ever be taken. Give one a weight.';
    return '';
  });

  protected by(order: 'turn' | 'weight'): void {
    this.work.change((setOut) => {
      const count = this.steps().length;
      setOut.order =
        order === 'turn'
          ? { by: 'turn' }
          : { by: 'weight', seed: 1, apart: false, weights: Array.from({ length: count }, () => 1) };
    }, 'Change order');
  }

  protected put(i: number, chosen: ChosenPiece | null): void {
    if (chosen)
      this.write(
        this.rows((rows) => (rows[i] = { ...rows[i], piece: chosen.id })),
        chosen,
      );
  }

  protected add(chosen: ChosenPiece | null): void {
    if (!chosen || this.steps().length >= MOST_STEPS) return;
    this.write(
      this.rows((rows) => rows.push({ ...rows[0], piece: chosen.id, step: PLAIN_STEP, weight: 1 })),
      chosen,
    );
  }

  protected remove(i: number): void {
    this.open.set(null);
    this.write(this.rows((rows) => rows.splice(i, 1)));
  }

  protected move(i: number, by: number): void {
    this.open.set(null);
    this.write(this.rows((rows) => moveItemInArray(rows, i, i + by)));
  }

  protected drop(event: CdkDragDrop<unknown>): void {
    const by = draggedBy(event);
    if (by !== 0) this.move(event.previousIndex, by);
  }

  protected change(i: number, change: Partial<Step>): void {
    this.write(this.rows((rows) => (rows[i] = { ...rows[i], step: { ...rows[i].step, ...change } })));
  }

  protected weigh(i: number, weight: number): void {
    this.work.change((setOut) => {
      if (setOut.order.by === 'weight') setOut.order.weights[i] = weight;
    }, 'Change weight');
  }

  protected draw(change: { seed?: number; apart?: boolean }): void {
    this.work.change((setOut) => {
      if (setOut.order.by === 'weight') Object.assign(setOut.order, change);
    }, 'Change order');
  }

  protected alternate(turn: number): void {
    this.work.change((setOut) => (setOut.alternate = turn), 'Turn every other');
  }

  protected toggle(i: number): void {
    this.open.set(this.open() === i ? null : i);
  }

  private rows(edit: (rows: ReturnType<typeof this.steps>) => unknown): ReturnType<typeof this.steps> {
    const rows = [...this.steps()];
    edit(rows);
    return rows;
  }

  private write(rows: ReturnType<typeof this.steps>, chosen: ChosenPiece | null = null): void {
    const run = this.view()?.run;
    if (!run || rows.length === 0) return;
    const plain = rows.every(({ step }) => JSON.stringify(step) === JSON.stringify(PLAIN_STEP));
    this.work.do(
      setSequence(
        run.id,
        rows.map(({ piece }) => piece),
        plain ? [] : rows.map(({ step }) => step),
        rows.map(({ weight }) => weight),
      ),
      chosen?.prepare ?? null,
    );
  }
}
