import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { NzSpinModule } from 'ng-zorro-antd/spin';
import type { Ahead } from './ahead.service';
import type { Fact } from './facts';

/** What will be written: a picture of it, what is told of it, and what of the job is not in it. */
@Component({
  selector: 'relay-hand-off-preview',
  imports: [NzSpinModule],
  template: `
    <figure>
      @if (ahead().picture; as address) {
        <img [src]="address" alt="What is handed off, in plan" />
      } @else {
        <span class="none">{{ ahead().problem || (ahead().working ? '' : 'no picture') }}</span>
      }
      @if (ahead().working) {
        <nz-spin nzSimple nzSize="small" class="working" />
      }
    </figure>
    <dl aria-label="What is told of the file">
      @for (fact of lines(); track fact.what) {
        <div>
          <dt>{{ fact.what }}</dt>
          <dd>{{ fact.value }}</dd>
        </div>
      }
    </dl>
    @for (words of leftOut(); track $index) {
      <p class="cost">{{ words }}</p>
    }
  `,
  styleUrls: ['../shared/step.less'],
  styles: `
    figure {
      position: relative;
      display: grid;
      place-items: center;
      height: 140px;
      margin: 0 0 8px;
      background: var(--paper-light, #fdfbf5);
      border: 1px solid #e3dac7;
      overflow: hidden;
    }
    img {
      position: absolute;
      inset: 0;
      width: 100%;
      height: 100%;
      object-fit: contain;
    }
    .none {
      padding: 0 12px;
      font-size: 13px;
      text-align: center;
    }
    .working {
      position: absolute;
      right: 8px;
      top: 8px;
    }
    dl {
      display: grid;
      gap: 1px;
      margin: 0 0 8px;
      font-size: 13px;
    }
    dl div {
      display: flex;
      justify-content: space-between;
      gap: 8px;
    }
    dt {
      font-weight: 400;
      color: #575b57;
    }
    dd {
      margin: 0;
      text-align: right;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandOffPreviewComponent {
  readonly ahead = input.required<Ahead>();
  /** What is told whether or not there is a file. */
  readonly facts = input.required<readonly Fact[]>();
  readonly leftOut = input.required<readonly string[]>();
  protected readonly lines = computed(() =>
    this.facts().length > 0 ? this.facts() : [{ what: 'File', value: this.ahead().working ? '…' : '–' }],
  );
}
