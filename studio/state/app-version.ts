import { toast } from 'sonner';
import { withoutIt } from './failure';
import { t } from '../words/t';

/** How long after the page has loaded the app is stored for use without a network, ms: the first picture comes first. */
const AFTER = 3000;

/** Stores the app for use without a network, and asks before a new version of it is taken. */
export function registerOffline(): void {
  if (!navigator.serviceWorker || import.meta.env.DEV) return;
  const begin = async () => {
    const { registerSW } = await import('virtual:pwa-register');
    const update = registerSW({
      onNeedRefresh() {
        toast(t`There is a new version of Ignis`, {
          id: 'version',
          duration: Infinity,
          description: t`It is used when you open Ignis next. What you work on is saved before.`,
          action: {
            label: t`Use it now`,
            onClick: () =>
              void import('./autosave')
                .then(({ flushSaves }) => flushSaves())
                .then(() => update(true)),
          },
        });
      },
      onRegisterError: withoutIt('The app could not be stored for use without a network'),
    });
  };
  setTimeout(() => void begin(), AFTER);
}
