import * as correspondents from '#api/correspondents/operations';
import { create } from 'content-disposition';
import { exportCorrespondents, type ExchangeFormat } from '#usecases/people/exchange';
import { route } from '../../respond';

const FILES: Record<ExchangeFormat, { type: string; name: string }> = {
  vcard: { type: 'text/vcard; charset=utf-8', name: 'correspondents.vcf' },
  csv: { type: 'text/csv; charset=utf-8', name: 'correspondents.csv' },
};

export const GET = route(correspondents.exportCorrespondents, ({ desk, query }) => {
  const { type, name } = FILES[query.format];
  return new Response(exportCorrespondents(desk, query.format), {
    headers: {
      'content-type': type,
      'content-disposition': create(name),
      'cache-control': 'no-store',
    },
  });
});
