'use client';
/** A button that unfolds the choice of a moment. */
import { Button, type ButtonProps } from 'antd';
import { Suspense, useState } from 'react';
import { isLocal } from '#core/time/wallClock';
import type { NearZone } from '../write/ZonePicker';
import styles from './MomentFields.module.css';
import type { LocalMoment } from './MomentFields';
import { later } from './later';
import { PanelPopover } from './PanelPopover';

const MomentFields = later(() =>
  import('./MomentFields').then((loaded) => ({ default: loaded.MomentFields<string> })),
);

interface FormProps {
  /** Begins the ids of the fields. */
  id: string;
  initial: () => LocalMoment;
  near: NearZone[];
  /** What the button does. */
  submit: string;
  onChosen: (moment: LocalMoment) => void;
}

function MomentForm({ id, initial, near, submit, onChosen }: FormProps) {
  const [moment, setMoment] = useState(initial);
  return (
    <form
      className={styles.form}
      onSubmit={(event) => {
        event.preventDefault();
        onChosen({ local: moment.local, zone: moment.zone });
      }}
    >
      <Suspense>
        <MomentFields id={id} value={moment} near={near} onChange={setMoment} />
      </Suspense>
      <Button type="primary" htmlType="submit" disabled={!isLocal(moment.local)}>
        {submit}
      </Button>
    </form>
  );
}

interface Props extends Omit<FormProps, 'onChosen'> {
  title: string;
  button: ButtonProps;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  /** Resolves to true where it was done: then the choice folds and the button has the focus again. */
  onChosen: (moment: LocalMoment) => Promise<boolean>;
}

export function MomentPopover({ title, button, open, onOpenChange, onChosen, ...form }: Props) {
  return (
    <PanelPopover title={title} button={button} open={open} onOpenChange={onOpenChange}>
      {(close) => (
        <MomentForm {...form} onChosen={(moment) => void onChosen(moment).then((done) => done && close())} />
      )}
    </PanelPopover>
  );
}
