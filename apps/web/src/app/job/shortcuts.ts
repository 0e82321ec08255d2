/** What the keys of the job view do, for who asks: the keyboard itself needs no words. */
export const SHORTCUTS: readonly { readonly keys: string; readonly does: string }[] = [
  { keys: 'Space', does: 'play or pause' },
  { keys: ', and .', does: 'one frame back, one frame on' },
  {
    keys: 'Arrow keys',
    does: 'nudge the chosen wheel, points, links or anchor by 1 mm; with Shift by 10 mm',
  },
  { keys: 'Delete', does: 'delete the chosen points or anchor; leave out the chosen links' },
  { keys: '1 to 7', does: 'open a step of the worksheet' },
  { keys: 'D', does: 'see it in space, or in plan again' },
  { keys: 'Ctrl+Z', does: 'undo' },
  { keys: 'Ctrl+Shift+Z, Ctrl+Y', does: 'redo' },
  { keys: 'Ctrl+S', does: 'save now (it saves by itself)' },
  { keys: 'Esc', does: 'end placing and picking; leave what is chosen' },
  { keys: '?', does: 'this sheet' },
];
