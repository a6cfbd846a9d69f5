import * as postoffice from '#api/postoffice/operations';
import { lookIntoMailbox } from '#usecases/lookIntoPostOffice';
import { iso } from '#app/api/v1/present';
import { route } from '#app/api/v1/respond';

export const GET = route(postoffice.readMailbox, async ({ params }) => {
  const { address, name, messages } = await lookIntoMailbox(decodeURIComponent(params.address!));
  return { address, name, messages: messages.map((each) => ({ ...each, at: iso(each.at) })) };
});
