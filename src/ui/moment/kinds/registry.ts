/** The fields of every kind of plan. */
import type { PlanKindName } from '#core/plan/kinds/registry';
import type { Plan } from '#core/plan/plan';
import { AtFields } from './AtFields';
import { BeforeEventFields } from './BeforeEventFields';
import { EachLocalFields } from './EachLocalFields';
import { FileFields } from './FileFields';
import type { KindFields } from './kindFields';
import { SeriesFields } from './SeriesFields';

const FIELDS: { [K in PlanKindName]: KindFields<Extract<Plan, { kind: K }>> } = {
  now: { Fields: null, begin: () => ({ kind: 'now' }) },
  at: {
    Fields: AtFields,
    begin: (local, proposal) => ({ ...proposal, local: local ?? proposal.local }),
  },
  'each-local': {
    Fields: EachLocalFields,
    begin: (local, proposal) => ({ kind: 'each-local', local: local ?? proposal.local }),
  },
  'before-event': {
    Fields: BeforeEventFields,
    begin: () => ({ kind: 'before-event', event: '', offset: '-PT1H' }),
  },
  series: {
    Fields: SeriesFields,
    begin: (local, { zone, ...proposal }) => ({
      kind: 'series',
      start: local ?? proposal.local,
      zone,
      rrule: 'FREQ=WEEKLY',
    }),
  },
  'on-file-change': {
    Fields: FileFields,
    begin: (_local, { zone }) => ({ kind: 'on-file-change', path: '', zone }),
  },
};

export const fieldsOf = (kind: PlanKindName) => FIELDS[kind] as KindFields<Plan>;
