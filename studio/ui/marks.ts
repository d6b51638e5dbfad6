import type { MarkColour, MarkNames } from '@ignis/core/scene/model/marks';

/** How the marks of layers look, in dark and in light; colours of their own, that none is taken for the ember of what is chosen. */
export const MARK_CSS: Readonly<Record<MarkColour, string>> = {
  coral: '#e0645c',
  brass: '#b9962f',
  moss: '#6f9440',
  teal: '#2a9d96',
  slate: '#6b84a8',
  heather: '#a878b8',
};

/** What a mark is called in a scene: its name there, or its colour. */
export const markName = (colour: MarkColour, names: MarkNames | undefined): string =>
  names?.[colour] ?? `${colour[0]!.toUpperCase()}${colour.slice(1)}`;
