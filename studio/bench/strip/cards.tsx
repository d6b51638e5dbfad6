import { ChevronLeft, ChevronRight } from 'lucide-react';
import type { Layer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../state/bench';
import { fold } from '../commands/strip';
import { Card } from './card';
import type { Drop } from './drop';
import { tip } from '../../ui/tip';
import { plural, t } from '../../words/t';

interface Props {
  layers: readonly Layer[];
  small: boolean;
  drop: Drop | null;
  /** The layers that a search has found; null for all. */
  found: ReadonlySet<string> | null;
}

/** Cards of one list, groups as brackets round their own. */
export function Cards({ layers, ...rest }: Props) {
  const { small, drop, found } = rest;
  return layers
    .filter((l) => found?.has(l.id) ?? true)
    .map((l) =>
      l.layers ? (
        <Group key={l.id} layer={l} layers={l.layers} {...rest} />
      ) : (
        <Card key={l.id} layer={l} small={small} drop={drop?.over === l.id ? drop.how : null} />
      ),
    );
}

/** A group as a bracket round its cards; folded, only its own card is left. */
function Group({ layer, layers, ...rest }: Props & { layer: Layer }) {
  const { small, drop, found } = rest;
  // What is found in it is seen.
  const folded = useBench((s) => s.folded.has(layer.id)) && !found;
  const count = plural(layers.length, '1 layer', '# layers');
  return (
    <li
      aria-label={t`Group ${layer.name}, ${count}`}
      className="flex shrink-0 items-center in-data-[wraps=true]:max-w-full in-data-[wraps=true]:flex-wrap gap-2 rounded-xl border-x-2 border-dim/60 bg-ground/60 px-1.5 py-1"
    >
      <ul className="contents">
        <Card layer={layer} small={small} drop={drop?.over === layer.id ? drop.how : null} />
        <li className="contents">
          <button
            type="button"
            aria-expanded={!folded}
            aria-label={`${folded ? t`Unfold` : t`Fold`} ${layer.name}`}
            {...tip(folded ? t`Show its ${count}` : t`Fold its layers away`)}
            onClick={() => fold(layer.id)}
            className="grid h-16 w-4 shrink-0 place-items-center rounded text-dim hover:bg-raised hover:text-ink"
          >
            {folded ? <ChevronRight size={14} /> : <ChevronLeft size={14} />}
          </button>
        </li>
        {!folded && <Cards layers={layers} {...rest} />}
      </ul>
    </li>
  );
}
