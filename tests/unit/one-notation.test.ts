// Values that are written in several ways and computed in one: what says the same again is needless. As an engine computes them.
import { parsePage, prove } from 'yelto';

/** What becomes of a line of a draft where the page says another. */
const outcomeOf = (page: string, draft: string) =>
  prove(
    parsePage({ name: 'x', html: `<!DOCTYPE html><style>.a { ${page} }</style><div class=a>x</div>` }),
    `.a { ${draft} }`,
  ).verdicts[0].outcome;

describe('the same in other words', () => {
  test.each([
    ['aspect-ratio: auto 2', 'aspect-ratio: 2 auto'],
    ['border-image-repeat: round', 'border-image-repeat: round round'],
    ['container-type: inline-size scroll-state', 'container-type: scroll-state inline-size'],
    ['flex-wrap: balance', 'flex-wrap: wrap balance'],
    ['flex-wrap: wrap-reverse balance', 'flex-wrap: balance wrap-reverse'],
    ['justify-items: legacy left', 'justify-items: left legacy'],
    ['offset-anchor: right', 'offset-anchor: 100% 50%'],
    ['text-box-edge: text', 'text-box-edge: text text'],
    ['text-emphasis-position: over', 'text-emphasis-position: over right'],
    ['text-emphasis-style: double-circle', 'text-emphasis-style: double-circle filled'],
    ['text-underline-position: under left', 'text-underline-position: left under'],
    ['touch-action: manipulation', 'touch-action: pinch-zoom pan-x pan-y'],
    ['view-timeline-inset: 1px', 'view-timeline-inset: 1px 1px'],
    ['background-size: 50% 50%', '-webkit-background-size: 50%'],
    ['mask: url(a) padding-box', '-webkit-mask: url(a) padding'],
    ['-webkit-mask-box-image-slice: 0 fill', '-webkit-mask-box-image: 0 none'],
    ['overflow: scroll clip', 'overflow-y: clip'],
    ['position: absolute; position-area: left center', 'position-area: center left'],
    ['background-clip: border-area text', 'background-clip: text border-area'],
    ['background: red border-area text', 'background-clip: text border-area'],
    ['font-variant: sub', 'font-variant-position: sub'],
  ])('%s, then %s', (page, draft) => expect(outcomeOf(page, draft)).toBe('needless'));
});

describe('and another', () => {
  test.each([
    ['background-size: 50%', '-webkit-background-size: 50%'],
    ['aspect-ratio: auto 2', 'aspect-ratio: 2'],
    ['overflow: scroll hidden', 'overflow-y: clip'],
    ['text-emphasis-position: over right', 'text-emphasis-position: over left'],
    ['flex-wrap: wrap', 'flex-wrap: wrap balance'],
    ['view-timeline-inset: 1px', 'view-timeline-inset: 1px 2px'],
    ['background: red border-area text', 'background-clip: text'],
    ['font-variant: sub', 'font-variant-position: super'],
    ['position: absolute; position-area: start end', 'position-area: end start'],
  ])('%s, then %s', (page, draft) => expect(outcomeOf(page, draft)).not.toBe('needless'));
});
