import type { Layer } from '@ignis/core/scene/model/schema';
import type { TextSource } from '@ignis/core/sources/text';

/** A layer that is a text. */
export type TextLayer = Layer & { source: TextSource };
