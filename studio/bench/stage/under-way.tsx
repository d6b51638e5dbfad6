import { useEffect, useState } from 'react';
import { Button } from '../../ui/button';

/** How long work may go on in silence, ms. */
const SILENT = 300;

interface Props {
  /** What is being done. */
  text: string;
  /** How far it is, 0–1; 0 if that is not known. */
  done?: number;
  /** What can be done about it. */
  action?: { label: string; run(): void };
}

/** At the foot of the stage: what is being done for it, how far that is, and what can be done about it. Silent at first. */
export function UnderWay({ text, done = 0, action }: Props) {
  const [isSaid, setSaid] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setSaid(true), SILENT);
    return () => clearTimeout(timer);
  }, []);
  if (!isSaid) return null;
  return (
    <div
      role="status"
      className="absolute bottom-4 left-1/2 flex h-9 -translate-x-1/2 items-center gap-3 rounded-full border border-line bg-panel/90 px-4 text-sm whitespace-nowrap text-dim"
    >
      <span>{text}</span>
      {done > 0 && (
        <progress
          value={done}
          max={1}
          aria-label={text}
          className="h-1.5 w-24 appearance-none overflow-hidden rounded-full bg-raised [&::-webkit-progress-bar]:bg-raised [&::-webkit-progress-value]:bg-ember"
        />
      )}
      {action && (
        <Button look="plain" className="-mr-2.5 h-7 rounded-full text-ink" onClick={action.run}>
          {action.label}
        </Button>
      )}
    </div>
  );
}
