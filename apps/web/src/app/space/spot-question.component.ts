import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { SpotPicks } from '../session/spot-picks.service';

/** What is to be picked in space now, and how. */
@Component({
  selector: 'relay-spot-question',
  imports: [NzButtonComponent],
  template: `
    @if (question(); as q) {
      <span role="status">
        <b>{{ q.words }}</b> ({{ q.number }} of {{ q.of }}): press on a link, a wheel or a part; Enter takes
        what the cross is on. {{ missed() }}
      </span>
      <button nz-button nzType="link" type="button" (click)="spots.stop()">stop picking</button>
    }
  `,
  styleUrl: './spot-question.component.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SpotQuestionComponent {
  protected readonly spots = inject(SpotPicks);
  /** Said of a press that met nothing. */
  readonly missed = input('');
  protected readonly question = toSignal(this.spots.question$, { requireSync: true });
}
