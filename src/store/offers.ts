/** Offered times: which are taken, and what offers again what is left. */
import { and, asc, count, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import type { Offer } from '#core/offer/offer';
import { departures, messages, offerMessages, offerTakes, questions } from './schema';
import { among, built } from './built';
import type { QuestionRow } from './questions';
import type { Reading, Tx } from './store';

export type OfferTake = typeof offerTakes.$inferSelect;

/** A question that offers times. */
export type OfferRow = QuestionRow & { offer: Offer };

export const isOffer = (question: QuestionRow): question is OfferRow => question.offer !== null;

const takes = built((db) =>
  db.select().from(offerTakes).where(among(offerTakes.questionId)).orderBy(asc(offerTakes.slot)).prepare(),
);

export const takesOf = (db: Reading, questionIds: readonly string[]): OfferTake[] =>
  takes(db).all({ ids: JSON.stringify(questionIds) });

/** @throws where it is taken already */
export const insertTake = (tx: Tx, row: OfferTake): void => void tx.insert(offerTakes).values(row).run();

const isTake = ({ questionId, slot }: Pick<OfferTake, 'questionId' | 'slot'>) =>
  and(eq(offerTakes.questionId, questionId), eq(offerTakes.slot, slot));

/** @throws where that one is taken already */
export const moveTake = (tx: Tx, take: OfferTake, slot: number, takenAt: number): void =>
  void tx.update(offerTakes).set({ slot, takenAt }).where(isTake(take)).run();

export const removeTake = (tx: Tx, take: OfferTake): void =>
  void tx.delete(offerTakes).where(isTake(take)).run();

const again = built((db) =>
  db
    .select({ questionId: offerMessages.questionId })
    .from(offerMessages)
    .where(eq(offerMessages.messageId, sql.placeholder('message')))
    .prepare(),
);

/** The question whose times a message offers again. */
export const offeredAgainBy = (db: Reading, messageId: string): string | undefined =>
  again(db).get({ message: messageId })?.questionId;

export const insertOfferMessage = (tx: Tx, row: typeof offerMessages.$inferInsert): void =>
  void tx.insert(offerMessages).values(row).run();

/** How often somebody has been told what is left. */
export const timesTold = (db: Reading, questionId: string, reader: string): number =>
  db
    .select({ n: count() })
    .from(offerMessages)
    .where(and(eq(offerMessages.questionId, questionId), eq(offerMessages.reader, reader)))
    .get()!.n;

/** Offers that have left or are to leave, that I have not closed, and of which a time is to come. @param now epoch ms */
export const openOffers = (db: Reading, now: number): OfferRow[] =>
  db
    .selectDistinct({ question: questions })
    .from(questions)
    .innerJoin(messages, eq(messages.id, questions.messageId))
    .innerJoin(departures, eq(departures.messageId, messages.id))
    .where(
      and(
        isNotNull(questions.offer),
        isNull(questions.closedAt),
        sql`json_extract(${questions.offer}, '$.slots[#-1]') > ${now}`,
        isNull(messages.deletedAt),
        sql`${departures.state} NOT IN ('draft', 'ended')`,
      ),
    )
    .all()
    .flatMap(({ question }) => (isOffer(question) ? [question] : []));
