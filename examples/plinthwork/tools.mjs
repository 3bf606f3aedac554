// The invented stock of the Alderbrook Tool Library.
export const tools = [
  { id: 118, name: 'Cider press', kind: 'kitchen', deposit: 40, free: true, due: '2 Oct' },
  { id: 204, name: 'Hammer drill', kind: 'power', deposit: 30, free: false, due: '5 Oct' },
  { id: 231, name: 'Extension ladder', kind: 'ladders', deposit: 25, free: true, due: '6 Oct' },
  { id: 245, name: 'Tile cutter', kind: 'power', deposit: 20, free: true, due: '7 Oct' },
  { id: 260, name: 'Apple picker', kind: 'garden', deposit: 5, free: false, due: '9 Oct' },
  { id: 277, name: 'Hedge trimmer', kind: 'garden', deposit: 15, free: true, due: '12 Oct' },
];

export const loans = [
  { tool: 'Hammer drill', member: 'M. Osei', due: 'Thu 5 Oct', state: 'due' },
  { tool: 'Apple picker', member: 'T. Lindqvist', due: 'Mon 9 Oct', state: 'due' },
  { tool: 'Pressure washer', member: 'R. Abara', due: 'Tue 26 Sep', state: 'late' },
  { tool: 'Wallpaper steamer', member: 'J. Marsh', due: 'Sat 14 Oct', state: 'due' },
];

/** What the owner can set in Plinthwork, and the variable or inline value that each setting feeds. */
export const settings = [
  { setting: 'Design › Colours › Accent', feeds: '--pw-accent', value: '#2f6f8f' },
  { setting: 'Design › Colours › Paper', feeds: '--pw-paper', value: '#fbfaf6' },
  { setting: 'Design › Layout › Page width', feeds: '--pw-page-width', value: '960px' },
  { setting: 'Pages › Heading colour', feeds: 'style="color: …" on the page heading', value: '#7a4b1e' },
];
