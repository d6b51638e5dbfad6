import { useEffect } from 'react';
import { create } from 'zustand';
import type { Crossing } from '@ignis/core/sources/crossings';
import type { LineSource } from '@ignis/core/sources/line-source';
import { crossings } from '../workers/questions';
import { newestOnly } from './newest';
import { t } from '../words/t';

const NONE: readonly Crossing[] = [];

/** Where a line crosses itself, as last found. */
const useFound = create<{ of: string; all: readonly Crossing[] }>(() => ({ of: '', all: NONE }));

const ask = newestOnly(
  t`Where the line crosses itself could not be found`,
  ({ source }: { source: LineSource; of: string }) => crossings(source),
  ({ of }, all) => useFound.setState({ of, all }),
);

/** Where the line of a layer crosses itself, its own px, found again as it changes; nothing until it is. */
export function useCrossings(layer: string, source: LineSource): readonly Crossing[] {
  useEffect(() => ask({ source, of: layer }), [source, layer]);
  return useFound(({ of, all }) => (of === layer ? all : NONE));
}
