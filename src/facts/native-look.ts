/** Elements that browsers draw in the way of the device, as long as no rule of the page speaks of how they look. */
export const drawnControls = /^(button|input|select|textarea|meter|progress)$/;

/** Kinds of these of which the look stays, or which have none of their own: the types of inputs, and a `select` that is a list. */
export const keepsOwnLook = /^(checkbox|radio|range|file|image|hidden|list)$/;

const sides = ['top', 'right', 'bottom', 'left'];
const corners = ['top-left', 'top-right', 'bottom-right', 'bottom-left'];

/**
 * The longhands that take a control its native look as soon as a rule of the page says one of them, be it with the value
 * that it has (CSS UI 4 §7.2, "disabling native appearance"): all of backgrounds and borders but two, as engines have it.
 */
export const endsNativeLook: ReadonlySet<string> = new Set([
  ...['attachment', 'clip', 'color', 'image', 'origin', 'position-x', 'position-y', 'size'].map(
    (part) => `background-${part}`,
  ),
  ...sides.flatMap((side) => ['color', 'style', 'width'].map((part) => `border-${side}-${part}`)),
  ...corners.map((corner) => `border-${corner}-radius`),
  ...['outset', 'repeat', 'slice', 'source', 'width'].map((part) => `border-image-${part}`),
]);
