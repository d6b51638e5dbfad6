import { createContext, useContext, useEffect, useId, useRef } from 'react';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** What of the chain is folded to its heads. */
interface Folds {
  /** Sections, by `kind of layer/title`: remembered on this device, as layers of a kind are worked on alike. */
  sections: Readonly<Record<string, true>>;
  /** Steps and their like, by id, that are otherwise than at first: folded, or open beside others. As long as the page is open. */
  switched: ReadonlySet<string>;
}

export const useFolds = create<Folds>()(
  persist<Folds, [], [], Pick<Folds, 'sections'>>(
    () => ({ sections: {}, switched: new Set<string>() }),
    { name: 'ignis-folds', partialize: ({ sections }) => ({ sections }) },
  ),
);

/** Whether a part of the chain is open, and what opens or folds it. */
export interface Fold {
  isOpen: boolean;
  /** As its own button does it. */
  toggle(): void;
  /** As one of all. */
  set(isOpen: boolean): void;
}

/** The chain of a layer of some kind, and how each part that stands in it now folds. */
export interface ChainFolds {
  kind: string;
  parts: Map<string, (isOpen: boolean) => void>;
}

export const ChainFoldsContext = createContext<ChainFolds | null>(null);

function setSection(key: string, isOpen: boolean): void {
  const others = Object.keys(useFolds.getState().sections).filter((k) => k !== key);
  const folded = isOpen ? others : [...others, key];
  useFolds.setState({ sections: Object.fromEntries(folded.map((k) => [k, true])) });
}

/** Switches a step or its like to what it is not at first, or back. */
export function switchFold(id: string, isSwitched: boolean): void {
  useFolds.setState(({ switched }) => {
    const next = new Set(switched);
    if (isSwitched) next.add(id);
    else next.delete(id);
    return { switched: next };
  });
}

/**
 * How a part of the chain folds: as it is `given`, or by the title of a section, for all layers of a kind; null if by neither.
 * It folds with all others of its chain.
 */
export function useFold(given: Fold | undefined, title: string | null): Fold | null {
  const chain = useContext(ChainFoldsContext);
  const key = chain && title !== null ? `${chain.kind}/${title}` : null;
  const isFolded = useFolds((s) => key !== null && key in s.sections);
  const section: Fold | null =
    key === null
      ? null
      : {
          isOpen: !isFolded,
          toggle: () => setSection(key, isFolded),
          set: (isOpen) => setSection(key, isOpen),
        };
  const fold = given ?? section;
  const part = useId();
  const latest = useRef(fold);
  latest.current = fold;
  const folds = fold !== null;
  useEffect(() => {
    if (!chain || !folds) return;
    chain.parts.set(part, (isOpen) => latest.current?.set(isOpen));
    return () => void chain.parts.delete(part);
  }, [chain, folds, part]);
  return fold;
}

/** Folds or opens all that stands in a chain. */
export const foldAll = ({ parts }: ChainFolds, isOpen: boolean): void =>
  parts.forEach((set) => set(isOpen));
