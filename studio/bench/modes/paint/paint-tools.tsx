import type { PaintStroke } from '@ignis/core/brush/paint-brush';
import { carryStrokes, removeStrokes, setStrokes } from '@ignis/core/scene/edits/paint-edits';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { liveEdit, useBench } from '../../../state/bench';
import { chooseStrokes, useChosenStrokes, usePaint } from '../../../state/paint';
import { ColourField } from '../../../ui/colour-field';
import { Hint, Small, Way } from '../../stage/bar';

/** What a stroke does, and what it is called. */
export const WAYS: readonly { way: PaintStroke['way']; label: string; word: string }[] = [
  { way: 'over', label: 'Paint', word: 'paints' },
  { way: 'erase', label: 'Erase', word: 'erases' },
  { way: 'behind', label: 'Behind', word: 'paints behind what is there' },
  { way: 'within', label: 'Within', word: 'paints only where there is paint' },
];

/** What strokes do, and their colour; or what is done with those that are chosen. */
export function PaintTools({ layer }: { layer: LayerOf<'paint'> }) {
  const { way, colour } = usePaint();
  const chosen = useChosenStrokes((s) => s.chosen);
  return (
    <>
      {WAYS.map((w) => (
        <Way
          key={w.way}
          on={chosen === null && way === w.way}
          label={w.label}
          onClick={() => {
            chooseStrokes(null);
            usePaint.setState({ way: w.way });
          }}
        />
      ))}
      <Way on={chosen !== null} label="Take hold" onClick={() => chooseStrokes(chosen ?? [])} />
      {chosen !== null ? (
        <ChosenTools layer={layer} chosen={chosen} />
      ) : (
        <>
          {way !== 'erase' && (
            <ColourField
              label="Colour of the brush"
              value={colour}
              onChange={(c) => usePaint.setState({ colour: c })}
              onDone={() => undefined}
              side="bottom"
            />
          )}
          <Hint>Shift goes straight on from the last stroke; [ and ] change the size</Hint>
        </>
      )}
    </>
  );
}

/** What can be done with strokes that are chosen. */
function ChosenTools({ layer, chosen }: { layer: LayerOf<'paint'>; chosen: readonly string[] }) {
  const first = layer.source.strokes.find((s) => chosen.includes(s.id));
  if (!first) return <Hint>Click a stroke, with Shift more of them; or drag a box round many</Hint>;
  const live = liveEdit('Recolour strokes');
  const carry = (to: 'front' | 'back') => () =>
    useBench.getState().change('Carry strokes', carryStrokes(layer.id, chosen, to));
  return (
    <>
      <ColourField
        label="Colour of the strokes"
        value={first.colour}
        onChange={(c) => live.change(setStrokes(layer.id, chosen, { colour: c }))}
        onDone={live.done}
        side="bottom"
      />
      <Small label="To the front" onClick={carry('front')} />
      <Small label="To the back" onClick={carry('back')} />
      <Small label="Delete" onClick={() => removeChosen(layer)} />
      <Hint>{chosen.length === 1 ? '1 stroke' : `${chosen.length} strokes`}</Hint>
    </>
  );
}

/** Deletes the strokes that are chosen; whether there were any. */
export function removeChosen(layer: LayerOf<'paint'>): boolean {
  const { chosen } = useChosenStrokes.getState();
  if (!chosen || chosen.length === 0) return false;
  useBench.getState().change('Delete strokes', removeStrokes(layer.id, chosen));
  chooseStrokes([]);
  return true;
}
