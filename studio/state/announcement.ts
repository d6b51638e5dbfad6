import { create } from 'zustand';

/** What readers of the screen say of something that is seen to happen: the same words twice are said twice. */
export const useAnnouncement = create<{ words: string; count: number }>(() => ({
  words: '',
  count: 0,
}));

export const announce = (words: string): void =>
  useAnnouncement.setState(({ count }) => ({ words, count: count + 1 }));
