/** Keys as they are written on a keyboard. */
export function keyLabel(keys: string): string {
  const mac = navigator.platform.startsWith('Mac');
  return keys
    .split('+')
    .map((k) =>
      k === '$mod'
        ? mac
          ? '⌘'
          : 'Ctrl'
        : k === 'Shift' && keys.endsWith('?')
          ? ''
          : k.replace('Arrow', ''),
    )
    .filter(Boolean)
    .map(
      (k) =>
        ({ Left: '←', Right: '→', Up: '↑', Down: '↓' })[k] ??
        (k.length === 1 ? k.toUpperCase() : k),
    )
    .join(' ');
}
