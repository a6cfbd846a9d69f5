'use client';
/** Whether a message is signed and encrypted, and what that comes to for its readers. */
import { Checkbox, Select } from 'antd';
import Link from 'next/link';
import { identityOf } from '#core/message/details';
import { ENCRYPTS, listed, type Encrypt } from '#core/openpgp/key';
import { useReaderKeys } from '../data/keys';
import { useSettings } from '../data/queries';
import type { DraftFields } from '../write/draft/fields';
import { useReaders } from '../write/useReaders';

export const ENCRYPT_WORDS: Record<Encrypt, string> = {
  no: 'Not encrypted',
  'if-all': 'Encrypted if everyone has a key',
  yes: 'Always encrypted',
};

/** What is chosen, in few words; empty where nothing is. */
export const sealingWords = ({ sign, encrypt }: Pick<DraftFields, 'sign' | 'encrypt'>): string =>
  [
    sign && 'signed',
    encrypt === 'yes' && 'encrypted',
    encrypt === 'if-all' && 'encrypted if everyone has a key',
  ]
    .filter(Boolean)
    .join(', ');

interface Props {
  fields: DraftFields;
  change: (patch: Partial<DraftFields>) => void;
  problem: string | undefined;
}

export function EncryptionChoice({ fields, change, problem }: Props) {
  const settings = useSettings();
  const { sign, encrypt, identity } = fields;
  const { recipients } = useReaders(fields);
  const { data } = useReaderKeys(identityOf(settings, identity).address, recipients);
  const without = data?.readers.flatMap(({ address, key }) => (key ? [] : [address])) ?? [];
  const keyed = (data?.readers.length ?? 0) - without.length;
  const state = !data
    ? ''
    : data.own === null
      ? 'You have no key for this address yet.'
      : encrypt === 'no'
        ? keyed > 0 && without.length === 0
          ? 'Everyone it goes to has a key.'
          : ''
        : without.length > 0
          ? `No key for ${listed(without)}${encrypt === 'yes' ? ': it does not leave like this.' : ': it leaves unencrypted.'}`
          : keyed > 0
            ? 'Everyone it goes to has a key: it leaves encrypted.'
            : '';
  return (
    <>
      <span>OpenPGP</span>
      <Checkbox
        // The library adds blanks to the name by its styles.
        aria-label="Signed"
        checked={sign}
        disabled={data?.own === null && !sign}
        onChange={({ target }) => change({ sign: target.checked })}
      >
        Signed
      </Checkbox>
      <Select
        size="small"
        aria-label="Encryption"
        value={encrypt}
        popupMatchSelectWidth={false}
        options={ENCRYPTS.map((value) => ({ value, label: ENCRYPT_WORDS[value] }))}
        onChange={(value) => change({ encrypt: value })}
      />
      <span role="status" className="quiet">
        {problem ?? state}
      </span>
      {data?.own === null && <Link href="/settings/encryption">Make one, or bring one along</Link>}
    </>
  );
}
