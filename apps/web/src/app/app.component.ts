import { afterNextRender, ChangeDetectionStrategy, Component, inject, Injector } from '@angular/core';
import { NavigationEnd, Router, RouterOutlet } from '@angular/router';
import { filter, skip } from 'rxjs';

@Component({
  selector: 'relay-root',
  imports: [RouterOutlet],
  template: '<router-outlet />',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AppComponent {
  private readonly injector = inject(Injector);

  constructor() {
    inject(Router)
      .events.pipe(
        filter((event) => event instanceof NavigationEnd),
        // The browser itself begins at the top of the first page.
        skip(1),
      )
      .subscribe(() => afterNextRender(() => goToMain(), { injector: this.injector }));
  }
}

/** Whoever works by keyboard goes on in the page that was opened, not at the top of the window. */
function goToMain(): void {
  const { activeElement, body } = document;
  if (activeElement === null || activeElement === body) document.querySelector('main')?.focus();
}
