import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { FirstJob } from './first-job.service';

/** A line that leads through a first job, until it has been gone or is not wanted. */
@Component({
  selector: 'relay-first-job',
  imports: [NzButtonComponent],
  template: `
    @if (stages().length > 0) {
      <nav aria-label="Your first job">
        <span>Your first job:</span>
        <ol>
          @for (stage of stages(); track stage.step) {
            <li>
              <button nz-button nzType="link" type="button" (click)="work.open(stage.step)">
                {{ stage.words }}
              </button>
              <span [class.done]="stage.done" aria-hidden="true">{{ stage.done ? '✓' : '' }}</span>
              @if (stage.done) {
                <span class="sr-only">done</span>
              }
            </li>
          }
        </ol>
        <span class="spring"></span>
        <button nz-button nzType="link" type="button" (click)="work.dismiss()">do not show this again</button>
      </nav>
    }
  `,
  styleUrl: './first-job.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FirstJobComponent {
  protected readonly work = inject(FirstJob);
  protected readonly stages = toSignal(this.work.stages$, { initialValue: [] });
}
