import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { JobStore } from '../document/job-store.service';
import { ErrorState } from '../shared/error-state';

/** What can be done where a job cannot simply be saved: it was changed, or taken off the rack, elsewhere. */
@Component({
  selector: 'relay-save-choices',
  imports: [NzButtonComponent],
  template: `
    @if (state().kind === 'gone') {
      <button nz-button nzSize="small" type="button" (click)="putBack()">Put it back</button>
    } @else {
      <button nz-button nzSize="small" type="button" (click)="takeTheirs()">Take the other one</button>
    }
    <button nz-button nzSize="small" type="button" (click)="keepAsCopy()">Keep mine as a copy</button>
    @if (problem()) {
      <span class="warning-text" role="alert">{{ problem() }}</span>
    }
  `,
  styles: `
    :host {
      display: flex;
      gap: 8px;
      align-items: center;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SaveChoicesComponent {
  private readonly store = inject(JobStore);
  private readonly router = inject(Router);
  protected readonly state = toSignal(this.store.saveState$, { requireSync: true });
  private readonly trouble = new ErrorState();
  /** What came of a choice that could not be carried out. */
  protected readonly problem = this.trouble.words;

  protected async takeTheirs(): Promise<void> {
    await this.trouble.during(() => this.store.takeTheirs());
  }

  protected async putBack(): Promise<void> {
    await this.trouble.during(() => this.store.putBack());
  }

  protected async keepAsCopy(): Promise<void> {
    await this.trouble.during(async () => {
      const id = await this.store.keepAsCopy();
      if (id !== null) await this.router.navigate(['/job', id]);
    });
  }
}
