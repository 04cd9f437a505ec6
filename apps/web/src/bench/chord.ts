/** The parts of a key event that say which key it is. */
type Key = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>;

/**
 * Which key was pressed, by what is printed on it, whatever the layout: \`c\`, \`?\`, \`mod+z\`, \`mod+shift+z\`, \`alt+arrowleft\`.
 * Shift counts for letters and named keys alone: on a sign it is only how that sign is typed.
 */
export function chordOf({ key, ctrlKey, metaKey, altKey, shiftKey }: Key): string {
  const name = key === ' ' ? 'space' : key.toLowerCase();
  const sign = [...key].length === 1 && key.toLowerCase() === key.toUpperCase();
  const parts = [ctrlKey || metaKey ? 'mod' : '', altKey && !sign ? 'alt' : '', shiftKey && !sign ? 'shift' : '', name];
  return parts.filter(Boolean).join('+');
}

/** A chord as it is shown: \`Ctrl Shift Z\`. */
export function chordWord(chord: string): string {
  const words: Record<string, string> = {
    mod: 'Ctrl',
    alt: 'Alt',
    shift: 'Shift',
    escape: 'Esc',
    enter: 'Enter',
    backspace: '⌫',
    arrowleft: '←',
    arrowright: '→',
    arrowup: '↑',
    arrowdown: '↓',
    space: 'Space',
  };
  return chord
    .split('+')
    .map((part) => words[part] ?? part.toUpperCase())
    .join(' ');
}
