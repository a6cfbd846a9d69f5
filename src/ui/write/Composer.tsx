'use client';
/** Writing one message: new, taken back, or pending. */
import { useQueryClient } from '@tanstack/react-query';
import { Button, type InputRef } from 'antd';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { AttachmentJson, DepartureJson, MessageJson, SeriesJson } from '#api/types';
import { formatMailbox } from '#core/message/address';
import type { Finding } from '#core/checks/finding';
import {
  copiesOf,
  eventOf,
  followsReaders,
  isRepeating,
  timeOf,
  waitsForFile,
} from '#core/plan/kinds/registry';
import { baseSubject } from '#core/reply/threading';
import { usualHold } from '#core/hold/decide';
import { isWeighty } from '#core/checks/setAside';
import { proposeTime } from '#core/plan/proposal';
import { useIsBegun } from '../common/begun';
import { useWords } from '../common/format';
import type { ApiProblem } from '../data/client';
import { refresh, useMessage, useSettings } from '../data/queries';
import { useNow } from '../data/useNow';
import { useDepartureActions } from '../departures/useDepartureActions';
import { SeriesPreview } from '../moment/SeriesPreview';
import { MomentSheet } from './MomentSheet';
import { MomentPanel } from '../moment/MomentPanel';
import { useMoment } from '../moment/useMoment';
import { useCommand, useKeyName } from '../shell/commands';
import { keepTextPath } from '../shell/views';
import { useNotices } from '../shell/Notices';
import { usePictures } from './attachments/usePictures';
import { useUploads } from './attachments/useUploads';
import { useLinks } from '../data/links';
import type { BodyHandle } from './body/BodyHandle';
import { Findings } from './checks/Findings';
import { useChecked } from './checks/useChecked';
import { useWaysOut } from './checks/useWaysOut';
import { ConflictPanel } from './ConflictPanel';
import { recallCursor, rememberCursor } from './cursor';
import { copiesUnderWay, keptSentence, landsOf } from './departureWords';
import { useDraft, type Beginning, type SaveState } from './draft/useDraft';
import { FieldPicker } from './fields/FieldPicker';
import { FieldsPanel } from './fields/FieldsPanel';
import { useBeginning } from './fields/useBeginning';
import { useFields } from './fields/useFields';
import { UseText } from './fields/UseText';
import { HoldLine } from './HoldLine';
import { MessageFields } from './MessageFields';
import { PendingBar } from './PendingBar';
import { choicesOf, isPast, same } from './planState';
import { primaryWords } from './primaryWords';
import { SummaryBar } from './SummaryBar';
import { usePlanKept } from './usePlanKept';
import { usePrimaryKey } from './usePrimaryKey';
import { useLease } from './useLease';
import { useReaders } from './useReaders';
import { useSending } from './useSending';
import { CarriesCalendar } from '../invitations/InvitationPanel';
import { offerBegun } from '../offers/OfferForm';
import { OfferLine } from '../offers/OfferLine';
import { questionBegun } from '../questions/QuestionForm';
import { QuestionLine } from '../questions/QuestionLine';
import { useAsking, type AskingHandle } from '../questions/useAsking';
import { WatchLine } from '../watches/WatchLine';
import styles from './Composer.module.css';

interface Props {
  beginning: Omit<Beginning, 'kept'>;
  /** The message on the server; undefined for one not kept yet. */
  message: MessageJson | undefined;
  /** The departure under way, where it is pending. */
  departure: DepartureJson | undefined;
  /** The series made from it, where it is what repeats. */
  series?: SeriesJson;
  /** Where the cursor stands on opening. */
  begin: 'to' | 'text' | undefined;
  /** The kept text whose words it begins with: what is attached to that comes along. */
  withText?: string;
  /** It is begun to offer times about this one, ISO. */
  offers?: string;
}

const SAVE_WORDS: Record<SaveState, string> = {
  clean: '',
  dirty: 'Not saved yet',
  saving: 'Saving…',
  saved: 'Draft saved',
  failed: 'Not saved, kept in this browser',
  conflict: 'Not saved: two versions',
};

/** Kept, and yet it does not leave before the person says so. */
const PENDING_WORDS: Record<SaveState, string> = { ...SAVE_WORDS, saved: 'Kept, not let go yet' };

const NOTHING: AttachmentJson[] = [];
/** Where Composer.module.css has the moment on a sheet. */
const NARROW = '(max-width: 720px)';
const MEND_TIME = 'When is it to leave? Mend the date or the time first.';
const CHOOSE_FILE = 'Which file is watched? Choose it first.';
const CHOOSE_EVENT = 'Which event does it leave before? Choose it first.';

/** What a plan still needs that cannot be reckoned yet. */
const missingWords = (plan: Parameters<typeof eventOf>[0]): string =>
  waitsForFile(plan) ? CHOOSE_FILE : eventOf(plan) ? CHOOSE_EVENT : MEND_TIME;
export function Composer({ beginning, message, departure, series, begin, withText, offers }: Props) {
  const client = useQueryClient();
  const router = useRouter();
  const settings = useSettings();
  const words = useWords();
  const keyName = useKeyName();
  const { show, showProblem } = useNotices();
  const actions = useDepartureActions();
  const minute = useNow(60_000);
  const subject = useRef<InputRef>(null);
  const body = useRef<BodyHandle>(null);
  const chooser = useRef<HTMLInputElement>(null);

  const keepAddress = useCallback((id: string) => window.history.replaceState(null, '', `/write/${id}`), []);
  // What stands still may be saved as it is typed; what would leave by itself stands still once the lease is there.
  const still = series ? false : !departure || ['paused', 'failed'].includes(departure.state);
  const draft = useDraft({ ...beginning, kept: message }, still, keepAddress);
  const lease = useLease(
    departure,
    () => refresh(client, ['departure']),
    draft.flush,
    (left) => {
      refresh(client, ['departure', 'message']);
      if (left.pausedFor === 'left-open') {
        const act = () => void actions.resume(left);
        show({
          words: 'It was changed and not let go, so it stays paused.',
          way: { label: 'Let it go on', act },
        });
      }
    },
  );
  const { fields, change } = draft;
  const attached = useMessage(draft.kept?.id).data?.attachments ?? message?.attachments ?? NOTHING;
  const pictures = usePictures(attached);
  const kept = async () => draft.kept?.id ?? (await draft.save()).id;
  const uploads = useUploads(draft.kept?.id ?? draft.key, attached, kept);
  const linked = useLinks(draft.kept?.id).data;

  const { recipients, near, typedName, nameOf } = useReaders(fields);
  const [first] = useState(() => ({
    plan: departure?.plan ?? series?.plan ?? fields.plan ?? ({ kind: 'now' } as const),
    choices: departure ? choicesOf(departure) : (series?.choices ?? fields.choices),
  }));
  /** Why quiet hours are set aside for this one. */
  const [inSpite, setInSpite] = useState<string | null>(null);
  const moment = useMoment({
    ...first,
    recipients,
    minute,
    message: draft.kept,
    inSpiteOfQuiet: inSpite !== null,
  });
  const { plan, choices, preview, readable, unclear } = moment;
  usePlanKept(departure === undefined && !series, fields, change, moment);
  const planChanged = departure !== undefined && !same(plan, departure.plan);
  const choicesChanged = departure !== undefined && !same(choices, choicesOf(departure));
  const copies = departure ? copiesUnderWay(message!, departure) : [];
  const passed =
    departure !== undefined &&
    departure.attempts === 0 &&
    (planChanged || departure.holdLeft === null) &&
    (followsReaders(plan) && !planChanged
      ? copies.some((copy) => Date.parse(copy.meant) <= minute)
      : isPast(plan, minute));

  const planned = preview.data?.departures ?? [];
  const warnings = [...(preview.data?.warnings ?? []), ...planned.flatMap((each) => each.warnings)];
  // A pending departure that keeps its plan keeps its moment: a hold does not begin anew.
  const keepsMoment = departure !== undefined && !planChanged;
  const holdLeft = keepsMoment ? (departure.holdLeft ?? undefined) : undefined;
  const leaves = departure && words.moment(departure.at);
  const sentence = keepsMoment
    ? keptSentence(departure, copies.length, passed, draft.state !== 'clean', words)
    : preview.data?.sentence;
  const repeats = preview.data?.repeats ?? null;
  // Of what repeats the next occurrence is what is shown on their clocks.
  const next = planned.filter(({ occurrence }) => occurrence === planned[0]!.occurrence);
  const lands = keepsMoment ? landsOf(copies) : landsOf(next, nameOf);
  const hold = preview.data?.hold ?? { ...usualHold(settings.holdSeconds), quiet: null };
  const primary = primaryWords({
    plan,
    hold,
    quiet: hold.quiet ? words.moment(hold.quiet) : undefined,
    stillLeaves: keepsMoment ? leaves : undefined,
    holdLeft,
    movedTo: departure && planned[0] && words.moment(planned[0].at),
    copies: departure ? copies.length : next.length,
    series: series ? 'changed' : repeats ? 'new' : undefined,
    failed: departure?.state === 'failed' && keepsMoment,
    unclear: unclear?.what,
    passed,
  });

  const individual = copiesOf(plan, choices.copies) === 'individual';
  const filled = useFields({
    fields,
    change,
    recipients,
    together: !individual,
    at: planned[0]?.at,
    message: draft.kept?.id,
    body,
    kept,
  });
  const {
    findings: all,
    settled,
    setLinks,
  } = useChecked({
    fields,
    answers: beginning.answers !== undefined || Boolean(message?.answering),
    individual,
    attached,
    uploads,
    linked,
    lands,
    messageId: draft.kept?.id,
    body,
  });
  useBeginning(withText, kept);
  // What repeats has values of its own each time it leaves.
  const filling = isRepeating(plan) || Boolean(departure?.series);
  const isFilled = (found: Finding) =>
    filled.isFilled(found) || (filling && found.check === 'placeholder' && found.words.startsWith('{{'));
  const findings = all.filter((each) => !isFilled(each));
  const waysOut = useWaysOut({
    fields,
    change,
    body,
    chooser,
    onIndividual: () => moment.setChoices({ ...choices, copies: 'individual' }),
  });

  // Where it was when the message was sent; that of the text is the editor's to put back.
  const [cursor] = useState(() => message && recallCursor(message.id));
  useEffect(() => {
    if (cursor?.field !== 'subject') return;
    subject.current?.input?.focus();
    subject.current?.input?.setSelectionRange(cursor.from, cursor.to);
  }, [cursor]);

  const sending = useSending({
    draft,
    lease,
    actions,
    departure,
    series,
    choices,
    choicesChanged,
    readable,
    passed,
    inSpite,
    minute,
    uploading: uploads.list.length > 0,
    settle: moment.settle,
    weighty: async () => (await settled()).filter((each) => isWeighty(each) && !isFilled(each)),
    onSending: (id) => rememberCursor(id, subject.current?.input ?? null, body.current),
  });
  /** On a narrow screen the moment is chosen on a sheet. */
  const [sheet, setSheet] = useState(false);
  const showSheet = (show: boolean) => setSheet(show && window.matchMedia(NARROW).matches);
  const foldSheet = () => {
    setSheet(false);
    document.querySelector<HTMLElement>('[data-moment]')?.focus();
  };
  const opener = useRef<HTMLButtonElement>(null);
  const form = useRef<AskingHandle>(null);
  const keptId = draft.kept?.id;
  // What was begun before the page was left or loaded anew is gone on with.
  const askedBefore = useIsBegun(questionBegun(keptId ?? ''));
  const offeredBefore = useIsBegun(offerBegun(keptId ?? ''));
  const asking = useAsking('q', keptId, kept, { opener, form }, askedBefore);
  const offerOpener = useRef<HTMLButtonElement>(null);
  const offerForm = useRef<AskingHandle>(null);
  const offering = useAsking(
    'h',
    keptId,
    kept,
    { opener: offerOpener, form: offerForm },
    Boolean(offers) || offeredBefore,
  );
  // What is being asked, and not kept yet, is kept first.
  const commit = async (...how: Parameters<typeof sending.commit>) => {
    if ((await form.current?.settle()) === false || (await offerForm.current?.settle()) === false) return;
    await sending.commit(...how);
  };
  usePrimaryKey(() => void commit());
  const remindMe = () => {
    change({ to: [formatMailbox(settings.me)] });
    showSheet(true);
    document.querySelector<HTMLElement>('[data-panel] input')?.focus();
  };
  useCommand('m', departure || series ? undefined : remindMe);
  useCommand('t', departure && (() => void actions.takeBack(departure, 'all')));
  const problem = sending.problem ?? draft.problem ?? (preview.error as ApiProblem | null);

  return (
    <form
      className={styles.page}
      data-writing
      onSubmit={(event) => {
        event.preventDefault();
        void commit();
      }}
      onKeyDown={(event) => {
        // Enter in a one-line field must not send the message.
        if (event.key === 'Enter' && event.target instanceof HTMLInputElement) event.preventDefault();
      }}
    >
      <h1 className="unseen">{departure ? 'A pending message' : series ? 'A series' : 'Write'}</h1>
      {departure && <PendingBar departure={departure} message={message!} lease={lease} actions={actions} />}
      {draft.conflict && (
        <ConflictPanel
          here={fields}
          there={draft.conflict}
          onChosen={(which) => void draft.choose(which).catch(showProblem)}
        />
      )}
      <div className={styles.columns}>
        <MessageFields
          fields={fields}
          change={change}
          problem={problem}
          subject={subject}
          body={body}
          attached={attached}
          uploads={uploads}
          chooser={chooser}
          pictures={pictures}
          messageId={draft.kept?.id}
          kept={kept}
          begin={begin}
          onLinks={setLinks}
          cursor={cursor?.field === 'text' ? cursor : undefined}
          beside={
            <>
              <UseText command onChoose={(text) => void filled.use(text)} />
              <FieldPicker onChoose={(words) => body.current?.insertWords(words)} />
              <Button
                ref={opener}
                size="small"
                title={keyName('q')}
                aria-expanded={asking.open}
                onClick={() => asking.show(!asking.open)}
              >
                Ask…
              </Button>
              <Button
                ref={offerOpener}
                size="small"
                title={keyName('h')}
                aria-expanded={offering.open}
                onClick={() => offering.show(!offering.open)}
              >
                Offer times…
              </Button>
              {draft.kept && (
                <Button size="small" type="text" onClick={() => router.push(keepTextPath(draft.kept!.id))}>
                  Keep as a text
                </Button>
              )}
            </>
          }
        >
          {message && <CarriesCalendar messageId={message.id} />}
          <FieldsPanel
            readers={filling ? [] : filled.readers}
            values={fields.fields}
            onValues={(values) => change({ fields: values })}
            onIndividual={
              individual ? undefined : () => moment.setChoices({ ...choices, copies: 'individual' })
            }
          />
          <Findings
            findings={findings}
            onFix={waysOut.fix}
            onMove={waysOut.takeMove}
            onMeant={waysOut.meanSo}
            onShow={waysOut.go}
          />
        </MessageFields>
        <MomentSheet open={sheet} close={foldSheet}>
          <MomentPanel
            plan={plan}
            hold={departure ? undefined : <HoldLine hold={hold} inSpite={inSpite} onInSpite={setInSpite} />}
            watch={
              <WatchLine
                messageId={draft.kept?.id}
                subject={fields.subject}
                recipients={recipients}
                asUsual={departure ? undefined : fields.usualWatch}
                onAsUsual={(usualWatch) => change({ usualWatch })}
                keep={async () => (await draft.save()).id}
              />
            }
            question={
              <>
                <QuestionLine messageId={draft.kept?.id} asking={asking} />
                <OfferLine
                  messageId={draft.kept?.id}
                  subject={baseSubject(fields.subject)}
                  recipients={recipients}
                  around={offers === undefined ? undefined : Date.parse(offers)}
                  asking={offering}
                  // Each reads the times on their own clock.
                  onOffered={() => {
                    if (recipients.length > 1) moment.setChoices({ ...choices, copies: 'individual' });
                  }}
                />
              </>
            }
            onChange={(next) => {
              sending.clearProblem();
              moment.setPlan(next);
            }}
            choices={choices}
            onChoices={moment.setChoices}
            phrase={moment.phrase}
            suggestions={moment.suggestions}
            proposal={timeOf(plan) ?? proposeTime(minute, near[0]!.zone)}
            near={near}
            recipients={recipients}
            lands={lands}
            series={
              repeats && (
                <SeriesPreview
                  repeats={repeats}
                  departures={planned}
                  nameOf={nameOf}
                  subject={fields.subject}
                  text={fields.text}
                />
              )
            }
            pending={departure && { copies: departure.copyFor !== null }}
          />
        </MomentSheet>
      </div>
      <SummaryBar
        sentence={unclear?.why ?? (readable ? sentence : missingWords(plan))}
        warnings={keepsMoment || !readable || unclear ? [] : warnings}
        onFix={moment.setPlan}
        nameOf={nameOf}
        typedName={typedName}
        problem={problem?.message}
        findings={findings.length}
        question={
          sending.question === undefined || !findings.some(isWeighty)
            ? undefined
            : { words: sending.question, yes: () => void commit(), no: sending.notYet }
        }
        sheet={{ open: sheet, show: showSheet }}
        saved={departure ? PENDING_WORDS[draft.state] : SAVE_WORDS[draft.state]}
        primary={primary}
        second={
          departure && departure.state !== 'failed'
            ? { label: 'Save and pause', act: () => void commit('pause') }
            : undefined
        }
      />
    </form>
  );
}
