import { Plus } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useEffect, useState } from 'react';
import { corner, smooth } from '@ignis/core/geometry/path';
import { newLine, newScene } from '@ignis/core/scene/make';
import { sources } from '@ignis/core/sources/index';
import { Button } from '../ui/button';
import { picture } from '../workers/engine';
import { addFill, addGrade } from './actions';
import { startDrawing } from './stage/drawing';

/** A small line of light, drawn by the renderer itself. */
function sampleLine() {
  const scene = newScene('', 240, 150, '#101010');
  scene.layers.push(
    newLine(
      '',
      {
        closed: false,
        anchors: [
          { ...corner(40, 112), out: { x: 30, y: -20 } },
          smooth(112, 74, 34, -8),
          { ...corner(200, 40), in: { x: -20, y: 40 } },
        ],
      },
      undefined,
      7,
    ),
  );
  return scene;
}

/** What a grade can do, at a glance. */
const GRADED = ['brightness(1.3)', 'saturate(0)', 'hue-rotate(150deg) saturate(1.6)'];

/** The palette of what a layer can be. */
export function AddLayer({ onPicture }: { onPicture(): void }) {
  const [open, setOpen] = useState(false);
  const [line, setLine] = useState<string | null>(null);
  useEffect(() => {
    if (!open || line) return;
    let gone = false;
    void picture({ scene: sampleLine(), side: 240, background: true }).then(
      (blob) => !gone && setLine(URL.createObjectURL(blob)),
    );
    return () => {
      gone = true;
    };
  }, [open, line]);

  const choose = (run: () => void) => () => {
    setOpen(false);
    run();
  };
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button className="h-11 shrink-0 px-4">
          <Plus size={16} /> Add a layer
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="top"
          align="end"
          sideOffset={12}
          collisionPadding={10}
          aria-label="Add a layer"
          className="z-50 grid w-[520px] grid-cols-2 items-start gap-3 rounded-xl border border-line bg-panel p-3 shadow-2xl"
          onCloseAutoFocus={(e) => e.preventDefault()}
        >
          <Kind label={sources.line.label} help={sources.line.help} onClick={choose(startDrawing)}>
            {line && <img src={line} alt="" className="h-full w-full object-cover" />}
          </Kind>
          <Kind
            label={sources.picture.label}
            help={sources.picture.help}
            onClick={choose(onPicture)}
          >
            <img
              src="/examples/blank-pier.png"
              alt=""
              className="h-full w-full object-cover"
              onError={(e) => e.currentTarget.remove()}
            />
          </Kind>
          <Kind label={sources.fill.label} help={sources.fill.help} onClick={choose(addFill)}>
            <span className="block h-full bg-[#233a66]" />
          </Kind>
          <Kind label={sources.grade.label} help={sources.grade.help} onClick={choose(addGrade)}>
            <span className="grid h-full grid-cols-3">
              {GRADED.map((filter) => (
                <img
                  key={filter}
                  src="/examples/blank-pier.png"
                  alt=""
                  className="h-full w-full object-cover"
                  style={{ filter }}
                  onError={(e) => e.currentTarget.remove()}
                />
              ))}
            </span>
          </Kind>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function Kind({
  label,
  help,
  onClick,
  children,
}: {
  label: string;
  help: string;
  onClick(): void;
  children: React.ReactNode;
}) {
  return (
    <button type="button" onClick={onClick} className="rounded-lg p-2 text-left hover:bg-raised">
      <span className="mb-2 block aspect-[8/5] overflow-hidden rounded-md bg-[#101010]">
        {children}
      </span>
      <span className="block text-sm font-semibold">{label}</span>
      <span className="block text-xs text-dim">{help}</span>
    </button>
  );
}
