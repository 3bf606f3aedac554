import { fitsSyntax, isInherited } from '../value/index.js';
import type { Page, RegisteredProperty } from '../page/index.js';

/** The `@property` that counts for a variable (CSS Properties and Values 1 §2); undefined for most. */
export function registeredProperty(page: Page, name: string): RegisteredProperty | undefined {
  const { registered } = page.overlay?.styles ?? page.styles;
  if (registered.length === 0) return undefined;
  return registered.findLast((one) => one.name === name && page.isActive(one.condition));
}

/** Whether a longhand, or a variable as it is registered, comes from above where nobody sets it. */
export const comesFromAbove = (page: Page, longhand: string): boolean =>
  registeredProperty(page, longhand)?.inherits ?? isInherited(longhand);

/** Whether a variable may have a value: what is registered takes only what fits its syntax (CSS Properties and Values 1 §2.4). */
export function isOfSyntax(page: Page, name: string, value: string): boolean {
  const registered = registeredProperty(page, name);
  return (
    registered === undefined ||
    /^\s*(initial|inherit|unset|revert|revert-layer)\s*$/i.test(value) ||
    fitsSyntax(registered.syntax, value.trim())
  );
}
