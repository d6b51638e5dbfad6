import { Trash2 } from 'lucide-react';
import { maskParameters } from '@ignis/core/masks/mask';
import { putMask, setMask } from '@ignis/core/scene/edits/mask-edits';
import type { Kept } from '@ignis/core/scene/model/schema';
import { removeKept, renameKept, selectKept } from '@ignis/core/scene/edits/selection-edits';
import { liveEdit, useBench } from '../../state/bench';
import { NameField } from '../../ui/name-field';
import { ParameterControls } from '../../ui/parameter-controls';
import { BrushValues } from './mask';
import { Part } from './mask-part';
import { tip } from '../../ui/tip';
import { t } from '../../words/t';

// A selection lies in the scene, whatever layer it is made for; how dense it is is a matter of masks.
const { invert, smooth, grow, border, feather, contrast } = maskParameters;
const SELECTION = { invert, smooth, grow, border, feather, contrast };

/** What is selected of the scene, while it is worked on, and the selections that are kept. */
export function SelectionPanel() {
  const selection = useBench((s) => s.scene.selection);
  const kept = useBench((s) => s.scene.kept);
  const { change } = useBench.getState();
  const live = liveEdit(t`Change the selection`);
  return (
    <section
      aria-label={t`Selection`}
      className="mb-4 rounded-lg border border-line bg-ground/40 p-3"
    >
      <div className="flex items-center justify-between">
        <h2 className="text-[15px] font-semibold">{t`Selection`}</h2>
        {selection && (
          <button
            type="button"
            className="rounded px-1 text-sm text-dim hover:text-ink"
            onClick={() => change(t`Select nothing`, putMask('selection', null))}
          >
            {t`select nothing`}
          </button>
        )}
      </div>
      <BrushValues />
      {selection ? (
        <>
          {selection.parts.map((part) => (
            <Part key={part.id} owner="selection" part={part} />
          ))}
          <ParameterControls
            parameters={SELECTION}
            values={selection}
            onChange={(v) => live.change(setMask('selection', v))}
            onDone={live.done}
          />
        </>
      ) : (
        <p className="py-1 text-sm text-dim">
          {t`Nothing is selected. Draw on the picture, click a colour, or choose from “Select…”.`}
        </p>
      )}
      {kept.length > 0 && (
        <>
          <h3 className="mt-2 text-sm text-dim">{t`Saved`}</h3>
          {kept.map((k) => (
            <KeptRow key={k.id} kept={k} />
          ))}
        </>
      )}
    </section>
  );
}

/** One selection that is kept: its name, and to select it again. */
function KeptRow({ kept }: { kept: Kept }) {
  const { change } = useBench.getState();
  return (
    <div className="flex h-8 items-center gap-1">
      <NameField
        label={t`Name of ${kept.name}`}
        value={kept.name}
        onChange={(name) => change(t`Rename`, renameKept(kept.id, name))}
        className="min-w-0 flex-1 text-sm"
      />
      <button
        type="button"
        className="rounded px-1 text-sm text-dim hover:text-ink"
        onClick={() => change(t`Select`, selectKept(kept.id))}
      >
        {t`select`}
      </button>
      <button
        type="button"
        aria-label={t`Forget ${kept.name}`}
        {...tip(t`Forget`)}
        className="rounded p-1 text-dim hover:text-ink"
        onClick={() => change(t`Forget a selection`, removeKept(kept.id))}
      >
        <Trash2 size={13} />
      </button>
    </div>
  );
}
