/**
 * Half way from one of some places, in order, to the next; of the last to the one before it; alone, to the farther end of
 * 0 to `whole`. To a thousandth of the whole.
 */
export function halfWay(places: readonly number[], index: number, whole: number): number {
  const own = places[index]!;
  const end = 2 * own < whole ? whole : 0;
  const other = places[index + 1] ?? places[index - 1] ?? end;
  return (Math.round((1000 * (own + other)) / (2 * whole)) * whole) / 1000;
}
