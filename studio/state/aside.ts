import { toast } from 'sonner';
import type { Aside } from '@ignis/core/scene/model/salvage';
import { t } from '../words/t';

/** Tells what of a damaged scene is not in it, and where all of it still is. */
export function tellAside(aside: readonly Aside[], whole: string): void {
  if (aside.length === 0) return;
  console.error('Set aside', aside);
  const all = [...new Set(aside.map((a) => a.name))];
  const names = all.slice(0, 6);
  const more = all.length > names.length ? t` and ${all.length - names.length} more` : '';
  toast.warning(t`Parts of this scene were damaged or lost, and are set aside`, {
    description: `${names.join(', ')}${more}. ${whole}`,
    duration: 20_000,
  });
}
