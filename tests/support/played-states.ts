// States that are held as classes, and what the browser's own sheet says of them.

/** `:hover` → `.held-hover`: the same weight, and in our hands. */
export const withHeldClasses = (css: string): string =>
  css.replace(
    // What a media query asks, `(hover:hover)`, is no state.
    /(?<!hover)(?::|%3A)(hover|focus-visible|focus-within|focus|active|target)\b(?!-)/gi,
    (_, name: string) => `.held-${name.toLowerCase()}`,
  );

/** What can have the focus, as far as the pages have it. */
export const takesFocus = 'a[href], button, input, select, textarea, summary, [contenteditable], [tabindex]';

/**
 * What the browser's own sheet says of states that are only marked here. It is played by an author's layer, which `revert`
 * would take away, though it leaves the browser's own sheet standing: the variables say what `revert` brings back.
 */
export const playedStates = `
  @property --played-outline { syntax: "*"; inherits: false }
  @property --played-outline-style { syntax: "*"; inherits: false }
  @property --played-outline-width { syntax: "*"; inherits: false }
  @property --played-color { syntax: "*"; inherits: false }
  @layer browser {
    :where(${takesFocus}).held-focus-visible {
      outline: auto 1px;
      --played-outline: auto 1px; --played-outline-style: auto; --played-outline-width: 1px;
    }
    .held-active:any-link { color: ActiveText; --played-color: ActiveText }
  }`;

/** A text with what it reverts to played too. */
export const withPlayed = (css: string): string =>
  withHeldClasses(css)
    .replace(
      /(?<![-\w])(outline(?:-style|-width)?|color)(\s*:\s*)revert(?![-\w])/gi,
      (_, property: string, colon: string) =>
        `${property}${colon}var(--played-${property.toLowerCase()}, revert)`,
    )
    .replace(
      /\ball(\s*:\s*)revert(?![-\w])(\s*!\s*important)?/gi,
      (all, _, important = '') =>
        `${all}; outline: var(--played-outline, revert)${important}; color: var(--played-color, revert)${important}`,
    );
