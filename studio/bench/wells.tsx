import { ImagePlus } from 'lucide-react';
import { emptyWells } from '@ignis/core/scene/edits/picture-edits';
import { useBenchThrottled } from '../state/bench';
import { Button } from '../ui/button';
import { PictureChooser } from './picture-chooser';
import { t } from '../words/t';

/** The pictures that a look from the library still asks for; nothing if there are none. */
export function Wells() {
  const wells = emptyWells(useBenchThrottled((s) => s.scene.layers));
  if (wells.length === 0) return null;
  return (
    <section
      aria-label={t`Pictures that are asked for`}
      className="absolute bottom-4 left-4 z-20 flex max-w-[70%] flex-wrap items-center gap-2 rounded-lg border border-ember/60 bg-raised py-1.5 pr-1.5 pl-3.5 text-sm shadow-lg"
    >
      <span>{t`Put your own in:`}</span>
      {wells.map(({ id, asks }) => (
        <PictureChooser key={id} layer={id} label={t`A picture for ${asks}`}>
          {(open) => (
            <Button onClick={open}>
              <ImagePlus size={15} /> {asks}
            </Button>
          )}
        </PictureChooser>
      ))}
    </section>
  );
}
