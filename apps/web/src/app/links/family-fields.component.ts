import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { familyOf, isTyped, withField, type JobPiece, type Unit } from '@coin-relay/model';
import { NzCheckboxModule } from 'ng-zorro-antd/checkbox';
import { CountFieldComponent } from '../shared/count-field.component';
import { LengthFieldComponent } from '../shared/length-field.component';
import { CHOICE } from '../shared/choice.directive';
import { HoldsDirective } from '../shared/holds.directive';
import { TroubleComponent } from '../shared/trouble.component';

/** The few numbers a family is drawn from. */
@Component({
  selector: 'relay-family-fields',
  imports: [
    ...CHOICE,
    CountFieldComponent,
    HoldsDirective,
    LengthFieldComponent,
    NzCheckboxModule,
    TroubleComponent,
  ],
  template: `
    @for (field of fields(); track field.key) {
      <div class="line">
        @switch (field.kind) {
          @case ('length') {
            <span class="what">{{ field.label }}</span>
            <relay-length-field
              [label]="field.label"
              [value]="number(field.key)"
              [unit]="unit()"
              [least]="field.least"
              (changed)="put(field.key, $event)"
            />
          }
          @case ('count') {
            <span class="what">{{ field.label }}</span>
            <relay-count-field
              [label]="field.label"
              [value]="number(field.key)"
              [least]="field.least"
              [most]="field.most"
              (changed)="put(field.key, $event)"
            />
          }
          @case ('choice') {
            <span class="what">{{ field.label }}</span>
            <nz-select
              [relayChoice]="field.label"
              [value]="text(field.key)"
              (chosen)="put(field.key, $event)"
            >
              @for (option of field.options; track option[0]) {
                <nz-option [nzValue]="option[0]" [nzLabel]="option[1]" />
              }
            </nz-select>
          }
          @case ('flag') {
            <label nz-checkbox [relayHolds]="text(field.key) === 'true'" (told)="put(field.key, $event)">{{
              field.label
            }}</label>
          }
        }
      </div>
    }
    @if (problem(); as words) {
      <relay-trouble>{{ words }}</relay-trouble>
    }
  `,
  styleUrl: '../shared/step.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FamilyFieldsComponent {
  readonly piece = input.required<JobPiece>();
  readonly unit = input.required<Unit>();
  /** The piece with one of its numbers changed; it is no trade size any more. */
  readonly changed = output<JobPiece>();
  protected readonly fields = computed(() => familyOf(this.piece()).fields.filter(isTyped));
  protected readonly problem = signal('');
  private readonly values = computed((): Readonly<Record<string, unknown>> => ({ ...this.piece() }));

  protected number(key: string): number {
    return Number(this.values()[key]);
  }

  protected text(key: string): string {
    return String(this.values()[key]);
  }

  /** Numbers that do not go together are refused in words; the piece stays as it is. */
  protected put(key: string, value: string | number | boolean): void {
    const next = withField(this.piece(), key, value);
    const { conflict } = familyOf(next);
    this.problem.set(conflict?.(next)?.words ?? '');
    if (this.problem() === '') this.changed.emit(next);
  }
}
