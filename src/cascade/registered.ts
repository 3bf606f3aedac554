import type { Page, RegisteredProperty } from '../page/index.js';

/** The `@property` that counts for a variable (CSS Properties and Values 1 §2); undefined for most. */
export function registeredProperty(page: Page, name: string): RegisteredProperty | undefined {
  const { registered } = page.overlay?.styles ?? page.styles;
  if (registered.length === 0) return undefined;
  return registered.findLast((one) => one.name === name && page.isActive(one.condition));
}
