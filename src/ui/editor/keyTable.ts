/** A row of the table of keys. */
interface KeyRow {
  /** What the key does, as the program calls it; left out where the key is always this one. */
  act?: string;
  group: string;
  label: string;
  /** Keys as they are said, the first of them in tooltips. */
  keys: readonly string[];
}

/**
 * Every key of the desk: what it is acted on by, what the sheet, the palette and the tooltips say, and what can be given other
 * keys all come from here.
 */
export const KEY_TABLE = [
  { act: 'select tool', group: 'Tools', label: 'Select', keys: ['1'] },
  { act: 'ground tool', group: 'Tools', label: 'Ground', keys: ['2'] },
  { act: 'cast tool', group: 'Tools', label: 'Cast', keys: ['3'] },
  { act: 'route tool', group: 'Tools', label: 'Route', keys: ['4'] },
  { act: 'area tool', group: 'Tools', label: 'Area', keys: ['5'] },
  { act: 'mark tool', group: 'Tools', label: 'Mark', keys: ['6'] },
  { group: 'Tools', label: 'Give up, back to Select, or leave the arena', keys: ['Esc'] },

  { act: 'next', group: 'Selection', label: 'Next piece or mark', keys: ['N'] },
  { act: 'previous', group: 'Selection', label: 'The one before', keys: ['Shift+N'] },
  { act: 'next waypoint', group: 'Selection', label: 'Next waypoint', keys: [']'] },
  { act: 'previous waypoint', group: 'Selection', label: 'Previous waypoint', keys: ['['] },
  { group: 'Selection', label: 'Move by half a cell; Shift: a tenth', keys: ['Arrows'] },
  { act: 'double', group: 'Selection', label: 'A copy beside it', keys: ['Ctrl+D'] },
  { act: 'remove', group: 'Selection', label: 'Remove', keys: ['Delete', 'Backspace'] },
  { act: 'select all', group: 'Selection', label: 'Select all pieces', keys: ['Ctrl+A'] },
  { group: 'Selection', label: 'Copy, cut, paste: also into another level or game', keys: ['Ctrl+C X V'] },

  { group: 'Ground, Cast, Route by keys', label: 'Move the cell cursor', keys: ['Arrows'] },
  {
    group: 'Ground, Cast, Route by keys',
    label: 'Paint, place or add a waypoint there; shapes: begin, then complete',
    keys: ['Enter'],
  },
  { act: 'erase', group: 'Ground, Cast, Route by keys', label: 'Erase there', keys: ['X'] },

  { act: 'play', group: 'The run that is shown', label: 'Play or pause', keys: ['P'] },
  { act: 'tick back', group: 'The run that is shown', label: 'One tick back', keys: [','] },
  { act: 'tick on', group: 'The run that is shown', label: 'One tick on', keys: ['.'] },
  { act: 'draft', group: 'The run that is shown', label: 'Back to the draft', keys: ['Home'] },

  { act: 'try', group: 'Try by hand', label: 'From the start', keys: ['T'] },
  { act: 'try from pointer', group: 'Try by hand', label: 'From where the pointer is', keys: ['Shift+T'] },
  { group: 'Try by hand', label: 'Freeze or go on', keys: ['F'] },
  { group: 'Try by hand', label: 'One tick while frozen', keys: ['.'] },
  { group: 'Try by hand', label: 'End', keys: ['Esc'] },

  { group: 'View', label: 'Zoom at the pointer', keys: ['Wheel'] },
  { act: 'zoom in', group: 'View', label: 'Zoom in', keys: ['+', '='] },
  { act: 'zoom out', group: 'View', label: 'Zoom out', keys: ['-'] },
  { act: 'whole arena', group: 'View', label: 'Whole arena', keys: ['0'] },
  { group: 'View', label: 'Move the view', keys: ['Space + drag'] },

  { act: 'undo', group: 'Everything', label: 'Undo', keys: ['Ctrl+Z'] },
  { act: 'redo', group: 'Everything', label: 'Redo', keys: ['Ctrl+Shift+Z', 'Ctrl+Y'] },
  { act: 'palette', group: 'Everything', label: 'Find any action', keys: ['Ctrl+K'] },
  { act: 'script', group: 'Everything', label: 'Script of the selected guard', keys: ['S'] },
  { group: 'Everything', label: 'On to what comes next on the page, out of every editor, too', keys: ['Tab'] },
  { group: 'Everything', label: 'In a script: indent, or back', keys: ['Ctrl+]  Ctrl+['] },
  { act: 'note', group: 'Everything', label: 'A note on where the pointer is', keys: ['M'] },
  { act: 'keys', group: 'Everything', label: 'This sheet', keys: ['?'] },
  { act: 'help', group: 'Everything', label: 'Help on the word, the field or what is selected', keys: ['F1'] },
] as const satisfies readonly KeyRow[];

/** What can be given a key of one's own. */
export type KeyAct = Extract<(typeof KEY_TABLE)[number], { act: string }>['act'];

export type KeyPress = Pick<KeyboardEvent, 'key' | 'shiftKey' | 'ctrlKey' | 'metaKey' | 'altKey'>;

/**
 * A press as the table says it: `Ctrl+Shift+Z`, `N`, `?`. Shift is said where a key does not say it by itself. Nothing together with
 * Alt, and nothing for keys that only change others.
 */
export function sayPress({ key, shiftKey, ctrlKey, metaKey, altKey }: KeyPress): string | undefined {
  if (altKey || key === '' || ['Shift', 'Control', 'Meta', 'Alt', 'AltGraph', 'Dead'].includes(key)) return undefined;
  const isLetter = key.toLowerCase() !== key.toUpperCase();
  const name = key === ' ' ? 'Space' : key.length === 1 ? key.toUpperCase() : key;
  return `${ctrlKey || metaKey ? 'Ctrl+' : ''}${shiftKey && (isLetter || key === ' ') ? 'Shift+' : ''}${name}`;
}
