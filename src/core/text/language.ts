/** The languages the product reads. */

export const LANGUAGES = ['en', 'pt', 'de', 'fr', 'es'] as const;
export type Language = (typeof LANGUAGES)[number];

/** Whether it is a language tag (BCP 47, RFC 5646). */
export function isLanguageTag(text: string): boolean {
  try {
    return Intl.getCanonicalLocales(text).length === 1;
  } catch {
    return false;
  }
}

/** Those of ours among BCP 47 tags, in their order, each once: `de-AT` is German. */
export const languagesOf = (tags: readonly string[]): Language[] => {
  const codes = tags.map((tag) => tag.trim().split('-')[0]!.toLowerCase());
  return [...new Set(codes)].flatMap((code) => LANGUAGES.filter((language) => language === code));
};
