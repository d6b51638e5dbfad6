import { mirrorKinds, type Mirror } from '@ignis/core/brush/mirror';
import { isTaking } from '@ignis/core/brush/paint-brush';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { useBench } from '../../../state/bench';
import { mirrorOf, useMirror } from '../../../state/mirror';
import { chooseStrokes, useChosenStrokes, useFilling, usePaint } from '../../../state/paint';
import { ColourField } from '../../../ui/colour-field';
import { DropDown, Hint, Way } from '../../stage/bar';
import { fillSelection } from './fill';
import { ChosenTools } from './chosen-tools';
import { WAYS } from './ways';
import { t } from '../../../words/t';

/** What strokes do, and their colour; or what is done with those that are chosen. */
export function PaintTools({ layer }: { layer: LayerOf<'paint'> }) {
  const { way, colour, colours } = usePaint();
  const takes = isTaking({ way, brush: { colours } });
  const chosen = useChosenStrokes((s) => s.chosen);
  const filling = useFilling((s) => s.on);
  const mirror = mirrorOf(
    useMirror(),
    useBench((s) => s.id),
  );
  return (
    <>
      {WAYS.map((w) => (
        <Way
          key={w.way}
          on={chosen === null && !filling && way === w.way}
          label={w.label}
          onClick={() => {
            chooseStrokes(null);
            usePaint.setState({ way: w.way });
          }}
        />
      ))}
      <Way on={chosen !== null} label={t`Take hold`} onClick={() => chooseStrokes(chosen ?? [])} />
      {chosen !== null ? (
        <ChosenTools home={{ layer: layer.id }} chosen={chosen} />
      ) : (
        <>
          {way !== 'erase' && !takes && (
            <ColourField
              label={t`Colour of the brush`}
              value={colour}
              onChange={(c) => usePaint.setState({ colour: c })}
              onDone={() => undefined}
              side="bottom"
            />
          )}
          <DropDown
            label={filling ? t`Fills a colour` : t`Fill`}
            items={[
              { label: t`What is selected`, run: () => void fillSelection(layer) },
              { label: t`A colour, by a click`, run: () => useFilling.setState({ on: true }) },
              ...(filling
                ? [{ label: t`Back to painting`, run: () => useFilling.setState({ on: false }) }]
                : []),
            ]}
          />
          <DropDown
            label={mirrorKinds.find((k) => k.value === mirror.kind)!.label}
            items={[
              ...mirrorKinds.map(({ value, label }) => ({
                label,
                run: () => setMirror({ kind: value }),
              })),
              ...(mirror.kind === 'round'
                ? [
                    null,
                    ...[3, 4, 5, 6, 8, 12].map((count) => ({
                      label: t`${count} times`,
                      run: () => setMirror({ count }),
                    })),
                  ]
                : []),
            ]}
          />
          <Hint>
            {filling
              ? t`Click a colour; how far it reaches is set in the chain`
              : takes
                ? t`Drag the mark to where colours are taken from`
                : t`Shift goes straight on; [ and ] change the size`}
          </Hint>
        </>
      )}
    </>
  );
}

/** Mirrors painting; where it was not mirrored before, over the middle of the scene. */
function setMirror(values: Partial<Mirror>): void {
  const { id, scene } = useBench.getState();
  const before = mirrorOf(useMirror.getState(), id);
  const middle = { x: scene.width / 2, y: scene.height / 2 };
  useMirror.setState({ ...before, ...(before.kind === 'none' && { at: middle }), ...values });
}
