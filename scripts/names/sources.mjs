// The sources that the tools in schemes.mjs are run on: 32 components of a lending library, five to seven parts each.
const things = [
  'Drill',
  'Ladder',
  'Deposit',
  'Calendar',
  'Basket',
  'Member',
  'Workshop',
  'Reminder',
  'Receipt',
  'Counter',
  'Opening',
  'Notice',
  'Search',
  'Filter',
  'Footer',
  'Header',
  'Gallery',
  'Rating',
  'Voucher',
  'Address',
  'Dialog',
  'Toast',
  'Stepper',
  'Upload',
  'Avatar',
  'Ticket',
  'Chart',
  'Budget',
  'Locker',
  'Return',
  'Repair',
  'Waiting',
];
const parts = [
  'root',
  'title',
  'label',
  'priceTag',
  'row',
  'icon',
  'body',
  'actions',
  'media',
  'hint',
  'listItem',
  'button',
  'small',
];

/** Each component with the names that its author gave to its parts. */
export const components = things.map((thing, i) => ({
  name: i % 4 ? `${thing}${['Card', 'Box', 'Panel'][i % 3]}` : thing,
  parts: parts.filter((_, k) => k === 0 || (i * 5 + k * 3) % 13 < 6),
}));

/** A length and a colour, another pair for each number. */
export const declarationsOf = (i) => [`${4 + (i % 29)}px`, `hsl(${(i * 37) % 360} 40% ${20 + (i % 50)}%)`];

/** A plain sheet with a rule for each part of a component. */
export const sheetOf = ({ name, parts: names }) =>
  names
    .map((part, i) => {
      const [padding, colour] = declarationsOf(things.findIndex((thing) => name.startsWith(thing)) * 11 + i);
      return `.${part} {\n  padding: ${padding};\n  color: ${colour};\n}`;
    })
    .join('\n');

/** Every part of every component. */
export const styles = () => components.flatMap(({ name, parts: own }) => own.map((part) => ({ name, part })));

/** Declarations as an object, another one for each number. */
export const objectOf = (i) => {
  const [width, colour] = declarationsOf(i);
  return { paddingTop: width, color: colour, display: i % 3 ? 'flex' : 'block', top: `${i}px` };
};

/** The declarations of a component by its parts; `n` is the component's number. */
export const rulesOf = ({ parts: own }, n) =>
  Object.fromEntries(own.map((part, i) => [part, objectOf(n * 7 + i)]));
