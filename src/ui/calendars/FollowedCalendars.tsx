'use client';
/** Calendars elsewhere that mine follows: files that are read, and calendars of a server that are kept the same both ways. */
import { Button, Checkbox, Input } from 'antd';
import { useId, useState } from 'react';
import type { CalendarJson, FoundCalendarsJson } from '#api/types';
import { useWords } from '../common/format';
import { PanelPopover } from '../common/PanelPopover';
import { useFollowed } from '../data/calendars';
import { FilePicker } from '../files/FilePicker';
import styles from './Calendars.module.css';
import { useCalendarActions, type Account } from './useCalendarActions';

type Actions = ReturnType<typeof useCalendarActions>;
type Found = FoundCalendarsJson['found'][number];

function Followed({ calendar, actions }: { calendar: CalendarJson; actions: Actions }) {
  const words = useWords();
  const id = useId();
  const [ending, setEnding] = useState(false);
  const [mending, setMending] = useState(false);
  const [password, setPassword] = useState('');
  const { kind, name, place, events, takesNew, agreedAt, trouble } = calendar;
  const isServer = kind === 'caldav';
  return (
    <li className={styles.followed} aria-labelledby={id}>
      <p className={styles.head}>
        <strong id={id} dir="auto">
          {name}
        </strong>
        <span className="quiet">
          {isServer ? 'calendar server, both ways' : 'file, only read'} ·{' '}
          {events === 1 ? 'one event' : `${events} events`}
          {agreedAt && ` · changed ${words.moment(agreedAt)}`}
        </span>
      </p>
      <p className={styles.place}>
        <bdi>{place}</bdi>
      </p>
      {trouble && (
        <p role="alert" className={styles.trouble}>
          {trouble}
        </p>
      )}
      <p className={styles.acts}>
        <Button size="small" onClick={() => void actions.sync(calendar)}>
          Look now
        </Button>
        {isServer && (
          <Checkbox
            checked={takesNew}
            onChange={({ target }) => void actions.change(calendar, { takesNew: target.checked })}
          >
            new events go there
          </Checkbox>
        )}
        {isServer && (
          <PanelPopover
            open={mending}
            onOpenChange={setMending}
            title={`Another password for “${name}”`}
            button={{ size: 'small', type: 'text', children: 'Password…' }}
          >
            {(close) => (
              <form
                className={styles.panel}
                onSubmit={(event) => {
                  event.preventDefault();
                  void actions.change(calendar, { password }).then(close);
                  setPassword('');
                }}
              >
                <Input.Password
                  autoFocus
                  aria-label="Password"
                  autoComplete="off"
                  value={password}
                  onChange={({ target }) => setPassword(target.value)}
                />
                <Button type="primary" htmlType="submit">
                  Use this
                </Button>
              </form>
            )}
          </PanelPopover>
        )}
        <PanelPopover
          open={ending}
          onOpenChange={setEnding}
          title={`Follow “${name}” no more`}
          button={{ size: 'small', type: 'text', children: 'Follow no more…' }}
        >
          {(close) => (
            <div className={styles.panel}>
              <Button autoFocus onClick={() => void actions.unfollow(calendar, true).then(close)}>
                Keep its events here
              </Button>
              {events > 0 && (
                <Button onClick={() => void actions.unfollow(calendar, false).then(close)}>
                  Take its events out, too
                </Button>
              )}
              <span className="quiet">Nothing is changed there.</span>
            </div>
          )}
        </PanelPopover>
      </p>
    </li>
  );
}

function ServerForm({
  toTry,
  followed,
  actions,
  done,
}: {
  toTry: Account | null;
  followed: readonly CalendarJson[];
  actions: Actions;
  done: () => void;
}) {
  const id = useId();
  const [account, setAccount] = useState<Account>({ place: '', user: '', password: '' });
  const [found, setFound] = useState<readonly Found[]>();
  const [takesNew, setTakesNew] = useState(followed.every((each) => !each.takesNew));
  const [busy, setBusy] = useState(false);
  const set = (patch: Partial<Account>) => {
    setAccount((before) => ({ ...before, ...patch }));
    setFound(undefined);
  };
  const find = async () => {
    setBusy(true);
    setFound(await actions.find(account));
    setBusy(false);
  };
  const follow = async ({ url, name }: Found) => {
    setBusy(true);
    const isDone = await actions.follow({ kind: 'caldav', ...account, place: url, name, takesNew });
    setBusy(false);
    if (isDone) done();
  };
  const isNew = ({ url }: Found) => !followed.some(({ place }) => place === url);
  return (
    <form
      className={styles.server}
      onSubmit={(event) => {
        event.preventDefault();
        void find();
      }}
    >
      <label htmlFor={`${id}-place`}>Address of the server</label>
      <Input
        id={`${id}-place`}
        autoFocus
        value={account.place}
        placeholder="https://calendar.example/dav/"
        onChange={({ target }) => set({ place: target.value })}
      />
      <label htmlFor={`${id}-user`}>Name there</label>
      <Input
        id={`${id}-user`}
        autoComplete="off"
        value={account.user}
        onChange={({ target }) => set({ user: target.value })}
      />
      <label htmlFor={`${id}-password`}>Password</label>
      <Input.Password
        id={`${id}-password`}
        autoComplete="off"
        value={account.password}
        onChange={({ target }) => set({ password: target.value })}
      />
      <p className={styles.acts}>
        <Button
          htmlType="submit"
          type="primary"
          ghost
          loading={busy}
          disabled={!account.place || !account.user}
        >
          Find its calendars
        </Button>
        {toTry && (
          <Button type="text" onClick={() => set(toTry)}>
            Try the one that ships
          </Button>
        )}
      </p>
      {found && (
        <>
          <Checkbox checked={takesNew} onChange={({ target }) => setTakesNew(target.checked)}>
            New events of mine go there, and those that are in no other calendar
          </Checkbox>
          <ul className={styles.found} aria-label="Calendars found">
            {found.map((each) => (
              <li key={each.url}>
                <span dir="auto">{each.name}</span>
                {isNew(each) ? (
                  <Button
                    size="small"
                    disabled={busy}
                    aria-label={`Keep the same: “${each.name}”`}
                    onClick={() => void follow(each)}
                  >
                    Keep the same
                  </Button>
                ) : (
                  <span className="quiet">followed already</span>
                )}
              </li>
            ))}
          </ul>
          {found.length === 0 && <p className="quiet">There are no calendars in this account.</p>}
        </>
      )}
    </form>
  );
}

export function FollowedCalendars() {
  const { data } = useFollowed(true);
  const actions = useCalendarActions();
  const [adding, setAdding] = useState<'file' | 'server' | null>(null);
  const opens = (which: 'file' | 'server') => (open: boolean) => setAdding(open ? which : null);
  if (!data) return null;
  const { calendars, toTry } = data;
  return (
    <section className={`pane ${styles.pane}`} aria-label="Other calendars">
      {calendars.length === 0 ? (
        <p className="quiet">
          No other calendar is followed. A file or a folder is read whenever it changes; a calendar of a
          server is kept the same both ways.
        </p>
      ) : (
        <ul className={styles.list}>
          {calendars.map((calendar) => (
            <Followed key={calendar.id} calendar={calendar} actions={actions} />
          ))}
        </ul>
      )}
      <p className={styles.acts}>
        <PanelPopover
          open={adding === 'file'}
          onOpenChange={opens('file')}
          title="A calendar file, or a folder of them"
          button={{ children: 'Follow a file…' }}
        >
          {(close) => (
            <FilePicker
              purpose="watch"
              choose={([place]) =>
                void actions.follow({ kind: 'file', place: place! }).then((isDone) => isDone && close())
              }
            />
          )}
        </PanelPopover>
        <PanelPopover
          open={adding === 'server'}
          onOpenChange={opens('server')}
          title="A calendar of a server (CalDAV)"
          button={{ children: 'A calendar server…' }}
        >
          {(close) => <ServerForm toTry={toTry} followed={calendars} actions={actions} done={close} />}
        </PanelPopover>
      </p>
    </section>
  );
}
