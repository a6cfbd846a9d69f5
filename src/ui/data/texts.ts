'use client';
/** Kept texts and what fields become, as views read them. */
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { FilledJson, TextJson, TextsJson } from '#api/types';
import type { FieldValues } from '#core/fields/values';
import { useSettled } from '../common/useSettled';
import { ask } from './client';

export const useTexts = () =>
  useQuery({
    queryKey: ['texts', 'all'],
    queryFn: async () => (await ask<TextsJson>('GET', '/texts')).texts,
  });

export const useText = (id: string | undefined) =>
  useQuery({
    queryKey: ['texts', id],
    queryFn: () => ask<TextJson>('GET', `/texts/${id}`),
    retry: false,
    enabled: id !== undefined,
  });

/** What is asked about a text with fields. */
export interface FilledAsked {
  subject: string;
  text: string;
  html: string | null;
  fields: FieldValues;
  identity: string | null;
  /** Addresses, and groups by their names. */
  recipients: readonly string[];
  together: boolean;
  /** When it leaves; undefined: now. */
  at: string | undefined;
  /** The message on the server; undefined where it is not kept yet. */
  message: string | undefined;
}

/** Typing rests this long before it is asked. */
const TYPING_MS = 250;

/** What the fields become for each reader; nothing is asked where there are none. */
export function useFilled(asked: FilledAsked, enabled: boolean) {
  const settled = useSettled(JSON.stringify(asked), TYPING_MS);
  return useQuery({
    queryKey: ['filled', settled],
    queryFn: async () => {
      const { recipients, ...rest } = JSON.parse(settled) as FilledAsked;
      const body = { ...rest, recipients: recipients.map((address) => ({ address })) };
      return (await ask<FilledJson>('POST', '/checks/fields', body)).readers;
    },
    enabled,
    placeholderData: keepPreviousData,
  }).data;
}
