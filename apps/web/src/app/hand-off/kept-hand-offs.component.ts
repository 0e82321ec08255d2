import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { EXPORTS } from '@coin-relay/formats';
import type { HandOff } from '@coin-relay/model';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzInputModule } from 'ng-zorro-antd/input';
import { forgetHandOff, keepHandOff } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { HandOffChoice } from './hand-off-choice.service';

/** Hand-offs that are kept with the job: each is repeated by one press. */
@Component({
  selector: 'relay-kept-hand-offs',
  imports: [FormsModule, NzButtonComponent, NzInputModule],
  template: `
    @if (rows().length > 0) {
      <ul aria-label="Kept hand-offs">
        @for (row of rows(); track row.kept.id) {
          <li>
            <button
              nz-button
              nzSize="small"
              type="button"
              [disabled]="!ready()"
              (click)="repeated.emit(row.kept)"
            >
              {{ row.kept.name }}
            </button>
            <button
              nz-button
              nzType="text"
              nzSize="small"
              type="button"
              [attr.aria-label]="'Open the options of ' + row.kept.name"
              (click)="choice.choose(row.kept.as, row.kept.options)"
            >
              Options
            </button>
            <button
              nz-button
              nzType="text"
              nzSize="small"
              type="button"
              [attr.aria-label]="'Forget ' + row.kept.name"
              (click)="forget(row.kept.id)"
            >
              Forget
            </button>
            <span class="cost">{{ row.title }}</span>
          </li>
        }
      </ul>
    }
    <div class="line">
      <input
        nz-input
        nzSize="small"
        class="what"
        aria-label="Name to keep this hand-off by"
        placeholder="Keep these choices as…"
        maxlength="80"
        [ngModel]="name()"
        (ngModelChange)="name.set($event)"
        (keydown.enter)="keep()"
      />
      <button nz-button nzSize="small" type="button" [disabled]="name().trim() === ''" (click)="keep()">
        Keep
      </button>
    </div>
  `,
  styleUrls: ['../shared/step.less'],
  styles: `
    ul {
      margin-bottom: 6px;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 0 4px;
      align-items: baseline;
      margin-bottom: 6px;
    }
    li button:first-child {
      max-width: 168px;
      overflow: hidden;
      text-overflow: ellipsis;
      margin-right: auto;
    }
    li .cost {
      flex-basis: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeptHandOffsComponent {
  private readonly store = inject(JobStore);
  protected readonly choice = inject(HandOffChoice);
  readonly kept = input.required<readonly HandOff[]>();
  /** Whether there is anything to hand off. */
  readonly ready = input.required<boolean>();
  readonly repeated = output<HandOff>();
  protected readonly name = signal('');
  protected readonly rows = computed(() =>
    this.kept().map((kept) => ({ kept, title: EXPORTS.find(({ id }) => id === kept.as)?.title ?? kept.as })),
  );

  protected keep(): void {
    const name = this.name().trim();
    if (name === '') return;
    const { way, options } = this.choice.now;
    this.store.change(keepHandOff({ name, as: way.id, options }));
    this.name.set('');
  }

  protected forget(id: string): void {
    this.store.change(forgetHandOff(id));
  }
}
