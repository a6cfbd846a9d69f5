import * as links from '#api/links/operations';
import { listLinks, listReads } from '#usecases/links/listLinks';
import { presentLinkView, presentRead } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const GET = route(links.listLinks, async ({ desk, query }) => ({
  links: (await listLinks(desk, query.message)).map(presentLinkView),
  reads: query.message === undefined ? listReads(desk).map(presentRead) : [],
}));
