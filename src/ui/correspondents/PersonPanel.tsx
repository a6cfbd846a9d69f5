'use client';
/** One correspondent, changed in place: every field is kept as it is left. */
import { useQueryClient } from '@tanstack/react-query';
import { Button } from 'antd';
import type { CorrespondentJson } from '#api/types';
import { readTypedDate } from '#core/time/typed';
import { zoneCity } from '#core/time/zones';
import { KeptField } from '../common/KeptField';
import { PlaceFields } from '../common/PlaceFields';
import { WorkFields } from '../common/WorkFields';
import { ask } from '../data/client';
import { refresh, useSettings } from '../data/queries';
import { useNotices } from '../shell/Notices';
import { PersonKeys } from '../keys/OthersKeys';
import { Answered } from '../questions/Answered';
import { ZonePicker } from '../write/ZonePicker';
import { AnswerDrawing } from './AnswerDrawing';
import styles from './CorrespondentsView.module.css';
import { OwnColumns } from './OwnColumns';
import { SidePanel } from './SidePanel';

interface Props {
  /** Missing for one to be added. */
  person?: CorrespondentJson;
  onClose: () => void;
  onAdded?: (id: string) => void;
}

/** Any leap year: 29 February is a day too. */
const LEAP = '2024-01-01';
export function PersonPanel({ person, onClose, onAdded }: Props) {
  const client = useQueryClient();
  const settings = useSettings();
  const { show, showProblem } = useNotices();

  async function keep(patch: Record<string, unknown>): Promise<void> {
    if (person) await ask('PATCH', `/correspondents/${person.id}`, patch);
    else onAdded?.((await ask<CorrespondentJson>('POST', '/correspondents', patch)).id);
    refresh(client, ['correspondent']);
  }
  const apply = (patch: Record<string, unknown>) => void keep(patch).catch(showProblem);
  async function remove(gone: CorrespondentJson) {
    try {
      await ask('DELETE', `/correspondents/${gone.id}`);
    } catch (error) {
      return showProblem(error);
    }
    const { id: _id, zoneGuess: _guess, holidays: _holidays, answers: _answers, ...whole } = gone;
    const { name, addresses } = whole;
    const restore = async () => {
      await ask('POST', '/correspondents', whole).catch(showProblem);
      refresh(client, ['correspondent']);
    };
    show({
      words: `${name || addresses[0]} is forgotten; messages stay.`,
      undo: restore,
    });
    refresh(client, ['correspondent']);
    onClose();
  }

  const { zoneGuess, dates = [] } = person ?? {};
  return (
    <SidePanel
      heading={person ? person.name || person.addresses[0]! : 'A new correspondent'}
      onClose={onClose}
    >
      <KeptField
        label="Name"
        value={person?.name ?? ''}
        keep={(name) => keep({ name })}
        autoFocus={!person}
        hint={person ? undefined : 'Kept when you press Enter or leave the field.'}
      />
      {person && (
        <>
          <KeptField
            label="Addresses"
            value={person.addresses.join(', ')}
            placeholder="name@place.example, another@place.example"
            hint="The first is the one used."
            keep={(text) => keep({ addresses: text.split(/[,;\s]+/).filter(Boolean) })}
          />
          {!person.zone && zoneGuess && (
            <div className={styles.evidence}>
              <span>
                {zoneGuess.zone ? (
                  <>
                    Perhaps <strong>{zoneCity(zoneGuess.zone)}</strong>:
                  </>
                ) : (
                  <strong>Which of these, or where else?</strong>
                )}{' '}
                {zoneGuess.why}
              </span>
              <span>
                {[...(zoneGuess.zone ? [zoneGuess.zone] : []), ...zoneGuess.others].map((zone) => (
                  <Button key={zone} size="small" onClick={() => apply({ zone })}>
                    {zone === zoneGuess.zone ? `Confirm ${zoneCity(zone)}` : zoneCity(zone)}
                  </Button>
                ))}
              </span>
            </div>
          )}
          <div className={styles.field}>
            <label htmlFor="person-zone">Time zone</label>
            <ZonePicker
              id="person-zone"
              label="Time zone"
              value={person.zone ?? ''}
              near={[{ zone: settings.zone, whose: 'yours' }]}
              onChange={(zone) => apply({ zone })}
            />
          </div>
          <KeptField
            label="Place"
            value={person.place ?? ''}
            keep={(place) => keep({ place: place || null })}
          />
          <KeptField
            label="Organisation"
            value={person.organisation ?? ''}
            keep={(organisation) => keep({ organisation: organisation || null })}
          />
          <PlaceFields country={person.country} region={person.region} zone={person.zone} onChange={apply} />
          <WorkFields
            key={person.id}
            week={person.week}
            leave={person.leave}
            zone={person.zone ?? settings.zone}
            keep={keep}
          />
          <OwnColumns key={`${person.id} columns`} person={person} keep={keep} />
          {dates.length > 0 && (
            <ul className={styles.list} aria-label="Personal dates">
              {dates.map(({ what, month, day }, index) => (
                <li key={`${what} ${index}`}>
                  <span>
                    {what},{' '}
                    {new Date(Date.UTC(2024, month - 1, day)).toLocaleDateString('en-GB', {
                      day: 'numeric',
                      month: 'long',
                      timeZone: 'UTC',
                    })}
                  </span>
                  <Button
                    size="small"
                    type="text"
                    aria-label={`Remove ${what}`}
                    onClick={() => apply({ dates: dates.filter((_, other) => other !== index) })}
                  >
                    Remove
                  </Button>
                </li>
              ))}
            </ul>
          )}
          <KeptField
            label="Add a personal date"
            value=""
            placeholder="12 Apr, Birthday"
            hint="Proposed once a year, for their morning."
            keep={async (text) => {
              if (!text.trim()) return;
              const [day, ...what] = text.split(',');
              const date = readTypedDate(day!, LEAP);
              if (!date || !what.join(',').trim()) throw new Error('Write it as 12 Apr, Birthday.');
              const [, month, number] = date.split('-').map(Number);
              await keep({ dates: [...dates, { what: what.join(',').trim(), month, day: number }] });
            }}
          />
          <PersonKeys addresses={person.addresses} />
          <Answered id={person.id} name={person.name || person.addresses[0]!} />
          <AnswerDrawing id={person.id} name={person.name || person.addresses[0]!} />
          <div className={styles.foot}>
            <Button onClick={() => void remove(person)}>Forget</Button>
          </div>
        </>
      )}
    </SidePanel>
  );
}
