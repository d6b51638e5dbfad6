import { createContext, useContext, useEffect } from 'react';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** What of the chain is folded to its heads. */
interface Folds {
  /** Sections, by `kind of layer/title`: remembered on this device, as layers of a kind are worked on alike. */
  sections: Readonly<Record<string, true>>;
  /** Steps, by id, as long as the page is open. */
  steps: ReadonlySet<string>;
}

export const useFolds = create<Folds>()(
  persist<Folds, [], [], Pick<Folds, 'sections'>>(
    () => ({ sections: {}, steps: new Set<string>() }),
    { name: 'ignis-folds', partialize: ({ sections }) => ({ sections }) },
  ),
);

/** The kind of layer that a chain is of, and the sections that stand in it now. */
export interface ChainSections {
  kind: string;
  shown: Set<string>;
}

export const SectionsContext = createContext<ChainSections | null>(null);

/** Whether a part of the chain is open, and what opens or folds it. */
export interface Fold {
  isOpen: boolean;
  toggle(): void;
}

function withSections(keys: Iterable<string>, folded: boolean): Folds['sections'] {
  const changed = new Set(keys);
  const others = Object.keys(useFolds.getState().sections).filter((key) => !changed.has(key));
  return Object.fromEntries([...others, ...(folded ? changed : [])].map((key) => [key, true]));
}

/** The fold of a section by its title; null for a part of the chain that has none. */
export function useSection(title: string | null): Fold | null {
  const chain = useContext(SectionsContext);
  const key = chain && title !== null ? `${chain.kind}/${title}` : null;
  const isFolded = useFolds((s) => key !== null && key in s.sections);
  useEffect(() => {
    if (!key || !chain) return;
    chain.shown.add(key);
    return () => void chain.shown.delete(key);
  }, [chain, key]);
  if (key === null) return null;
  return {
    isOpen: !isFolded,
    toggle: () => useFolds.setState({ sections: withSections([key], !isFolded) }),
  };
}

/** Folds or opens one step. */
export const foldStep = (id: string, folded: boolean): void =>
  void useFolds.setState(({ steps }) => {
    const next = new Set(steps);
    if (folded) next.add(id);
    else next.delete(id);
    return { steps: next };
  });

/** Folds or opens all that stands in a chain. */
export function foldAll({ shown }: ChainSections, steps: readonly string[], folded: boolean): void {
  useFolds.setState({ sections: withSections(shown, folded) });
  for (const id of steps) foldStep(id, folded);
}
