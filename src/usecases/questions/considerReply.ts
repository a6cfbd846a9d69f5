/** What came in may answer a question of mine: by the proof in a prepared answer, or in words. */
import { READING } from '#core/limits';
import { findTimes } from '#core/found/find';
import { commentOn, ownWords, readReply } from '#core/question/reply';
import { tokensIn, type Token } from '#core/question/token';
import { addressKey } from '#core/message/address';
import { ancestors, isForwardSubject } from '#core/reply/threading';
import { toLocal } from '#core/time/wallClock';
import { addressesBeside } from '#store/correspondents';
import { deliveriesOf } from '#store/deliveries';
import { isOffer } from '#store/offers';
import { findDeparture, type Departure } from '#store/departures';
import { record } from '#store/journal';
import { departureOfHeader } from '#store/left';
import { answersIn, answersTo, questionsInThread, type QuestionRow } from '#store/questions';
import type { Tx } from '#store/store';
import { placeMessage } from '../incoming/bringBack';
import type { Incoming } from '../incoming/incoming';
import { writerOf } from '../events/writerOf';
import { tellToLook } from '../incoming/tellToLook';
import { answersFor } from '../offers/offerSlots';
import { askedBy, questionIn, type AskedReader } from './asking';
import { noteAnswer, whyNotCounted, whyTooLate, type NewAnswer } from './noteAnswer';
import { isProven } from './proofs';

/** What came in, read once. */
interface Read extends Incoming {
  own: string;
}

type Judged = Pick<NewAnswer, 'reader' | 'status' | 'why'>;

const nameOf = ({ name, address }: AskedReader) => name || address;

/** Whom of those it has reached it is by. @param copy of the reader it answers, lower case; undefined where all have the same */
function readerOf(tx: Tx, { message, desk }: Incoming, messageId: string, copy: string | undefined) {
  const asked = askedBy(desk, tx, [messageId]).get(messageId) ?? [];
  const writers = addressesBeside(tx, message.fromAddress);
  const theirs = asked.filter(({ address, reached }) => reached && (copy === undefined || address === copy));
  return {
    reader: theirs.find(({ address }) => writers.includes(address)),
    meant: theirs.length === 1 ? theirs[0] : undefined,
  };
}

/** What it is worth, where what it says is plain. */
function worth(
  tx: Tx,
  question: QuestionRow,
  { desk, message }: Incoming,
  who: ReturnType<typeof readerOf>,
  answer: number,
): Judged {
  const { reader, meant } = who;
  if (!reader)
    return {
      reader: null,
      status: 'somebody-else',
      why: meant
        ? `It was asked of ${nameOf(meant)}, and answered by somebody else.`
        : 'It was answered by somebody it did not go to.',
    };
  const late = whyNotCounted(desk, tx, question, message.at, reader.address, answer);
  return { reader: reader.address, status: late ? 'late' : 'counts', why: late ?? '' };
}

/** The answers as they stand in the copy that is answered: times are told on the clocks of those it went to. */
function answersTold(
  { desk }: Read,
  tx: Tx,
  question: QuestionRow,
  copy: Departure | undefined,
): readonly string[] {
  if (!isOffer(question)) return question.answers;
  const readers = copy ? deliveriesOf(tx, [copy.id]).map(({ address }) => address) : [];
  return answersFor(desk, tx, question, readers);
}

/** Whose copy a departure is, lower case. */
const copyOf = ({ reader }: Departure) => (reader === null ? undefined : addressKey(reader));

/** Answered with nothing else to read: it is looked at beside the message that asks. */
const fileAway = (tx: Tx, { message }: Incoming): void =>
  void placeMessage(tx, message, { place: 'archive', unseen: false });

/** Not to be told from what it says: I am asked. */
function askMe(tx: Tx, question: QuestionRow, { message, now }: Incoming): void {
  tellToLook(tx, message, now, `Is it an answer to “${question.words}”?`);
}

const cameFrom = ({ message }: Incoming) => ({
  fromName: message.fromName,
  fromAddress: message.fromAddress,
  messageId: message.id,
  at: message.at,
});

/** True for what nobody has to read: it is one of the answers, and nothing besides. */
export const isOnlyAnAnswer = (tx: Tx, messageId: string): boolean =>
  answersIn(tx, messageId).some(
    ({ status, how, comment }) => status === 'counts' && how === 'link' && comment === '',
  );

/** A proof that is none: it is said, wherever it can be. */
function refuse(tx: Tx, read: Read, question: QuestionRow | undefined): void {
  const why = 'The proof in it was not made here, or has been altered.';
  const { message, now, desk } = read;
  record(tx, { at: now, messageId: message.id, what: 'answer refused', why });
  if (!question) return;
  noteAnswer(desk, tx, question, {
    ...cameFrom(read),
    reader: null,
    answer: null,
    comment: '',
    how: 'link',
    status: 'refused',
    why,
  });
}

/** Of the messages it names so many are looked at. */
const NEAREST = 30;

/** The question something is about that names none of its messages: the newest of the thread. */
const questionByTie = (tx: Tx, { mail, message }: Incoming): QuestionRow | undefined => {
  for (const named of ancestors(mail).slice(-NEAREST).reverse()) {
    const departure = departureOfHeader(tx, named);
    const question = departure && questionIn(tx, departure.messageId);
    if (question) return question;
  }
  return questionsInThread(tx, message.threadId)[0];
};

/** @returns false where it has no proof, so that it is to be read */
function considerProofs(tx: Tx, read: Read): boolean {
  const tokens = tokensIn(read.own);
  if (tokens.length === 0) return false;
  const about = (token: Token) => {
    const departure = findDeparture(tx, token.departureId);
    const question = departure && questionIn(tx, departure.messageId);
    const answer = question?.answers[token.answer - 1];
    return question && answer !== undefined && isProven(tx, token)
      ? { token, departure: departure, question }
      : undefined;
  };
  const proven = tokens.flatMap((token) => about(token) ?? []);
  const [first] = proven;
  if (!first) {
    const departure = findDeparture(tx, tokens[0]!.departureId);
    refuse(tx, read, (departure && questionIn(tx, departure.messageId)) ?? questionByTie(tx, read));
    return true;
  }
  const { question, departure, token } = first;
  const index = token.answer - 1;
  const who = readerOf(tx, read, departure.messageId, copyOf(departure));
  const told = answersTold(read, tx, question, departure);
  const comment = commentOn(read.own, told, index);
  // What somebody passes on are the words of somebody else.
  const passedOn = isForwardSubject(read.message.subject);
  const several = proven.some(
    (each) => each.question.id !== question.id || each.token.answer !== token.answer,
  );
  const unclear = several ? 'It carries several answers.' : passedOn ? 'It was passed on to you.' : undefined;
  const judged: Judged = unclear
    ? { reader: who.reader?.address ?? null, status: 'unclear', why: unclear }
    : worth(tx, question, read, who, index);
  noteAnswer(read.desk, tx, question, {
    ...cameFrom(read),
    ...judged,
    answer: unclear ? null : index,
    proposed: unclear && !several ? index : null,
    comment,
    how: 'link',
  });
  if (unclear) askMe(tx, question, read);
  else if (judged.status === 'counts' && comment === '') fileAway(tx, read);
  return true;
}

/** “Thursday at three suits me”: the only one of the offered times it speaks of, on its writer’s clock. */
function slotSpokenOf({ message, own, desk }: Read, question: QuestionRow): number | undefined {
  if (!isOffer(question)) return undefined;
  const { slots } = question.offer;
  const writer = writerOf(desk, message);
  const { zone: mine } = desk.settings();
  const found = findTimes(own, { at: message.at, writer: writer.zone, reader: mine });
  const meant = found.flatMap(({ start, zone }) => {
    const slot = (at: number) => {
      const local = toLocal(at, zone);
      return start.length === 10 ? local.startsWith(start) : local.startsWith(start.slice(0, 16));
    };
    const among = slots.flatMap((at, index) => (slot(at) ? [index] : []));
    return among.length === 1 ? among : [];
  });
  const [only, ...others] = new Set(meant);
  return others.length === 0 ? only : undefined;
}

/** In words: plainly, or not, and then I am asked; what says nothing of it, by who has answered, is about something else. */
function considerWords(tx: Tx, read: Read): void {
  const { mail, own, desk } = read;
  const question = questionByTie(tx, read);
  if (!question) return;
  const [direct] = ancestors(mail).slice(-1);
  const departure = direct === undefined ? undefined : departureOfHeader(tx, direct);
  const answersIt = departure !== undefined && questionIn(tx, departure.messageId)?.id === question.id;
  const copy = departure && answersIt ? copyOf(departure) : undefined;
  const who = readerOf(tx, read, question.messageId, copy);
  const told = answersTold(read, tx, question, departure);
  const reply = readReply(own, told, question.words);
  const said = { ...cameFrom(read), how: 'words' as const, comment: reply.comment };
  if (reply.answer !== undefined && answersIt) {
    const judged = worth(tx, question, read, who, reply.answer);
    noteAnswer(desk, tx, question, { ...said, ...judged, answer: reply.answer });
    return;
  }
  const proposed = reply.answer ?? reply.proposed ?? slotSpokenOf(read, question) ?? null;
  const before = answersTo(tx, [question.id]).filter(
    (each) => each.reader === who.reader?.address && each.status === 'counts',
  );
  // A stranger’s letter, and what goes on between us once they have answered, is about something else unless it names an answer.
  const silent = !who.reader || before.length > 0;
  if (silent && (proposed === null || proposed === before.at(-1)?.answer)) return;
  if (whyTooLate(tx, question, read.message.at)) return;
  noteAnswer(desk, tx, question, {
    ...said,
    reader: who.reader?.address ?? null,
    answer: null,
    proposed,
    status: 'unclear',
    why: answersIt
      ? 'It does not say one of the answers plainly.'
      : 'It answers another message of this thread.',
  });
  askMe(tx, question, read);
}

/** @param incoming by a person */
export function considerForQuestions(tx: Tx, incoming: Incoming): void {
  const own = ownWords(incoming.message.text.slice(0, READING.looked));
  const read: Read = { ...incoming, own };
  if (!considerProofs(tx, read)) considerWords(tx, read);
}
