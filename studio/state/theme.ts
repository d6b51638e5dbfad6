import { create } from 'zustand';

export type Theme = 'dark' | 'light';
const KEY = 'ignis.theme';

/** Dark unless the artist asked for light; the browser remembers. */
export const useTheme = create<{ theme: Theme }>(() => ({ theme: remembered() }));

function remembered(): Theme {
  try {
    return localStorage.getItem(KEY) === 'light' ? 'light' : 'dark';
  } catch {
    return 'dark';
  }
}

const show = (theme: Theme) => (document.documentElement.dataset.theme = theme);
show(useTheme.getState().theme);

/** Changes from dark to light or back. */
export function switchTheme(): void {
  const theme = useTheme.getState().theme === 'dark' ? 'light' : 'dark';
  useTheme.setState({ theme });
  show(theme);
  try {
    localStorage.setItem(KEY, theme);
  } catch {
    // A browser that keeps nothing forgets this as well.
  }
}
