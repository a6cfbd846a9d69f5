/** Where a correspondent may be, kept up as their mail comes in until the person confirms it. */
import { guessZone, type ZoneGuess } from '#core/people/zoneEvidence';
import { listZones } from '#core/time/zones';
import { correspondentAt, findCorrespondent, updateCorrespondent } from '#store/correspondents';
import { noteChange } from '#store/journal';
import { writtenBy, type Message } from '#store/messages';
import type { Reading, Tx } from '#store/store';

/** A year of mail and more; older mail may be from where they lived before. */
const MOST_MESSAGES = 400;

const countryCodes = new Set(listZones().map(({ countryCode }) => countryCode));

/** Top levels of countries that are sold to everyone, for how they look: they say nothing of where somebody is. */
const SOLD = new Set(
  'AC AI AM AG BZ CC CF CO CX DJ FM GA GD GG GQ GS IM IO LA LC LY ME ML MN MS MU NU PW SC SH SO ST SX TC TK TO TV VC VG WS'.split(
    ' ',
  ),
);

/** The country a domain belongs to by its top level (ISO 3166-1, with .uk for GB); undefined for others. */
export function countryOfAddress(address: string): string | undefined {
  const top = address.slice(address.lastIndexOf('.') + 1).toUpperCase();
  const code = top === 'UK' ? 'GB' : top;
  return countryCodes.has(code) && !SOLD.has(code) ? code : undefined;
}

/** @param vcard the TZ their vCard gave */
export function evidenceFor(
  db: Reading,
  person: { addresses: readonly string[]; country: string | null },
  vcard?: string,
): ZoneGuess | undefined {
  const countries = person.addresses.map(countryOfAddress).filter((code) => code !== undefined);
  return guessZone(writtenBy(db, person.addresses, MOST_MESSAGES), {
    vcard,
    country: person.country ?? countries[0],
  });
}

/** Renews the guess about whoever wrote this, where their zone is not confirmed. */
export function noteWriting(tx: Tx, incoming: Message): void {
  const row = correspondentAt(tx, incoming.fromAddress);
  if (!row || row.zone || incoming.writtenOffset === null) return;
  const guess = evidenceFor(tx, findCorrespondent(tx, row.id)!) ?? null;
  if (guess && row.zoneGuess?.why === guess.why) return;
  updateCorrespondent(tx, row.id, { zoneGuess: guess });
  noteChange(tx, 'correspondent', row.id);
}
