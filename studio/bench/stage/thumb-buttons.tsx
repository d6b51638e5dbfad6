import { Redo2, Undo2 } from 'lucide-react';
import { useBench } from '../../state/bench';
import { t } from '../../words/t';
import { redo, undo } from '../commands/undo';

const BUTTON =
  'grid size-11 place-items-center rounded-full border border-line bg-raised shadow-lg active:border-ember disabled:opacity-40';

/** Undo and redo where the thumb of a hand that holds a tablet reaches them: only where fingers are what the screen is used by. */
export function ThumbButtons() {
  const canUndo = useBench((s) => s.history.past.length > 0);
  const canRedo = useBench((s) => s.history.future.length > 0);
  return (
    <div className="absolute bottom-4 left-3 z-10 hidden gap-2 pointer-coarse:flex">
      <button
        type="button"
        aria-label={t`Undo`}
        disabled={!canUndo}
        onClick={undo}
        className={BUTTON}
      >
        <Undo2 size={20} />
      </button>
      <button
        type="button"
        aria-label={t`Redo`}
        disabled={!canRedo}
        onClick={redo}
        className={BUTTON}
      >
        <Redo2 size={20} />
      </button>
    </div>
  );
}
