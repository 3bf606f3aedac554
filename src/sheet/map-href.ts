/** Where a sheet says that its source map is (ECMA-426 §11.1.2.3): the last such comment; undefined where it says none. */
export function mapHref(css: string): string | undefined {
  const at = css.lastIndexOf('sourceMappingURL=');
  if (at < 0) return undefined;
  return /^\/\*[#@] ?sourceMappingURL=(?<href>[^\s*'"]+)\s*\*\//.exec(
    css.slice(Math.max(0, at - 4)).trimStart(),
  )?.groups?.href;
}
