'use client';
/** What is asked of a message beside its words: where answers go, how urgent it is, what is to come back. */
import { Checkbox, Select } from 'antd';
import { IMPORTANCES, SENSITIVITIES, type Importance, type Sensitivity } from '#core/message/details';
import { useSettings } from '../data/queries';
import type { ApiProblem } from '../data/client';
import type { DraftFields } from './draft/fields';
import { EncryptionChoice, sealingWords } from '../keys/EncryptionChoice';
import { RecipientField } from '../common/RecipientField';
import styles from './Composer.module.css';

const IMPORTANCE_WORDS: Record<Importance, string> = { high: 'High', normal: 'Normal', low: 'Low' };
const SENSITIVITY_WORDS: Record<Sensitivity, string> = {
  none: 'None stated',
  personal: 'Personal',
  private: 'Private',
  'company-confidential': 'Confidential to the company',
};
const NO_COPY = '\0none';

/** What is not as usual, in few words; empty where all is. */
export function optionWords(fields: DraftFields, usualFolder: string): string {
  const { importance, sensitivity, deliveryReceipt, readReceipt, keptIn, replyTo } = fields;
  return [
    replyTo.length > 0 && `answers to ${replyTo.length === 1 ? replyTo[0] : `${replyTo.length} people`}`,
    importance !== 'normal' && `${importance} importance`,
    sensitivity !== 'none' && SENSITIVITY_WORDS[sensitivity].toLowerCase(),
    deliveryReceipt && 'receipt of delivery asked',
    readReceipt && 'receipt of being seen asked',
    sealingWords(fields),
    keptIn === null ? 'no copy kept' : keptIn !== usualFolder && `copy in ${keptIn}`,
  ]
    .filter(Boolean)
    .join(' · ');
}

interface Props {
  fields: DraftFields;
  change: (patch: Partial<DraftFields>) => void;
  problem: ApiProblem | null;
}

export function MessageOptions({ fields, change, problem }: Props) {
  const { sentFolders } = useSettings();
  const folders = [...new Set([...sentFolders, ...(fields.keptIn ? [fields.keptIn] : [])])];
  return (
    <div className={styles.options} role="group" aria-label="More about this message">
      <div className={styles.row}>
        <label
          className={styles.label}
          htmlFor="replyTo"
          title="Where answers go instead of to me (Reply-To)"
        >
          Answers to
        </label>
        <RecipientField
          id="replyTo"
          label="Answers to"
          peopleOnly
          value={fields.replyTo}
          problem={problem?.at('replyTo')}
          onChange={(replyTo) => change({ replyTo })}
        />
      </div>
      <div className={styles.choices}>
        <label>
          Importance
          <Select
            size="small"
            aria-label="Importance"
            value={fields.importance}
            popupMatchSelectWidth={false}
            options={IMPORTANCES.map((value) => ({ value, label: IMPORTANCE_WORDS[value] }))}
            onChange={(importance) => change({ importance })}
          />
        </label>
        <label>
          Sensitivity
          <Select
            size="small"
            aria-label="Sensitivity"
            value={fields.sensitivity}
            popupMatchSelectWidth={false}
            options={SENSITIVITIES.map((value) => ({ value, label: SENSITIVITY_WORDS[value] }))}
            onChange={(sensitivity) => change({ sensitivity })}
          />
        </label>
        <label>
          Sent copy
          <Select
            size="small"
            aria-label="Sent copy"
            value={fields.keptIn ?? NO_COPY}
            popupMatchSelectWidth={false}
            options={[
              ...folders.map((value) => ({ value, label: value })),
              { value: NO_COPY, label: 'Keep none' },
            ]}
            onChange={(value) => change({ keptIn: value === NO_COPY ? null : value })}
          />
        </label>
      </div>
      <div className={styles.choices}>
        <span>Ask for a receipt</span>
        <Checkbox
          checked={fields.deliveryReceipt}
          onChange={(event) => change({ deliveryReceipt: event.target.checked })}
        >
          of delivery, from their mail server
        </Checkbox>
        <Checkbox
          checked={fields.readReceipt}
          onChange={(event) => change({ readReceipt: event.target.checked })}
        >
          of being seen, from them
        </Checkbox>
      </div>
      <div className={styles.choices}>
        <EncryptionChoice
          fields={fields}
          change={change}
          problem={problem?.at('sign') ?? problem?.at('encrypt')}
        />
      </div>
    </div>
  );
}
