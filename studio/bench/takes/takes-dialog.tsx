import { Plus } from 'lucide-react';
import { useState } from 'react';
import { removeTake, renameTake, stateOf } from '@ignis/core/scene/edits/take-edits';
import type { Take } from '@ignis/core/scene/model/schema';
import { everyLayer } from '@ignis/core/scene/model/schema';
import { useBench } from '../../state/bench';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { Menu } from '../../ui/menu';
import { NameField } from '../../ui/name-field';
import { fetchLayer, goBackTo, saveNow } from '../commands/takes';
import { StatePicture, timeOf } from '../state-picture';
import { Comparison } from './comparison';
import { t } from '../../words/t';
import { HelpMark } from '../../help/help-mark';

/** The takes of the scene: saved, looked at beside it or beside each other, gone back to, taken from. */
export default function TakesDialog({ onClose }: { onClose(): void }) {
  const scene = useBench((s) => s.scene);
  const { takes = [] } = scene;
  const [chosen, setChosen] = useState<string | null>(null);
  const [beside, setBeside] = useState<string | null>(null);
  const take = takes.find((t) => t.id === chosen) ?? takes.at(-1);
  const other = takes.find((t) => t.id === beside && t !== take);
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={t`Takes`}
      mark={<HelpMark about="panel:takes" />}
      description={t`The scene as it was whenever you saved one. They stay in its file; undo goes on as before.`}
      width="w-[1140px]"
    >
      <div className="flex gap-5">
        <div className="flex w-52 shrink-0 flex-col gap-2">
          <Button look="ember" onClick={saveNow}>
            <Plus size={14} /> {t`Save it as it is now`}
          </Button>
          <ul
            aria-label={t`Takes`}
            className="flex max-h-[560px] flex-col gap-2 overflow-y-auto p-0.5"
          >
            {takes.toReversed().map((t) => (
              <li key={t.id}>
                <button
                  type="button"
                  aria-pressed={t === take}
                  onClick={() => setChosen(t.id)}
                  className="group block w-full rounded-lg p-1.5 text-left ring-line hover:bg-raised aria-pressed:bg-raised aria-pressed:ring-1"
                >
                  <StatePicture scene={t.scene} />
                  <span className="mt-1 block truncate text-sm">{t.name}</span>
                  <span className="block text-xs text-dim">{timeOf(t.at)}</span>
                </button>
              </li>
            ))}
          </ul>
        </div>
        <div className="flex min-w-0 flex-1 flex-col gap-3">
          {take ? (
            <>
              <Comparison
                first={take}
                second={other ?? { name: t`now`, scene: stateOf(scene) }}
                others={takes.filter((t) => t !== take)}
                onSecond={setBeside}
              />
              <About key={take.id} take={take} onClose={onClose} />
            </>
          ) : (
            <p className="grid h-[480px] place-items-center text-center text-dim">
              {t`Save a take before you try something else: then both stand side by side here, and nothing is lost.`}
            </p>
          )}
        </div>
      </div>
    </Dialog>
  );
}

/** What a take is called, and what can be done with it. */
function About({ take, onClose }: { take: Take; onClose(): void }) {
  const { change } = useBench.getState();
  return (
    <div className="flex items-center gap-2">
      <NameField
        label={t`Name of the take`}
        value={take.name}
        onChange={(name) => change(t`Rename a take “${name}”`, renameTake(take.id, name))}
        className="flex-1 py-1 font-medium"
      />
      <Button
        onClick={() => {
          goBackTo(take);
          onClose();
        }}
      >
        {t`Go back to it`}
      </Button>
      <Menu
        trigger={<Button>{t`Fetch a layer…`}</Button>}
        items={everyLayer(take.scene.layers)
          .toReversed()
          .map((l) => ({ label: l.name, run: () => fetchLayer(take, l.id) }))}
      />
      <Button
        onClick={() => change(`Delete “${take.name}”`, removeTake(take.id))}
      >{t`Delete`}</Button>
    </div>
  );
}
