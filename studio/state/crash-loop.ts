/**
 * Detects scenes whose picture ends the page: the page notes which scene it opens, and crosses it out when the picture
 * stands, or when the page is left. A page that ended otherwise leaves its note.
 */
const NOTE = 'ignis-opening';
/** As many openings that did not end well make a loop. */
const LOOP = 2;
/** The picture stands for this long before it is said to have ended well, ms. */
const STANDS = 2000;

interface Note {
  scene: string;
  times: number;
}

function readNote(): Note | null {
  try {
    return JSON.parse(localStorage.getItem(NOTE) ?? 'null') as Note | null;
  } catch {
    // No note can be read, so none can be left.
    return null;
  }
}

function writeNote(note: Note | null): void {
  try {
    if (note) localStorage.setItem(NOTE, JSON.stringify(note));
    else localStorage.removeItem(NOTE);
  } catch {
    // Where the browser stores nothing a loop cannot be detected.
  }
}

/** Notes that a scene is opened; returns whether the page ended each of the last times before its picture stood. */
export function beginOpening(scene: string): boolean {
  const note = readNote();
  const times = note?.scene === scene ? note.times : 0;
  writeNote({ scene, times: times + 1 });
  return times >= LOOP;
}

/** Crosses the note out. */
export const endOpening = (): void => writeNote(null);

/** Crosses the note out a moment later, if the page still lives then. */
export const pictureStands = (): void => void setTimeout(endOpening, STANDS);
