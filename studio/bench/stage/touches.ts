/** Fingers and a pen on the screen: two fingers pan and zoom; beside a pen one does too, and a hand that rests does nothing. */

const fingers = new Set<number>();
let hasPen = false;
let isPenDown = false;

const note = (e: PointerEvent) => {
  const isDown = e.type === 'pointerdown';
  if (e.pointerType === 'pen') {
    hasPen = true;
    isPenDown = isDown;
  } else if (e.pointerType === 'touch') {
    if (isDown) fingers.add(e.pointerId);
    else fingers.delete(e.pointerId);
  }
};

const KINDS = ['pointerdown', 'pointerup', 'pointercancel'] as const;

/** Watches what touches the screen, from now on; gives what ends that. */
export function watchTouches(): () => void {
  for (const kind of KINDS) window.addEventListener(kind, note, true);
  return () => {
    fingers.clear();
    for (const kind of KINDS) window.removeEventListener(kind, note, true);
  };
}

/** What the press of a finger on the stage is for, where no handle is under it. */
export function fingerFor(): 'work' | 'pan' | 'nothing' {
  // The hand that holds the pen, or a second finger: both pan and zoom then.
  if (isPenDown || fingers.size > 1) return 'nothing';
  return hasPen ? 'pan' : 'work';
}

/** Whether the pen is on the screen now. */
export const penIsDown = (): boolean => isPenDown;
