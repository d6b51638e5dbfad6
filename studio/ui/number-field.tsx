import clsx from 'clsx';
import { useEffect, useRef, useState } from 'react';
import type { NumberParameter } from '@ignis/core/definitions/parameter';
import { arithmetic } from './arithmetic';
import { withStableHandlers } from './with-stable-handlers';
import { t } from '../words/t';

interface Props {
  value: number;
  parameter: Pick<NumberParameter, 'label' | 'unit' | 'min' | 'max' | 'step' | 'default'>;
  /** Called while the value changes. */
  onChange(value: number): void;
  /** Called when a change is over: one step of undo. */
  onDone(): void;
  className?: string;
  /** Say the unit beside the value. */
  unit?: boolean;
}

/** Whether the pointer can go no farther to one side. */
function isAtEdge({ screenX }: PointerEvent): boolean {
  const { availLeft = 0 } = screen as Screen & { availLeft?: number };
  return screenX <= availLeft || screenX >= availLeft + screen.availWidth - 1;
}

const places = (step: number) => (step >= 1 ? 1 : step >= 0.1 ? 2 : 3);
const shown = (v: number, step: number) => String(Number(v.toFixed(places(step))));

/**
 * A number changed by drag, wheel, arrow keys (Shift ×10, Alt ÷10) and typing, sums included.
 * A right click or Alt Backspace resets it; L opens its look sheet, where it has one.
 */
export const NumberField = withStableHandlers(function NumberField({
  value,
  parameter,
  onChange,
  onDone,
  className,
  unit = true,
}: Props) {
  const { min, max, step, default: initial } = parameter;
  const input = useRef<HTMLInputElement>(null);
  const [text, setText] = useState<string | null>(null);
  const latest = useRef({ value, onChange, onDone });
  latest.current = { value, onChange, onDone };

  const set = (v: number) =>
    latest.current.onChange(Math.min(max, Math.max(min, Number(v.toFixed(4)))));
  const setOnce = (v: number) => {
    set(v);
    latest.current.onDone();
  };
  const by = (e: { shiftKey: boolean; altKey: boolean }) =>
    step * (e.shiftKey ? 10 : e.altKey ? 0.1 : 1);

  useEffect(() => {
    const element = input.current!;
    let rest = 0;
    // React's wheel listeners are passive; the page must not scroll under the pointer.
    const wheel = (e: WheelEvent) => {
      e.preventDefault();
      e.stopPropagation();
      const amount = step * (e.shiftKey ? 10 : e.altKey ? 0.1 : 1);
      const delta = e.deltaY || e.deltaX;
      set(latest.current.value - Math.sign(delta) * amount);
      window.clearTimeout(rest);
      rest = window.setTimeout(() => latest.current.onDone(), 250);
    };
    element.addEventListener('wheel', wheel, { passive: false });
    return () => element.removeEventListener('wheel', wheel);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `set` reads only refs and the range
  }, [step, min, max]);

  const take = () => {
    const v = text === null ? null : arithmetic(text);
    setText(null);
    if (v !== null && v !== value) setOnce(v);
  };

  const scrub = (down: React.PointerEvent<HTMLInputElement>) => {
    if (down.button !== 0 || document.activeElement === input.current) return;
    down.preventDefault();
    const element = down.currentTarget;
    element.setPointerCapture(down.pointerId);
    let v = value;
    let x = down.clientX;
    let moved = false;
    const isLocked = () => document.pointerLockElement === element;
    const move = (e: PointerEvent) => {
      if (!moved && Math.abs(e.clientX - down.clientX) < 3) return;
      moved = true;
      v = Math.min(max, Math.max(min, v + (isLocked() ? e.movementX : e.clientX - x) * by(e)));
      x = e.clientX;
      set(Math.round(v / (step / 10)) * (step / 10));
      // At the edge of the screen it goes on without the pointer.
      if (e.pointerType === 'mouse' && !isLocked() && isAtEdge(e))
        void Promise.resolve(element.requestPointerLock()).catch(() => undefined);
    };
    const up = () => {
      element.removeEventListener('pointermove', move);
      element.removeEventListener('pointerup', up);
      element.removeEventListener('pointercancel', up);
      if (isLocked()) document.exitPointerLock();
      if (moved) latest.current.onDone();
      else {
        element.focus();
        element.select();
      }
    };
    element.addEventListener('pointermove', move);
    element.addEventListener('pointerup', up);
    element.addEventListener('pointercancel', up);
  };

  return (
    <label className={clsx('inline-flex items-baseline justify-end gap-1', className)}>
      <input
        ref={input}
        role="spinbutton"
        aria-label={t(parameter.label)}
        aria-valuenow={value}
        aria-valuemin={min}
        aria-valuemax={max}
        className={clsx(
          'w-12 rounded bg-transparent px-1 py-0.5 text-right text-sm hover:bg-raised focus:bg-ground',
          text === null && 'cursor-ew-resize',
        )}
        value={text ?? shown(value, step)}
        onPointerDown={scrub}
        onFocus={() => setText(shown(value, step))}
        onChange={(e) => setText(e.target.value)}
        onBlur={take}
        onContextMenu={(e) => {
          e.preventDefault();
          setOnce(initial);
        }}
        onKeyDown={(e) => {
          if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
            e.preventDefault();
            const v = Math.min(max, Math.max(min, value + (e.key === 'ArrowUp' ? 1 : -1) * by(e)));
            setOnce(v);
            setText(shown(v, step));
          } else if (e.key === 'Backspace' && e.altKey) {
            e.preventDefault();
            setOnce(initial);
            setText(shown(initial, step));
            // What is typed next takes its place.
            requestAnimationFrame(() => input.current?.select());
          } else if (e.key === 'l' && !e.ctrlKey && !e.metaKey) {
            // No number has letters.
            e.preventDefault();
            take();
            e.currentTarget
              .closest('[data-row]')
              ?.querySelector<HTMLElement>('[data-sheet]')
              ?.click();
          } else if (e.key === 'Enter') {
            take();
            e.currentTarget.blur();
          } else if (e.key === 'Escape') {
            setText(null);
            requestAnimationFrame(() => input.current?.blur());
          } else return;
          e.stopPropagation();
        }}
      />
      {unit && <span className="w-8 text-xs text-dim">{t(parameter.unit)}</span>}
    </label>
  );
});
