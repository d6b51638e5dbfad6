import ShadeSlider from '@uiw/react-color-shade-slider';
import Wheel from '@uiw/react-color-wheel';
import { useContext, useEffect, useState } from 'react';
import { HexColorInput } from 'react-colorful';
import type { ColourSpace } from '@ignis/core/pixels/colour-numbers';
import { colourNumbers, colourOf, colourSpaces } from '@ignis/core/pixels/colour-numbers';
import { useColours } from '../state/colours';
import { carried } from './carried';
import { ChoiceField } from './choice-field';
import type { ColourProps } from './colour-props';
import { ChannelSliders } from './channel-sliders';
import { ScenePalette } from './palette-context';
import { t } from '../words/t';

/** Lights of the harbour, to start from. */
const SWATCHES = [
  '#ff5a1f',
  '#ffb02e',
  '#ffe9c4',
  '#ff3d7f',
  '#c04dff',
  '#4d6bff',
  '#2fb8ff',
  '#26e0b0',
  '#9cff57',
  '#ffffff',
];

/** A colour by wheel, shade and numbers, or from those that are at hand. */
export default function Picker({ label, value, onChange, onDone }: ColourProps) {
  const { id, used, ofPicture } = useContext(ScenePalette);
  const recent = useColours((s) => s.lately[id]) ?? [];
  const space = useColours((s) => s.space);
  const [inPicture, setInPicture] = useState<readonly string[]>([]);
  useEffect(() => {
    let isOpen = true;
    // Without a picture there are none to choose from.
    ofPicture().then(
      (colours) => isOpen && setInPicture(colours),
      () => undefined,
    );
    return () => void (isOpen = false);
  }, [ofPicture]);
  const [h, s, v] = colourNumbers(value, 'hsv');
  const put = (hex: string) => onChange(hex.slice(0, 7).toLowerCase());
  const take = (colour: string) => {
    onChange(colour);
    onDone();
  };
  return (
    <>
      <Wheel
        width={150}
        height={150}
        className="self-center"
        color={{ h, s, v, a: 1 }}
        onChange={(c) => put(c.hex)}
      />
      <ShadeSlider
        hsva={{ h, s, v, a: 1 }}
        onChange={(shade) => onChange(colourOf([h, s, shade.v], 'hsv'))}
        className="rounded"
      />
      <div className="flex items-center gap-1">
        <HexColorInput
          prefixed
          aria-label={t`${label} as #rrggbb`}
          color={value}
          onChange={onChange}
          className="w-20 rounded bg-ground px-2 py-1 text-sm"
        />
        <span className="flex-1" />
        <ChoiceField
          label={t`Numbers`}
          value={space}
          options={colourSpaces.map(({ name, label: title }) => ({ value: name, label: title }))}
          onChange={(to) => useColours.setState({ space: to as ColourSpace['name'] })}
        />
      </div>
      <ChannelSliders value={value} space={space} onChange={onChange} onDone={onDone} />
      <Swatches title={t`Lately`} colours={recent} onTake={take} />
      <Swatches title={t`In this scene`} colours={used()} onTake={take} />
      <Swatches title={t`In the picture`} colours={inPicture} onTake={take} />
      <Swatches title={t`Lights of the harbour`} colours={SWATCHES} onTake={take} />
    </>
  );
}

function Swatches({
  title,
  colours,
  onTake,
}: {
  title: string;
  colours: readonly string[];
  onTake(colour: string): void;
}) {
  if (colours.length === 0) return null;
  return (
    <div role="group" aria-label={title}>
      <div className="pb-1 text-xs text-dim">{title}</div>
      <div className="grid grid-cols-10 gap-1">
        {colours.map((c) => (
          <button
            key={c}
            type="button"
            aria-label={c}
            data-tip={c}
            className="aspect-square rounded-sm border border-white/15"
            style={{ background: c }}
            onClick={() => onTake(c)}
            {...carried(c)}
          />
        ))}
      </div>
    </div>
  );
}
