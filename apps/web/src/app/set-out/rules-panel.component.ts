import { CdkDrag, CdkDropList, moveItemInArray, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { PlaceTable } from '@coin-relay/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { freshId, materialsOf, type Role, type Rule } from '@coin-relay/model';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { CountFieldComponent } from '../shared/count-field.component';
import { draggedBy, ListedRowComponent } from './listed-row.component';
import { PieceSelectComponent } from './piece-select.component';
import { ROLES, roleWords } from './role-words';
import { SetOutWork, type ChosenPiece } from './set-out-work.service';
import { CHOICE } from '../shared/choice.directive';
import { HoldsDirective } from '../shared/holds.directive';

/** Roles by rule, in their order: what comes to which places, and how many places each takes now. */
@Component({
  selector: 'relay-rules-panel',
  imports: [
    HoldsDirective,
    CHOICE,
    CdkDrag,
    CdkDropList,
    NzCheckboxModule,
    CountFieldComponent,
    PieceSelectComponent,
    ListedRowComponent,
  ],
  templateUrl: './rules-panel.component.html',
  styleUrls: ['../shared/step.less', './panels.less'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RulesPanelComponent {
  private readonly work = inject(SetOutWork);
  protected readonly view = toSignal(this.work.view$, { initialValue: null });
  private readonly laid = toSignal(this.work.laid$, { initialValue: null });
  protected readonly open = signal<string | null>(null);
  protected readonly roles = ROLES;
  protected readonly materials = computed(() => materialsOf(this.view()?.job ?? {}));
  protected readonly rules = computed(() => {
    const view = this.view();
    const table = this.laid()?.setOut.table;
    return (view?.setOut.rules ?? []).map((rule, i) => ({
      rule,
      words: roleWords(rule.on),
      takes: table ? takesWords(table.matched[i], table.taken[i], spotWords(rule.on, table, i)) : '',
      none: table?.matched[i] === 0,
    }));
  });

  protected add(words: string): void {
    const found = ROLES.find((entry) => entry.words === words);
    const view = this.view();
    if (!found || !view) return;
    const id = freshId(view.setOut.rules, 'rule');
    const rule: Rule = {
      id,
      on: found.role,
      piece: null,
      material: null,
      snap: false,
      turn: 0,
      along: 0,
      out: 0,
    };
    this.work.change((setOut) => setOut.rules.push(rule), 'Add rule');
    this.open.set(id);
  }

  protected put(i: number, chosen: ChosenPiece | null): void {
    this.work.change(
      (setOut) => (setOut.rules[i].piece = chosen?.id ?? null),
      'Change rule',
      chosen?.prepare ?? null,
    );
  }

  protected change(i: number, change: Partial<Rule>): void {
    this.work.change((setOut) => Object.assign(setOut.rules[i], change), 'Change rule');
  }

  protected role(i: number, change: Partial<Extract<Role, { role: 'every' }>> & { at?: number }): void {
    this.work.change((setOut) => Object.assign(setOut.rules[i].on, change), 'Change rule');
  }

  protected from(text: string): 'start' | 'end' {
    return text === 'end' ? 'end' : 'start';
  }

  protected remove(i: number): void {
    this.work.change((setOut) => setOut.rules.splice(i, 1), 'Remove rule');
  }

  protected move(i: number, by: number): void {
    this.work.change((setOut) => moveItemInArray(setOut.rules, i, i + by), 'Change order of rules');
  }

  protected drop(event: CdkDragDrop<unknown>): void {
    const by = draggedBy(event);
    if (by !== 0) this.move(event.previousIndex, by);
  }

  protected toggle(id: string): void {
    this.open.set(this.open() === id ? null : id);
  }
}

function takesWords(matched: number, taken: number, spots: string): string {
  if (matched === 0) return '▲ matches no place on this row now';
  const places = (n: number): string => `${n} ${n === 1 ? 'place' : 'places'}`;
  return taken === matched
    ? `takes ${places(taken)}${spots}`
    : `takes ${places(taken)} of the ${matched} it matches${spots}; the others go to what comes after it`;
}

/** How many corners or points of the path share a place with another one. */
function spotWords({ role }: Role, { spots, matched }: PlaceTable, i: number): string {
  const shared = spots[i] - matched[i];
  if ((role !== 'corners' && role !== 'points') || shared <= 0) return '';
  return `: of ${spots[i]} ${role}, ${shared} ${shared === 1 ? 'is' : 'are'} nearest to a place that another one has`;
}
