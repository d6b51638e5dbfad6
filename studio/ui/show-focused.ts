/** Brings what has the focus into sight, all of it, in a bar that scrolls to the side: browsers do so only for what is quite out of it. */
export const showFocused = (e: React.FocusEvent): void =>
  e.target.scrollIntoView({ block: 'nearest', inline: 'nearest' });
