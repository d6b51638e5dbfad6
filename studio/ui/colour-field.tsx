import { Popover } from 'radix-ui';
import { useRef, useState } from 'react';
import { HexColorInput, HexColorPicker } from 'react-colorful';

interface Props {
  label: string;
  value: string;
  onChange(value: string): void;
  onDone(): void;
}

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

/** From the picker to what it stands beside, px. */
const GAP = 10;

/** A colour: a swatch that opens a picker, with a field for #rrggbb. */
export function ColourField({ label, value, onChange, onDone }: Props) {
  const trigger = useRef<HTMLButtonElement>(null);
  const [offset, setOffset] = useState(GAP);
  // Beside the panel that the swatch stands in, so that no value of it is hidden.
  const measure = () => {
    const swatch = trigger.current!.getBoundingClientRect();
    const panel = trigger.current!.closest('aside')?.getBoundingClientRect();
    setOffset(GAP + (panel ? swatch.left - panel.left : 0));
  };
  return (
    <Popover.Root onOpenChange={(open) => (open ? measure() : onDone())}>
      <Popover.Trigger
        ref={trigger}
        aria-label={`${label}, ${value}`}
        title={label}
        className="h-5 w-9 shrink-0 rounded border border-white/20"
        style={{ background: value }}
      />
      <Popover.Portal>
        <Popover.Content
          side="left"
          sideOffset={offset}
          collisionPadding={8}
          className="z-50 w-56 rounded-lg border border-line bg-panel p-3 shadow-2xl"
          onPointerUp={onDone}
          onKeyUp={onDone}
        >
          <div className="mb-2 text-xs text-dim">{label}</div>
          <HexColorPicker
            color={value}
            onChange={onChange}
            style={{ width: '100%', height: 150 }}
          />
          <div className="mt-3 grid grid-cols-10 gap-1">
            {SWATCHES.map((c) => (
              <button
                key={c}
                type="button"
                aria-label={c}
                className="aspect-square rounded-sm border border-white/15"
                style={{ background: c }}
                onClick={() => {
                  onChange(c);
                  onDone();
                }}
              />
            ))}
          </div>
          <HexColorInput
            prefixed
            aria-label={`${label} as #rrggbb`}
            color={value}
            onChange={onChange}
            className="mt-3 w-full rounded bg-ground px-2 py-1 text-sm"
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
