/** A rule as it is pasted, one declaration a line, under a media query where one is given. */
export function ruleText(
  selector: string,
  set: Readonly<Record<string, string>>,
  important: readonly string[],
  media: string | undefined,
): string {
  const lines = Object.entries(set).map(
    ([property, value]) =>
      `  ${property}: ${value.trim()}${important.includes(property) ? ' !important' : ''};`,
  );
  const rule = `${selector} {\n${lines.join('\n')}\n}\n`;
  return media ? `@media ${media} {\n${rule.replace(/^(?=.)/gm, '  ')}}\n` : rule;
}
