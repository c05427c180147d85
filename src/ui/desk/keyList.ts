/** Every key of the desk, as the sheet shows them. */
export const KEY_LIST: readonly { title: string; keys: readonly (readonly [string, string])[] }[] = [
  {
    title: 'Tools',
    keys: [
      ['1', 'Select'],
      ['2', 'Ground'],
      ['3', 'Cast'],
      ['4', 'Route'],
      ['5', 'Area'],
      ['6', 'Mark'],
      ['Esc', 'Give up, back to Select, or leave the arena'],
    ],
  },
  {
    title: 'Selection',
    keys: [
      ['N', 'Next piece or mark; Shift: the one before'],
      ['[  ]', 'Previous or next waypoint'],
      ['Arrows', 'Move by half a cell; Shift: a tenth'],
      ['Ctrl+D', 'Copy'],
      ['Delete', 'Remove'],
      ['Ctrl+A', 'All guards'],
    ],
  },
  {
    title: 'Ground, Cast, Route by keys',
    keys: [
      ['Arrows', 'Move the cell cursor'],
      ['Enter', 'Paint, place or add a waypoint there; shapes: begin, then complete'],
      ['X', 'Erase there'],
    ],
  },
  {
    title: 'The run that is shown',
    keys: [
      ['P', 'Play or pause'],
      [',  .', 'One tick back or on'],
      ['Home', 'Back to the draft'],
    ],
  },
  {
    title: 'Try by hand',
    keys: [
      ['T', 'From the start'],
      ['Shift+T', 'From where the pointer is'],
      ['Arrows, A D W S', 'Steer'],
      ['Space, X', 'Jump, flap, fire'],
      ['F', 'Freeze or go on'],
      ['.', 'One tick while frozen'],
      ['Esc', 'End'],
    ],
  },
  {
    title: 'View',
    keys: [
      ['Wheel', 'Zoom at the pointer'],
      ['+  −', 'Zoom'],
      ['0', 'Whole arena'],
      ['Space + drag', 'Move the view'],
    ],
  },
  {
    title: 'Everything',
    keys: [
      ['Ctrl+Z', 'Undo'],
      ['Ctrl+Shift+Z', 'Redo'],
      ['Ctrl+K', 'Find any action'],
      ['S', 'Script of the selected guard'],
      ['Tab', 'On to what comes next on the page, out of every editor, too'],
      ['Ctrl+]  Ctrl+[', 'In a script: indent, or back'],
      ['?', 'This sheet'],
    ],
  },
];
