import { Button } from '../../ui/button';
import { t } from '../../words/t';

/** How far an export is (0–1), and what ends it. */
export function Progress({ done, onCancel }: { done: number; onCancel(): void }) {
  const percent = Math.round(done * 100);
  return (
    <>
      <div
        role="progressbar"
        aria-label={t`Export`}
        aria-valuenow={percent}
        aria-valuemin={0}
        aria-valuemax={100}
        className="h-1.5 flex-1 overflow-hidden rounded bg-line"
      >
        <div className="h-full bg-ember transition-[width]" style={{ width: `${done * 100}%` }} />
      </div>
      <span className="w-10 text-right text-dim">{percent} %</span>
      <Button onClick={onCancel}>{t`Cancel`}</Button>
    </>
  );
}
