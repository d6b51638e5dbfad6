import { Pipette } from 'lucide-react';
import { Popover } from 'radix-ui';
import { lazy, Suspense, useContext, useRef, useState } from 'react';
import { rememberColour, useColours } from '../state/colours';
import type { ColourProps } from './colour-props';
import { ScenePalette } from './palette-context';
import { carried } from './carried';
import { withStableHandlers } from './with-stable-handlers';
import { tip } from './tip';
import { t } from '../words/t';

const Picker = lazy(() => import('./colour-picker'));

/** From the picker to what it stands beside, px. */
const GAP = 10;

/** A colour: a swatch that opens a picker. */
export const ColourField = withStableHandlers(function ColourField({
  label,
  value,
  onChange,
  onDone,
  side = 'left',
}: ColourProps) {
  const trigger = useRef<HTMLButtonElement>(null);
  const [offset, setOffset] = useState(GAP);
  const [open, setOpen] = useState(false);
  const { id: scene } = useContext(ScenePalette);
  // Beside the panel that the swatch stands in, so that no value of it is hidden.
  const measure = () => {
    const swatch = trigger.current!.getBoundingClientRect();
    const panel = trigger.current!.closest('aside')?.getBoundingClientRect();
    setOffset(GAP + (panel ? swatch.left - panel.left : 0));
  };
  const close = () => {
    rememberColour(scene, value);
    onDone();
  };
  return (
    <Popover.Root
      open={open}
      onOpenChange={(now) => {
        setOpen(now);
        if (now) measure();
        else close();
      }}
    >
      <Popover.Trigger
        ref={trigger}
        aria-label={`${label}, ${value}`}
        {...tip(t`${label}. Drag it onto a card to give a layer this colour`)}
        className="h-5 w-9 shrink-0 rounded border border-white/20"
        style={{ background: value }}
        {...carried(value)}
      />
      <Popover.Portal>
        <Popover.Content
          aria-label={label}
          side={side}
          sideOffset={offset}
          collisionPadding={8}
          className="z-50 flex w-60 flex-col gap-3 rounded-lg border border-line bg-panel p-3 shadow-2xl"
          onPointerUp={onDone}
          onKeyUp={onDone}
        >
          <div className="flex items-center justify-between text-xs text-dim">
            {label}
            <button
              type="button"
              data-tip={t`Pick a colour from the stage`}
              aria-label={t`Pick a colour from the stage`}
              onClick={() => {
                setOpen(false);
                useColours.setState({
                  picking: {
                    kind: 'colour',
                    take(colour) {
                      onChange(colour);
                      onDone();
                      rememberColour(scene, colour);
                    },
                  },
                });
              }}
              className="rounded p-1 hover:bg-raised hover:text-ink"
            >
              <Pipette size={15} />
            </button>
          </div>
          <Suspense fallback={<div className="h-80" />}>
            <Picker value={value} onChange={onChange} onDone={onDone} label={label} />
          </Suspense>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
});
