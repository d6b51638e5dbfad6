import { createContext, useContext, useEffect, useId, useRef, useState } from 'react';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** What of the chain is folded to its heads. */
interface Folds {
  /** Sections, by `kind of layer/title`: remembered on this device, as layers of a kind are worked on alike. */
  sections: Readonly<Record<string, true>>;
  /** Kinds of steps and the like of which all values are seen, not only the first: remembered as sections are. */
  whole: Readonly<Record<string, true>>;
  /** Steps and their like, by id, that are otherwise than at first: folded, or open beside others. As long as the page is open. */
  switched: ReadonlySet<string>;
}

export const useFolds = create<Folds>()(
  persist<Folds, [], [], Pick<Folds, 'sections' | 'whole'>>(
    () => ({ sections: {}, whole: {}, switched: new Set<string>() }),
    { name: 'ignis-folds', partialize: ({ sections, whole }) => ({ sections, whole }) },
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

/** A part of the chain, as its rail shows it. */
export interface ChainPart {
  /** Null of what only adds one: the rail has no mark of it. */
  name: string | null;
  /** Whether it takes part; undefined if it cannot be turned off. */
  on: boolean | undefined;
  /** Whether it is a step, and not a section. */
  isStep: boolean;
  element: HTMLElement;
  /** How it folds; null if it does not. */
  fold: Fold | null;
}

/** The chain of a layer of some kind, and the parts that stand in it now. */
export interface ChainFolds {
  kind: string;
  parts: Map<string, ChainPart>;
  /** Called when parts come, go or change. */
  changed: Set<() => void>;
}

export const newChainFolds = (kind: string): ChainFolds => ({
  kind,
  parts: new Map(),
  changed: new Set(),
});

export const ChainFoldsContext = createContext<ChainFolds | null>(null);

/** A set of keys, as it is stored, with a key or without it. */
function having(keys: Readonly<Record<string, true>>, key: string, has: boolean) {
  const others = Object.entries(keys).filter(([k]) => k !== key);
  return Object.fromEntries(has ? [...others, [key, true as const]] : others);
}

function setSection(key: string, isOpen: boolean): void {
  useFolds.setState(({ sections }) => ({ sections: having(sections, key, !isOpen) }));
}

/** Shows all values of a kind of steps and the like, or the first alone. */
export function setWhole(kind: string, isWhole: boolean): void {
  useFolds.setState(({ whole }) => ({ whole: having(whole, kind, isWhole) }));
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
 */
export function useFold(given: Fold | undefined, title: string | null): Fold | null {
  const chain = useContext(ChainFoldsContext);
  const key = chain && title !== null ? `${chain.kind}/${title}` : null;
  const isFolded = useFolds((s) => key !== null && key in s.sections);
  if (given) return given;
  if (key === null) return null;
  return {
    isOpen: !isFolded,
    toggle: () => setSection(key, isFolded),
    set: (isOpen) => setSection(key, isOpen),
  };
}

/** Has a part stand in its chain, as it is now; returns the ref of its element. */
export function useChainPart(
  part: Omit<ChainPart, 'element'>,
): React.RefObject<HTMLDivElement | null> {
  const chain = useContext(ChainFoldsContext);
  const id = useId();
  const element = useRef<HTMLDivElement>(null);
  const notify = () => chain?.changed.forEach((listener) => listener());
  // How it folds is asked for when it is needed; only a change of what the rail shows is passed on at once.
  useEffect(() => {
    if (chain && element.current) chain.parts.set(id, { ...part, element: element.current });
  });
  useEffect(() => {
    notify();
    return () => {
      chain?.parts.delete(id);
      notify();
    };
  }, [chain, id, part.name, part.on]); // eslint-disable-line react-hooks/exhaustive-deps -- what the rail shows
  return element;
}

/** Folds or opens all that stands in a chain. */
export const foldAll = ({ parts }: ChainFolds, isOpen: boolean): void =>
  parts.forEach(({ fold }) => fold?.set(isOpen));

/** The parts of a chain in their order. */
export function useChainParts(chain: ChainFolds): readonly ChainPart[] {
  const [parts, setParts] = useState<readonly ChainPart[]>([]);
  useEffect(() => {
    const read = () =>
      setParts(
        [...chain.parts.values()].sort((a, b) =>
          a.element.compareDocumentPosition(b.element) & Node.DOCUMENT_POSITION_PRECEDING ? 1 : -1,
        ),
      );
    let asked = 0;
    const later = () => {
      cancelAnimationFrame(asked);
      asked = requestAnimationFrame(read);
    };
    chain.changed.add(later);
    later();
    return () => {
      cancelAnimationFrame(asked);
      chain.changed.delete(later);
    };
  }, [chain]);
  return parts;
}
