/**
 * How a field stands in a text: `{{name}}`, `{{name | what stands there where nothing is known}}`,
 * `{{name : how it is written}}`.
 */

export interface Field {
  /** As it stands in the text, braces included. */
  whole: string;
  /** Lower case, with single spaces. */
  name: string;
  /** How it is written: `short`, `number`, `EUR`; empty for as usual. */
  form: string;
  /** What stands there where nothing is known; undefined where nothing may. */
  instead: string | undefined;
}

/** A field is on one line. */
const FIELD = /\{\{([^{}\n]{1,200})\}\}/g;

export const keyOf = (name: string) => name.trim().toLowerCase().replace(/\s+/g, ' ');

/** @param inner what stands between the braces */
export function fieldOf(whole: string, inner: string): Field {
  const bar = inner.indexOf('|');
  const [before, instead] = bar < 0 ? [inner, undefined] : [inner.slice(0, bar), inner.slice(bar + 1).trim()];
  const colon = before.lastIndexOf(':');
  const [name, form] = colon < 0 ? [before, ''] : [before.slice(0, colon), before.slice(colon + 1)];
  return { whole, name: keyOf(name), form: form.trim(), instead };
}

/** The fields of a text, as they come. */
export const fieldsIn = (text: string): Field[] =>
  [...text.matchAll(FIELD)].map((match) => fieldOf(match[0], match[1]!));

/** Each field as it is put by the function; those it gives nothing for stand as they are. */
export const replaceFields = (text: string, put: (field: Field) => string | undefined): string =>
  text.replace(FIELD, (whole, inner: string) => put(fieldOf(whole, inner)) ?? whole);

/** Without its fields, for what asks about the rest. */
export const withoutFields = (text: string): string => replaceFields(text, () => '');
