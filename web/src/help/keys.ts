/** Every key there is: what the `?` sheet lists and what the Bench listens to. */
export interface KeyAction {
  readonly keys: readonly string[];
  readonly what: string;
}

export interface KeyGroup {
  readonly title: string;
  readonly actions: readonly KeyAction[];
}

export const KEY_GROUPS: readonly KeyGroup[] = [
  {
    title: 'Everywhere on the Bench',
    actions: [
      { keys: ['Ctrl Z'], what: 'Undo' },
      { keys: ['Ctrl Shift Z', 'Ctrl Y'], what: 'Redo' },
      { keys: ['Ctrl V'], what: 'Paste a picture' },
      { keys: ['Ctrl Enter'], what: 'Open Output' },
      { keys: ['?'], what: 'This sheet' },
    ],
  },
  {
    title: 'Sheet',
    actions: [
      { keys: ['Wheel'], what: 'Zoom at the pointer' },
      { keys: ['Space and drag'], what: 'Pan' },
      { keys: ['Double click', '0'], what: 'The whole sheet' },
      { keys: ['1'], what: 'Plate pixels, one to one' },
      { keys: ['+', '-'], what: 'Zoom in, zoom out' },
      { keys: ['Arrow keys'], what: 'Pan, when the sheet has the focus (Shift: further)' },
      { keys: ['Arrow keys on the centre'], what: 'Move where rings and rays begin by 1 mm (Shift: 10)' },
    ],
  },
  {
    title: 'Looking',
    actions: [
      { keys: ['L held'], what: 'Loupe at the pointer; a click pins it' },
      { keys: ['S'], what: 'Step back, and close up again' },
      { keys: ['B'], what: 'Picture beside print' },
      { keys: ['G'], what: 'The sheet in grey' },
      { keys: ['O'], what: 'Neighbours of a frame through it, in Motion' },
      { keys: ['Arrow keys on the line'], what: 'Move the line between picture and print' },
    ],
  },
  {
    title: 'Tools',
    actions: [
      { keys: ['Alt B'], what: 'Take or lay down the tone brush' },
      { keys: ['Alt P'], what: 'Place the picture on the sheet' },
      { keys: ['Escape'], what: 'Lay the tool down' },
    ],
  },
  {
    title: 'Motion',
    actions: [
      { keys: ['Space'], what: 'Play and pause' },
      { keys: ['Arrow left', 'Arrow right'], what: 'One frame back or on (Shift: ten)' },
      { keys: ['Home', 'End'], what: 'First and last frame that are played' },
      { keys: ['Arrow keys on a key'], what: 'Move the key by a frame' },
      { keys: ['Delete'], what: 'Take the chosen key out of its track' },
    ],
  },
  {
    title: 'Stones',
    actions: [
      { keys: ['Arrow keys'], what: 'Move the chosen stones by 0.1 mm (Shift: 1 mm)' },
      { keys: ['Shift and click'], what: 'Choose more stones, or fewer' },
      { keys: ['Ctrl A'], what: 'Choose all stones' },
      { keys: ['Ctrl L'], what: 'Lock the chosen stones' },
      { keys: ['Delete'], what: 'Delete the chosen stones' },
      { keys: ['Alt held'], what: 'Place and move stones without snapping' },
      { keys: ['Escape'], what: 'Choose none, and lay the placing hand down' },
    ],
  },
  {
    title: 'Passes',
    actions: [
      { keys: ['[', ']'], what: 'Choose the pass before, the pass after' },
      { keys: ['Alt [', 'Alt ]'], what: 'Print the pass earlier, later' },
      { keys: ['Alt N'], what: 'Add a pass' },
      { keys: ['Alt D'], what: 'Duplicate the pass' },
      { keys: ['Alt H'], what: 'Hide or show the pass' },
    ],
  },
  {
    title: 'Numbers, sliders and the dial',
    actions: [
      { keys: ['Up', 'Down'], what: 'One step (Shift: ten)' },
      { keys: ['Drag sideways'], what: 'Scrub a number' },
      { keys: ['Double click'], what: 'The normal value' },
      { keys: ['Left', 'Right'], what: 'Turn the dial (Shift: 15°)' },
    ],
  },
];
