import { everyLayer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../state/bench';
import { t } from '../../words/t';

interface Props {
  chosen: ReadonlySet<string>;
  onChange(chosen: Set<string>): void;
  disabled: boolean;
}

/** The layers of the scene, front first, to be chosen from. */
export function LayerList({ chosen, onChange, disabled }: Props) {
  const layers = useBench((s) => s.scene.layers);
  return (
    <fieldset className="flex gap-2" disabled={disabled}>
      <legend className="float-left w-20 text-dim">{t`Layers`}</legend>
      <ul className="max-h-32 flex-1 overflow-auto rounded-md bg-ground p-2">
        {everyLayer(layers)
          .filter((l) => !l.layers)
          .toReversed()
          .map((l) => (
            <li key={l.id}>
              <label className="flex items-center gap-2 py-0.5">
                <input
                  type="checkbox"
                  className="accent-[var(--ember)]"
                  checked={chosen.has(l.id)}
                  onChange={(e) => {
                    const next = new Set(chosen);
                    if (e.target.checked) next.add(l.id);
                    else next.delete(l.id);
                    onChange(next);
                  }}
                />
                {l.name}
                {!l.visible && <span className="text-dim">{t`(hidden)`}</span>}
              </label>
            </li>
          ))}
      </ul>
    </fieldset>
  );
}
