import { useEffect, useState } from 'react';

/** Whether the space bar is held, by which the stage is panned; not while something is typed or chosen. */
export function useSpacePressed(): boolean {
  const [isHeld, setHeld] = useState(false);
  useEffect(() => {
    const typing = (e: KeyboardEvent) =>
      (e.target as Element).closest('input, textarea, [role=dialog], [role=menu], button');
    const down = (e: KeyboardEvent) => {
      if (e.code !== 'Space' || typing(e)) return;
      e.preventDefault();
      setHeld(true);
    };
    const up = (e: KeyboardEvent) => e.code === 'Space' && setHeld(false);
    const away = () => setHeld(false);
    window.addEventListener('keydown', down);
    window.addEventListener('keyup', up);
    window.addEventListener('blur', away);
    return () => {
      window.removeEventListener('keydown', down);
      window.removeEventListener('keyup', up);
      window.removeEventListener('blur', away);
    };
  }, []);
  return isHeld;
}
