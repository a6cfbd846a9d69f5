import type { WatchJson } from '#api/types';
import { toLocal } from '#core/time/wallClock';
import type { Desk } from '#usecases/desk';
import { readWatch, type WatchView } from '#usecases/watches/watchView';
import { iso, isoOrNull } from '../present';

export function presentWatch(desk: Desk, watch: WatchView): WatchJson {
  const { messageId, since, at, endedAt, createdAt, copy, considered, back, chasers, ...rest } = watch;
  return {
    ...rest,
    message: messageId,
    copy: copy || null,
    chasers: chasers && {
      ...chasers,
      made: chasers.made.map((each) => ({ ...each, at: isoOrNull(each.at) })),
    },
    since: isoOrNull(since),
    at: isoOrNull(at),
    local: at === null ? null : toLocal(at, desk.settings().zone),
    considered: considered.map((each) => ({ ...each, at: iso(each.at) })),
    back: back && { ...back, at: iso(back.at) },
    endedAt: isoOrNull(endedAt),
    createdAt: iso(createdAt),
  };
}

export const watchJson = (desk: Desk, id: string): WatchJson => presentWatch(desk, readWatch(desk, id));
