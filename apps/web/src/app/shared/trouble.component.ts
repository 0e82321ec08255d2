import { ChangeDetectionStrategy, Component } from '@angular/core';
import { NzAlertComponent } from 'ng-zorro-antd/alert';

/** What went wrong, said where it matters and read out at once. */
@Component({
  selector: 'relay-trouble',
  imports: [NzAlertComponent],
  template: `
    <nz-alert nzType="warning" [nzMessage]="words" nzNoAnimation />
    <ng-template #words><ng-content /></ng-template>
  `,
  host: { role: 'alert' },
  styles: `
    :host {
      display: block;
      margin: 8px 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TroubleComponent {}
