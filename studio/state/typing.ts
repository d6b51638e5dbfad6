import { create } from 'zustand';

/** What is chosen of the text that is being typed: from where to where in its content. */
interface Typing {
  from: number;
  to: number;
  /** Whether the caret stands at its start. */
  back: boolean;
  /** The letter that is being moved by hand, by where it begins; null if none is. */
  letter: number | null;
}

export const useTyping = create<Typing>(() => ({ from: 0, to: 0, back: false, letter: null }));

/** Chooses from an anchor to where the caret is. */
export const chooseLetters = (anchor: number, caret: number): void =>
  useTyping.setState({
    from: Math.min(anchor, caret),
    to: Math.max(anchor, caret),
    back: caret < anchor,
  });

/** Where the choice begins that the caret ends. */
export const anchorOfChoice = ({ from, to, back }: Typing): number => (back ? to : from);
export const caretOfChoice = ({ from, to, back }: Typing): number => (back ? from : to);
