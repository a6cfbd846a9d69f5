'use client';
import { useMemo } from 'react';
import { languagesOf, type Language } from '#core/text/language';
import { useSettings } from '../data/queries';

/** In which languages dates and times are read in fields: mine, the browser's, and English. */
export function usePhraseLanguages(): Language[] {
  const { languages } = useSettings();
  return useMemo(
    () => [...new Set<Language>([...languages, ...languagesOf(navigator.languages), 'en'])],
    [languages],
  );
}
