import { Button } from '../ui/button';
import { t } from '../words/t';

/** What is being done, how far it is (0–1), and what stops it. */
export interface Busy {
  doing: string;
  done: number;
  stop(): void;
}

/** Covers the shelf while a file is opened. */
export function BusyWith({ doing, done, stop }: Busy) {
  return (
    <div role="status" className="fixed inset-0 z-30 grid place-items-center bg-black/50">
      <div className="flex w-88 flex-col gap-3.5 rounded-xl border border-line bg-panel p-5 shadow-2xl">
        <span className="truncate font-semibold">{doing}</span>
        <progress
          value={done > 0 ? done : undefined}
          max={1}
          aria-label={doing}
          className="h-1.5 w-full appearance-none overflow-hidden rounded-full bg-raised [&::-webkit-progress-bar]:bg-raised [&::-webkit-progress-value]:bg-ember"
        />
        <Button className="self-end" onClick={stop}>
          {t`Stop`}
        </Button>
      </div>
    </div>
  );
}
