import { inject, provideEnvironmentInitializer, type EnvironmentProviders } from '@angular/core';
import { en_US, NzI18nService } from 'ng-zorro-antd/i18n';

/** The component library speaks English. A provider of the routes that use it, so that the rack need not load it. */
export const provideComponentWords = (): EnvironmentProviders =>
  provideEnvironmentInitializer(() => inject(NzI18nService).setLocale(en_US));
