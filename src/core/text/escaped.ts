/** Text as it stands in HTML. */
export const escaped = (text: string): string =>
  text.replace(/[&<>]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;' })[sign]!);

/** The same, between the quotes of an attribute. */
export const escapedAttribute = (text: string): string =>
  escaped(text).replaceAll('"', '&quot;').replaceAll("'", '&#39;');
