import type { MarkColour, MarkNames } from '@ignis/core/scene/model/marks';
import { t } from '../words/t';

/** How the marks of layers look, in dark and in light; colours of their own, that none is taken for the ember of what is chosen. */
export const MARK_CSS: Readonly<Record<MarkColour, string>> = {
  coral: '#e0645c',
  brass: '#b9962f',
  moss: '#6f9440',
  teal: '#2a9d96',
  slate: '#6b84a8',
  heather: '#a878b8',
};

const OF_COLOURS: Readonly<Record<MarkColour, string>> = {
  coral: t`Coral`,
  brass: t`Brass`,
  moss: t`Moss`,
  teal: t`Teal`,
  slate: t`Slate`,
  heather: t`Heather`,
};

/** What a mark is called in a scene: its name there, or its colour. */
export const markName = (colour: MarkColour, names: MarkNames | undefined): string =>
  names?.[colour] ?? OF_COLOURS[colour];
