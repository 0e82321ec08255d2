import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NzButtonComponent } from 'ng-zorro-antd/button';
import { NzInputDirective } from 'ng-zorro-antd/input';
import { addRun, removeRun, renameRun } from '../document/commands';
import { JobStore } from '../document/job-store.service';
import { RunAtWork } from '../session/run-at-work.service';
import { LateChoiceComponent } from '../shared/late-choice.component';

/** The rows of the job: which one is worked on, another one, and its name. */
@Component({
  selector: 'relay-run-list',
  imports: [NzInputDirective, LateChoiceComponent, NzButtonComponent],
  template: `
    <div role="group" aria-label="Rows of the job">
      @for (run of runs(); track run.id) {
        @if (run.id === at()?.id && runs().length > 1) {
          <input
            nz-input
            nzSize="small"
            #name
            class="name"
            aria-label="Name of the row"
            maxlength="80"
            [value]="run.name"
            (change)="rename(name.value)"
            (keydown.enter)="name.blur()"
          />
        } @else if (runs().length > 1) {
          <button nz-button nzType="link" type="button" (click)="choose(run.id)">{{ run.name }}</button>
        }
      }
    </div>
    <relay-late-choice
      name="Another row"
      inEmpty="another row…"
      [options]="paths()"
      [value]="null"
      (chosen)="add($event)"
    />
    @if (runs().length > 1) {
      <button nz-button nzType="link" type="button" (click)="remove()">remove</button>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px;
      padding: 4px 12px 2px;
      font-size: 13px;
    }
    .name {
      field-sizing: content;
      min-width: 40px;
      max-width: 120px;
      padding: 1px 6px;
      border: 0;
      border-bottom: 2px solid #135e74;
      background: none;
      font: 600 13px inherit;
      font-family: inherit;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RunListComponent {
  private readonly store = inject(JobStore);
  private readonly work = inject(RunAtWork);
  private readonly job = toSignal(this.store.job$);
  protected readonly at = toSignal(this.work.run$);
  protected readonly runs = computed(() => this.job()?.runs ?? []);
  protected readonly paths = computed(() =>
    (this.job()?.paths ?? []).map(({ id, name }) => ({ value: id, words: `on ${name}` })),
  );

  protected choose(id: string): void {
    this.work.choose(id);
  }

  protected add(path: string): void {
    const job = this.job();
    const like = this.at();
    if (!job || !like || path === '') return;
    const { command, id } = addRun(job, like, path);
    if (this.store.change(command)) this.work.choose(id);
  }

  protected rename(text: string): void {
    const run = this.at();
    const name = text.trim().slice(0, 80);
    if (run && name !== '') this.store.change(renameRun(run.id, name));
  }

  protected remove(): void {
    const run = this.at();
    if (run) this.store.change(removeRun(run.id));
  }
}
