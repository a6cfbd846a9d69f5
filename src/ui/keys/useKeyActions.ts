'use client';
/** What can be done with keys, each with its notice. */
import { useQueryClient } from '@tanstack/react-query';
import type { KeyJson, KeysJson } from '#api/types';
import { addressKey } from '#core/message/address';
import { useAttempt } from '../common/useAttempt';
import { ask } from '../data/client';
import { refresh } from '../data/queries';
import { useNotices } from '../shell/Notices';

const nameOf = ({ people: [first], id }: KeyJson) => first?.name || first?.address || id;

/** A file as the API takes it: armor as text, anything else in base64. */
export async function keyRequest(file: File): Promise<{ text: string } | { base64: string }> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  const text = new TextDecoder().decode(bytes);
  if (text.includes('-----BEGIN PGP ')) return { text };
  const letters: string[] = [];
  for (const byte of bytes) letters.push(String.fromCharCode(byte));
  return { base64: btoa(letters.join('')) };
}

/** Of the same people, and used now. */
const othersUsed = (keys: readonly KeyJson[], key: KeyJson) => {
  const people = new Set(key.people.map(({ address }) => addressKey(address)));
  return keys.filter(
    ({ id, mine, used, people: theirs }) =>
      id !== key.id && used && !mine && theirs.some(({ address }) => people.has(addressKey(address))),
  );
};

export function useKeyActions() {
  const client = useQueryClient();
  const attempt = useAttempt();
  const { show } = useNotices();
  const changed = () => refresh(client, ['key']);
  return {
    /** @throws (rejects) ApiProblem */
    take: async (request: object): Promise<KeyJson[]> => {
      const { keys } = await ask<KeysJson>('POST', '/keys', request);
      changed();
      const [first] = keys;
      const words =
        keys.length === 1 ? `The key of ${nameOf(first!)} is taken in` : `${keys.length} keys are taken in`;
      const waits = keys.filter(({ used }) => !used).length;
      show({
        words:
          waits > 0 ? `${words}; another one is in use, until you say that this is the one.` : `${words}.`,
      });
      return keys;
    },
    use: (key: KeyJson, used: boolean) =>
      attempt(async () => {
        // Of one person only one is used: which one that was comes back with an undo.
        const before = used ? othersUsed(client.getQueryData<KeyJson[]>(['keys']) ?? [], key) : [];
        await ask('PATCH', `/keys/${key.id}`, { used });
        changed();
        show({
          words: used
            ? `Mail to ${nameOf(key)} can be encrypted with this key.`
            : 'This key is not used any more.',
          undo: async () => {
            await ask('PATCH', `/keys/${key.id}`, { used: !used });
            for (const { id } of before) await ask('PATCH', `/keys/${id}`, { used: true });
            changed();
          },
        });
      }),
    /** Of somebody else: it can be had back. */
    remove: (key: KeyJson) =>
      attempt(async () => {
        // A hint comes once more with their next message.
        const text =
          key.mine || key.source === 'header'
            ? undefined
            : await (await fetch(`/api/v1/keys/${key.id}/file`)).text();
        await ask('DELETE', `/keys/${key.id}`);
        changed();
        const undo = async () => {
          await ask('POST', '/keys', { text });
          await ask('PATCH', `/keys/${key.id}`, { used: key.used });
          changed();
        };
        show({ words: `The key of ${nameOf(key)} is gone.`, ...(text !== undefined && { undo }) });
      }),
    lock: () =>
      attempt(async () => {
        await ask('POST', '/keys/lock');
        changed();
        show({ words: 'Your keys are locked.' });
      }),
  };
}

export type KeyActions = ReturnType<typeof useKeyActions>;
