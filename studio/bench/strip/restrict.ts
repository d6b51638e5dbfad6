import type { Modifier } from '@dnd-kit/core';

/** Keeps a carried card on the strip: it moves along, not up or down. */
export const restrict: Modifier = ({ transform }) => ({ ...transform, y: 0 });
