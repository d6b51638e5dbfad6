/** Focuses an element that a change has made or moved, once it stands there: the first within another that a selector finds. */
export const focusSoon = (within: () => Element | null, selector: string): void =>
  void requestAnimationFrame(() =>
    within()?.querySelector<HTMLElement | SVGElement>(selector)?.focus(),
  );
