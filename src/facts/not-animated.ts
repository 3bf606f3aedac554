/** Longhands that no animation sets (CSS Animations 1 §3, and "Animation type: not animatable" in each module). */
const never =
  /^(all|(animation|transition)-.+|(-webkit-)?writing-mode|direction|unicode-bidi|text-(orientation|combine-upright)|will-change|contain|container-(name|type)|interpolate-size|(scroll|view)-timeline-.+|timeline-.+)$/;

/** Whether an animation can set a longhand. */
export const canBeAnimated = (longhand: string): boolean => !never.test(longhand);

/** Longhands whose values have nothing between them ("Animation type: discrete" in each module, and as engines have it). */
const stepped = new Set(
  `align-content align-items align-self alignment-baseline anchor-name anchor-scope app-region appearance
  backface-visibility background-attachment background-blend-mode background-clip background-origin
  background-repeat baseline-source border-bottom-style border-collapse border-image-repeat border-left-style
  border-right-style border-top-style box-decoration-break box-sizing break-after break-before break-inside
  buffered-rendering caption-side caret-animation caret-shape clear clip-rule color-interpolation
  color-interpolation-filters color-rendering color-scheme column-fill column-rule-break column-rule-style
  column-span column-wrap content content-visibility counter-increment counter-reset counter-set cursor display
  dominant-baseline empty-cells field-sizing fill-rule flex-direction flex-line-count flex-wrap float
  font-family font-feature-settings font-kerning font-language-override font-optical-sizing
  font-synthesis-small-caps font-synthesis-style font-synthesis-weight font-variant-alternates font-variant-caps
  font-variant-east-asian font-variant-emoji font-variant-ligatures font-variant-numeric font-variant-position
  forced-color-adjust frame-sizing grid-auto-columns grid-auto-flow grid-auto-rows grid-column-end
  grid-column-start grid-row-end grid-row-start grid-template-areas hyphenate-character hyphenate-limit-chars
  hyphens image-orientation image-rendering initial-letter interactivity isolation justify-content justify-items
  justify-self line-break list-style-position list-style-type margin-trim marker-end marker-mid marker-start
  mask-clip mask-composite mask-mode mask-origin mask-repeat mask-type math-depth math-shift math-style
  mix-blend-mode object-fit outline-style overflow-anchor overflow-clip-margin overflow-wrap overflow-x
  overflow-y overscroll-behavior-x overscroll-behavior-y page paint-order pointer-events position
  position-anchor position-area position-try-fallbacks position-try-order position-visibility print-color-adjust
  quotes reading-flow resize row-rule-break ruby-align ruby-overhang ruby-position scroll-axis-lock
  scroll-behavior scroll-initial-target scroll-marker-group scroll-snap-align scroll-snap-stop scroll-snap-type
  scroll-target-group scrollbar-gutter scrollbar-width shape-rendering speak stroke-linecap stroke-linejoin
  table-layout text-align text-align-last text-anchor text-autospace text-box-edge text-box-trim
  text-decoration-line text-decoration-skip-ink text-decoration-style text-emphasis-position text-emphasis-style
  text-justify text-overflow text-rendering text-spacing-trim text-transform text-underline-position
  text-wrap-mode text-wrap-style touch-action transform-box transform-style trigger-scope user-select
  vector-effect view-transition-class white-space-collapse window-drag word-break`.split(/\s+/),
);

/** Whether a longhand changes all at once, where a transition moves it at all (CSS Transitions 2 §2.6). */
export const changesInSteps = (longhand: string): boolean => stepped.has(longhand);
