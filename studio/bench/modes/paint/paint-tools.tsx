import type { PaintStroke } from '@ignis/core/brush/paint-brush';
import type { LayerOf } from '@ignis/core/scene/model/traits';
import { chooseStrokes, useChosenStrokes, usePaint } from '../../../state/paint';
import { ColourField } from '../../../ui/colour-field';
import { Hint, Way } from '../../stage/bar';
import { ChosenTools } from './chosen-tools';

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
        <ChosenTools home={{ layer: layer.id }} chosen={chosen} />
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
