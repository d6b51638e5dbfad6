import { Tooltip } from 'radix-ui';
import { useEffect, useState } from 'react';
import type { TipSide } from './tip';

/** How long something is pointed at before it says what it is, and how soon the next does after it, ms. */
const PAUSE = 600;
const SOON = 80;
/** For so long after one is gone the next comes soon, ms. */
const AFTER = 500;

/** From the rows of a panel to what lies beside it, px. */
const BESIDE_PANEL = 46;

/** What a tooltip says, beside which box of the window. */
interface Shown {
  text: string;
  side: TipSide;
  box: DOMRect;
}

/** The words of a tooltip, and the key in brackets at its end. */
function parts(text: string): { words: string; keys: string | null } {
  const found = /^(.*?)\s*\(\s([^()]+?)\s\)\.?$/s.exec(text);
  return found ? { words: found[1]!, keys: found[2]! } : { words: text, keys: null };
}

/** The element that has a tooltip, at or around another; null if none has. */
const tippedFrom = (target: EventTarget | null): Element | null =>
  target instanceof Element ? target.closest('[data-tip]') : null;

/** Calls back with what is pointed at long enough, or reached by keys; null when it is left. */
function watchTips(show: (shown: Shown | null) => void): () => void {
  const stop = new AbortController();
  let element: Element | null = null;
  let timer = 0;
  let isShown = false;
  let goneAt = -Infinity;
  const leave = () => {
    window.clearTimeout(timer);
    element = null;
    if (isShown) goneAt = performance.now();
    isShown = false;
    show(null);
  };
  const reach = (to: Element | null) => {
    if (to === element) return;
    if (element) leave();
    if (!to) return;
    element = to;
    const pause = performance.now() - goneAt < AFTER ? SOON : PAUSE;
    timer = window.setTimeout(() => {
      const text = to.getAttribute('data-tip');
      if (!text || !to.isConnected) return;
      isShown = true;
      const side = (to.getAttribute('data-tip-side') ?? 'bottom') as TipSide;
      show({ text, side, box: to.getBoundingClientRect() });
    }, pause);
  };
  const on = <K extends keyof DocumentEventMap>(
    type: K,
    listener: (e: DocumentEventMap[K]) => void,
  ) =>
    document.addEventListener(type, listener, {
      ...{ capture: true, passive: true, signal: stop.signal },
    });
  on('pointerover', (e) => {
    // Whatever is dragged is not asked about.
    if (e.pointerType === 'mouse' && e.buttons === 0) reach(tippedFrom(e.target));
  });
  on('pointerdown', leave);
  on('wheel', leave);
  on('keydown', leave);
  on('scroll', leave);
  on('focusin', (e) => {
    if (e.target instanceof Element && e.target.matches(':focus-visible'))
      reach(tippedFrom(e.target));
  });
  on('focusout', leave);
  document.documentElement.addEventListener('pointerleave', leave, { signal: stop.signal });
  return () => {
    window.clearTimeout(timer);
    stop.abort();
  };
}

/** Shows what things say of themselves: one tooltip for all that have `data-tip` (tip.ts). */
export default function Tooltips() {
  const [shown, setShown] = useState<Shown | null>(null);
  useEffect(() => watchTips(setShown), []);
  if (!shown) return null;
  const { words, keys } = parts(shown.text);
  const { left, top, width, height } = shown.box;
  return (
    <Tooltip.Provider>
      <Tooltip.Root open>
        <Tooltip.Trigger asChild>
          <span
            aria-hidden
            className="pointer-events-none fixed"
            style={{ left, top, width, height }}
          />
        </Tooltip.Trigger>
        <Tooltip.Portal>
          <Tooltip.Content
            side={shown.side}
            sideOffset={shown.side === 'left' ? BESIDE_PANEL : 6}
            collisionPadding={8}
            aria-hidden
            data-tooltip
            className="pointer-events-none z-[60] flex max-w-72 items-baseline gap-2 rounded-md border border-line bg-raised px-2 py-1 text-xs leading-snug text-ink shadow-lg"
          >
            <span>{words}</span>
            {keys && (
              <kbd className="rounded border border-line px-1 font-sans whitespace-nowrap text-dim">
                {keys}
              </kbd>
            )}
          </Tooltip.Content>
        </Tooltip.Portal>
      </Tooltip.Root>
    </Tooltip.Provider>
  );
}
