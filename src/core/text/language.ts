/** The languages the product reads. */

export const LANGUAGES = ['en', 'pt', 'de', 'fr', 'es'] as const;
export type Language = (typeof LANGUAGES)[number];

/** Those of ours among BCP 47 tags, in their order, each once: `de-AT` is German. */
export const languagesOf = (tags: readonly string[]): Language[] => {
  const codes = tags.map((tag) => tag.trim().split('-')[0]!.toLowerCase());
  return [...new Set(codes)].flatMap((code) => LANGUAGES.filter((language) => language === code));
};
