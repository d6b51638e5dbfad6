import type { PaintStroke } from '@ignis/core/brush/paint-brush';
import { usePaint } from '../../../state/paint';
import { ColourField } from '../../../ui/colour-field';
import { Hint, Way } from '../../stage/bar';

/** What a stroke does, and what it is called. */
export const WAYS: readonly { way: PaintStroke['way']; label: string; word: string }[] = [
  { way: 'over', label: 'Paint', word: 'paints' },
  { way: 'erase', label: 'Erase', word: 'erases' },
  { way: 'behind', label: 'Behind', word: 'paints behind what is there' },
  { way: 'within', label: 'Within', word: 'paints only where there is paint' },
];

/** What strokes do, and their colour. */
export function PaintTools() {
  const { way, colour } = usePaint();
  return (
    <>
      {WAYS.map((w) => (
        <Way
          key={w.way}
          on={way === w.way}
          label={w.label}
          onClick={() => usePaint.setState({ way: w.way })}
        />
      ))}
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
  );
}
