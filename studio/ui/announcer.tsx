import { useAnnouncement } from '../state/announcement';

/** Says what happens to those who read the screen by ear. */
export function Announcer() {
  const { words, count } = useAnnouncement();
  return (
    <p aria-live="polite" className="sr-only" data-testid="announcement">
      <span key={count}>{words}</span>
    </p>
  );
}
