import { useEffect } from 'react';
import { tinykeys } from 'tinykeys';
import { actions } from './actions/index';
import type { BenchDoes } from './actions/state';

/** Binds the keys of all actions: they act on the state that they find when they are pressed, and not while something is typed. */
export function useKeys(does: BenchDoes): void {
  useEffect(() => {
    const bindings: Record<string, (e: KeyboardEvent) => void> = {};
    const seen = new Set(actions(does).flatMap((a) => a.keys ?? []));
    for (const keys of seen)
      bindings[keys] = (e) => {
        const target = e.target as Element;
        const typing = target.closest('input:not([type=checkbox]), textarea, [contenteditable]');
        if (target.closest('[role=dialog], [role=menu], [role=listbox]')) return;
        if (typing && !(e.ctrlKey || e.metaKey)) return;
        if (typing && /\$mod\+[cvz]/.test(keys)) return;
        if (keys.includes('Arrow') && target.closest('[role=slider]')) return;
        const action = actions(does).find((a) => a.enabled && a.keys?.includes(keys));
        if (!action) return;
        e.preventDefault();
        action.run();
      };
    return tinykeys(window, bindings);
  }, [does]);
}
