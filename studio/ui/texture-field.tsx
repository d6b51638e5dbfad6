import { ChevronDown } from 'lucide-react';
import { Popover, RadioGroup } from 'radix-ui';
import { useState } from 'react';
import type { ChoiceParameter } from '@ignis/core/definitions/parameter';
import { newFill, newScene } from '@ignis/core/scene/model/make';
import type { Scene } from '@ignis/core/scene/model/schema';
import { textures } from '@ignis/core/textures/index';
import { useScenePictures } from '../state/scene-pictures';
import { tip } from './tip';
import { t } from '../words/t';

/** The size of a small picture, px of the page; it is made twice as fine. */
const [WIDTH, HEIGHT] = [92, 60];

/** A texture in its natural colours, at a size at which it is recognised. */
function sample({ kind, colours }: (typeof textures)[number]): Scene {
  const scene = newScene('', 2 * WIDTH, 2 * HEIGHT, '#15171c');
  const fill = newFill('', '#000000');
  Object.assign(fill.source.paint, { paint: 'texture', texture: kind, ramp: colours, size: 60 });
  scene.layers.push(fill);
  return scene;
}

/** One of the textures, or of a few words before them, chosen by small pictures under their headings. */
export function TextureField({
  parameter: { label, options },
  value,
  onChange,
}: {
  parameter: ChoiceParameter;
  value: string;
  onChange(value: string): void;
}) {
  const [open, setOpen] = useState(false);
  const pictures = useScenePictures(open, () => textures.map(sample), 2 * WIDTH);
  const pictured = new Map(textures.map((t, i) => [t.kind, { help: t.help, url: pictures[i] }]));
  const families = [...new Set(options.map((o) => o.family))];
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        aria-label={label}
        className="inline-flex items-center gap-1 rounded px-1.5 py-0.5 text-sm hover:bg-raised"
      >
        {t(options.find((o) => o.value === value)?.label ?? '')}
        <ChevronDown size={13} className="text-dim" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="left"
          align="start"
          sideOffset={10}
          collisionPadding={10}
          aria-label={label}
          className="z-50 max-h-[calc(100vh-20px)] w-[430px] overflow-y-auto rounded-xl border border-line bg-panel p-3 shadow-2xl"
        >
          <RadioGroup.Root value={value} onValueChange={onChange} aria-label={label}>
            {families.map((family) => (
              <div key={family ?? ''} className="mb-2">
                {family && <h3 className="mb-1 text-xs text-dim">{family}</h3>}
                <div className="grid grid-cols-4 gap-1.5">
                  {options
                    .filter((o) => o.family === family)
                    .map((o) => (
                      <RadioGroup.Item
                        key={o.value}
                        value={o.value}
                        {...tip(t(pictured.get(o.value)?.help))}
                        onClick={() => setOpen(false)}
                        className="rounded-md border border-transparent p-1 text-left text-xs hover:bg-raised data-[state=checked]:border-ember"
                      >
                        {pictured.has(o.value) && <Small url={pictured.get(o.value)!.url} />}
                        <span className="block truncate pt-0.5">{t(o.label)}</span>
                      </RadioGroup.Item>
                    ))}
                </div>
              </div>
            ))}
          </RadioGroup.Root>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

const Small = ({ url }: { url: string | undefined }) => (
  <span
    className={`block overflow-hidden rounded bg-ground ${url ? '' : 'animate-pulse'}`}
    style={{ height: HEIGHT }}
  >
    {url && <img src={url} alt="" className="size-full object-cover" />}
  </span>
);
