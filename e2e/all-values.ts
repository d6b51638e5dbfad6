/** Values are set by their names in tests and benchmarks, also those that an artist opens first. */
import type { BrowserContext, Page } from '@playwright/test';
import { modifiers } from '../core/modifiers/index';
import { steps } from '../core/steps/index';

const KINDS = [...steps, ...modifiers].map((d) => d.kind);

/** Has the pages that are opened from now on show every value of a step, not what matters first alone. */
export const openAllValues = (pages: Page | BrowserContext): Promise<unknown> =>
  pages.addInitScript((kinds) => {
    const whole = Object.fromEntries(kinds.map((kind) => [kind, true]));
    if (!localStorage.getItem('ignis-folds'))
      localStorage.setItem(
        'ignis-folds',
        JSON.stringify({ state: { sections: {}, whole }, version: 0 }),
      );
  }, KINDS);
