// Properties by the words that people use for what they change.

export interface EverydayGroup {
  readonly name: string;
  readonly properties: RegExp;
}

export const everydayGroups: readonly EverydayGroup[] = [
  {
    name: 'Text',
    properties:
      /^(font|line-height|letter-|word-|text-(?!decoration-color)|white-space|hyphens|quotes|direction|content$|list-)/,
  },
  { name: 'Colour', properties: /(^|-)color$|^background|^fill$|^opacity$|^accent|^box-shadow|^filter/ },
  {
    name: 'Space',
    properties:
      /^(margin|padding|gap|row-gap|column-gap|border-spacing|-webkit-border-(horizontal|vertical))/,
  },
  {
    name: 'Size',
    properties:
      /^(min-|max-)?(width|height|inline-size|block-size)$|^box-sizing|^aspect|^object|^flex-(grow|shrink|basis)/,
  },
  { name: 'Edge', properties: /^(border|outline|corner)/ },
  {
    name: 'Place',
    properties:
      /^(display|position|top|right|bottom|left|float|clear|z-index|flex|grid|align|justify|place|order|vertical-align|container|transform|translate|rotate|scale)/,
  },
  {
    name: 'Visibility',
    properties: /^(visibility|overflow|clip|cursor|pointer|transition|animation|user-select)/,
  },
];

/** The group that a property belongs to. */
export function everydayGroupOf(property: string): string {
  return everydayGroups.find(({ properties }) => properties.test(property))?.name ?? 'Other';
}
