/** Longhands that no animation sets (CSS Animations 1 §3, and "Animation type: not animatable" in each module). */
const never =
  /^(all|(animation|transition)-.+|(-webkit-)?writing-mode|direction|unicode-bidi|text-(orientation|combine-upright)|will-change|contain|container-(name|type)|interpolate-size|(scroll|view)-timeline-.+|timeline-.+)$/;

/** Whether an animation can set a longhand. */
export const canBeAnimated = (longhand: string): boolean => !never.test(longhand);
