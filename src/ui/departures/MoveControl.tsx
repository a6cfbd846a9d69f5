'use client';
/** Another moment for a departure: in words, by suggestion, or by date and time. */
import { Button, Popover, Space } from 'antd';
import { useRef, useState } from 'react';
import type { DepartureJson } from '#api/types';
import { usualChoices, type Plan } from '#core/plan/plan';
import { timeOf } from '#core/plan/kinds/registry';
import { proposeTime } from '#core/plan/proposal';
import { recipientsWords } from '../common/format';
import { MomentFields } from '../common/MomentFields';
import { RowButton } from '../common/RowParts';
import { ApiProblem } from '../data/client';
import { useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import { PhraseField } from '../moment/PhraseField';
import { useMoment } from '../moment/useMoment';
import type { DepartureActions } from './useDepartureActions';
import styles from './DeparturesView.module.css';

interface FormProps {
  departure: DepartureJson;
  move: (plan: Plan, goOn: boolean) => Promise<boolean>;
}

function MoveForm({ departure, move }: FormProps) {
  const settings = useSettings();
  const minute = useNow(60_000);
  const [problem, setProblem] = useState<string | null>(null);
  const reader = departure.recipients.find((each) => each.zone);
  const { plan } = departure;
  const near = [
    ...(reader?.zone ? [{ zone: reader.zone, whose: reader.name, place: reader.place ?? undefined }] : []),
    ...(reader?.zone === settings.zone ? [] : [{ zone: settings.zone, whose: 'you' }]),
  ];
  const moment = useMoment({
    plan: timeOf(plan) ?? proposeTime(minute, reader?.zone ?? settings.zone),
    choices: usualChoices,
    recipients: departure.recipients
      .filter(({ status }) => status !== 'accepted')
      .map(({ address }) => address),
    message: { id: departure.messageId, revision: departure.revision },
    minute,
  });
  const shown = moment.plan;
  const time = timeOf(shown);
  // Some have it: it is the same message for the rest, and only for them.
  const served = departure.recipients.filter(({ status }) => status === 'accepted');
  const said = moment.preview.data?.sentence;
  const sentence =
    said && served.length > 0
      ? `${recipientsWords(served)} ${served.length > 1 ? 'have' : 'has'} it already. To the rest: ${said}`
      : said;
  const still = departure.state === 'paused' && departure.pausedFor !== 'editing';
  async function submit(goOn: boolean) {
    try {
      await move(await moment.settle(), goOn);
    } catch (error) {
      setProblem(error instanceof ApiProblem ? error.message : 'This did not work. Try again.');
    }
  }
  return (
    <form
      className={styles.move}
      onSubmit={(event) => {
        event.preventDefault();
        void submit(false);
      }}
    >
      <PhraseField
        autoFocus
        text={moment.phrase.text}
        onText={moment.phrase.type}
        result={moment.phrase.result}
        suggestions={moment.suggestions}
        plan={shown}
        onChoose={moment.setPlan}
      />
      {time && (
        <MomentFields
          id={`move-${departure.id}`}
          value={time}
          near={near}
          onChange={({ local, zone }) => moment.setPlan({ kind: 'at', local, zone })}
        />
      )}
      <p className={styles.sentence} role={problem ? 'alert' : undefined}>
        {problem ?? sentence}
      </p>
      <Space>
        <Button type="primary" htmlType="submit" disabled={!moment.readable}>
          {still ? 'Move, stays paused' : 'Move'}
        </Button>
        {still && (
          <Button disabled={!moment.readable} onClick={() => void submit(true)}>
            Move and let it go on
          </Button>
        )}
      </Space>
    </form>
  );
}

interface Props {
  departure: DepartureJson;
  move: DepartureActions['move'];
}

export function MoveControl({ departure, move }: Props) {
  // A popover for each row of a long list would cost more than the row: there is none until it is opened once.
  const [open, setOpen] = useState<boolean | null>(null);
  const opener = useRef<HTMLButtonElement>(null);
  const moveTo = async (plan: Plan, goOn: boolean) => {
    const moved = await move(departure, plan, goOn);
    if (moved) {
      setOpen(false);
      opener.current?.focus();
    }
    return moved;
  };
  const button = {
    ref: opener,
    'aria-expanded': open === true,
    'aria-label': `Move, to ${recipientsWords(departure.recipients)}`,
    children: 'Move',
  };
  if (open === null) return <RowButton {...button} onClick={() => setOpen(true)} />;
  return (
    <Popover
      open={open}
      onOpenChange={(next) => {
        setOpen(next);
        // Escape and a press elsewhere give the focus back, not to the page as a whole.
        if (!next) opener.current?.focus();
      }}
      trigger="click"
      destroyOnHidden
      placement="bottomLeft"
      content={
        <div role="dialog" aria-label="Another moment">
          <div className="ant-popover-title">Another moment</div>
          <MoveForm departure={departure} move={moveTo} />
        </div>
      }
    >
      <RowButton {...button} />
    </Popover>
  );
}
