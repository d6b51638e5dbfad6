/** What one part of a render cost. */
export interface Cost {
  /** The layer it belongs to; null for the scene itself. */
  layer: string | null;
  /** `source`, `mask`, `blend`, `beneath`, `end`, `pictures`, or the id of a step. */
  part: string;
  /** Milliseconds, without the parts that were measured within it. */
  took: number;
  /** Bytes of its result. */
  bytes: number;
  /** Whether the result was already cached. */
  cached: boolean;
}

/** Measures the parts of a render; parts may stand within one another. */
export interface Meter {
  costs: Cost[];
  measure<T>(layer: string | null, part: string, work: () => T, bytes?: (made: T) => number): T;
  /** Notes that the part being measured was not cached. */
  made(): void;
}

/** A meter by a clock, in milliseconds. */
export function meterBy(now: () => number): Meter {
  const costs: Cost[] = [];
  const open: { within: number; made: boolean }[] = [];
  return {
    costs,
    made: () => {
      const own = open.at(-1);
      if (own) own.made = true;
    },
    measure(layer, part, work, bytes) {
      const own = { within: 0, made: false };
      open.push(own);
      const started = now();
      try {
        const value = work();
        const took = now() - started;
        costs.push({
          layer,
          part,
          took: Math.max(0, took - own.within),
          bytes: bytes?.(value) ?? 0,
          cached: bytes !== undefined && !own.made,
        });
        return value;
      } finally {
        open.pop();
        const outer = open.at(-1);
        if (outer) outer.within += now() - started;
      }
    },
  };
}

/** A meter that measures nothing. */
export const noMeter: Meter = {
  costs: [],
  made: () => undefined,
  measure: (_layer, _part, work) => work(),
};

/** What one layer cost, or one part of the scene that belongs to none. */
export interface LayerCost extends Omit<Cost, 'part'> {
  /** Null for a part of the scene itself, which then is the only one. */
  layer: string | null;
  /** In the order they were made. */
  parts: Cost[];
}

/**
 * Costs by layer, the slowest first. A layer counts as cached if all its results were: blending has none of its
 * own, and does not count.
 */
export function costsByLayer(costs: readonly Cost[]): LayerCost[] {
  const layers = new Map<string, LayerCost>();
  for (const cost of costs) {
    const key = cost.layer ?? `/${cost.part}`;
    const sum = layers.get(key) ?? {
      layer: cost.layer,
      took: 0,
      bytes: 0,
      cached: true,
      parts: [],
    };
    sum.took += cost.took;
    sum.bytes += cost.bytes;
    sum.cached &&= cost.cached || cost.part === 'blend';
    sum.parts.push(cost);
    layers.set(key, sum);
  }
  return [...layers.values()].sort((a, b) => b.took - a.took);
}
