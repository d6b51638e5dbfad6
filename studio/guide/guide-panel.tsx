import { Check, X } from 'lucide-react';
import { useEffect, useRef } from 'react';
import type { Scene } from '@ignis/core/scene/model/schema';
import { useBench } from '../state/bench';
import { leaveGuide, useGuide } from '../state/guide';
import { Button } from '../ui/button';
import { pieces, type Piece } from './pieces';
import { guideSteps } from './steps';
import { tip } from '../ui/tip';
import { t } from '../words/t';

/** The guided piece of the scene on the bench: what to do next. It goes on by itself when that is done. */
export function GuidePanel() {
  const { guide: id, scene } = useGuide();
  const isHere = useBench((s) => s.id === scene && scene !== null);
  const piece = pieces.find((p) => p.id === id);
  return piece && isHere ? <Guiding piece={piece} /> : null;
}

function Guiding({ piece }: { piece: Piece }) {
  const steps = guideSteps[piece.id]!;
  const step = useGuide((s) => s.step);
  const before = useRef<{ step: number; scene: Scene } | null>(null);
  useEffect(() => {
    const look = () => {
      const { scene, mode, gesture } = useBench.getState();
      if (before.current?.step !== step) before.current = { step, scene };
      const now = steps[step];
      // What is still being dragged is not done.
      if (!now || gesture) return;
      if (now.done({ scene, before: before.current.scene, mode }))
        useGuide.setState({ step: step + 1 });
    };
    look();
    return useBench.subscribe((state, last) => {
      const { scene, mode, gesture } = state;
      if (scene !== last.scene || mode !== last.mode || gesture !== last.gesture) look();
    });
  }, [steps, step]);

  const { title } = piece;
  const now = steps[step];
  return (
    <aside
      aria-label={title}
      className="absolute bottom-4 left-4 z-20 w-[320px] rounded-xl border border-ember/60 bg-panel p-4 shadow-2xl"
    >
      <header className="mb-2 flex items-center justify-between gap-2 text-xs text-dim">
        <span className="truncate">{title}</span>
        <button
          type="button"
          aria-label={t`Leave the guided piece`}
          {...tip(t`Leave it`)}
          onClick={leaveGuide}
          className="rounded p-1 hover:text-ink"
        >
          <X size={14} />
        </button>
      </header>
      <div aria-live="polite">
        {now ? (
          <>
            <p>{now.say}</p>
            {now.hint && <p className="mt-1 text-sm text-dim">{now.hint}</p>}
          </>
        ) : (
          <p>{t`Done. It is a scene of yours now: go on with it, or press Export.`}</p>
        )}
      </div>
      <footer className="mt-3 flex items-center gap-1.5">
        {steps.map((_, i) => (
          <span
            key={i}
            className={`grid size-4 place-items-center rounded-full border ${i < step ? 'border-ember bg-ember text-on-ember' : i === step ? 'border-ember' : 'border-line'}`}
          >
            {i < step && <Check size={10} strokeWidth={3} />}
          </span>
        ))}
        <span className="sr-only">{t`${Math.min(step + 1, steps.length)} of ${steps.length}`}</span>
        <span className="flex-1" />
        {now ? (
          <button
            type="button"
            onClick={() => useGuide.setState({ step: step + 1 })}
            className="rounded px-1.5 text-sm text-dim hover:text-ink"
          >
            {t`skip`}
          </button>
        ) : (
          <Button onClick={leaveGuide}>{t`Close`}</Button>
        )}
      </footer>
    </aside>
  );
}
