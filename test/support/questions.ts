/** What has left with a question in it. */
import { whole } from '#mail/enclosures';
import { frozenOf } from '#store/frozen';
import type { Desk } from '#usecases/desk';

/** As its reader’s program opens it. */
export { preparedAnswers } from '#postoffice/pressed';

/** The bytes a departure left with. */
export const bytesOfLeft = (desk: Desk, departureId: string): Buffer =>
  whole(frozenOf(desk.store.db, departureId)!);
