import { lookIntoMailbox } from '#usecases/lookIntoPostOffice';
import { iso } from '#app/api/v1/present';
import { json, route } from '#app/api/v1/respond';

export const GET = route(async ({ params }) => {
  const { address, name, messages } = await lookIntoMailbox(decodeURIComponent(params.address!));
  return json({ address, name, messages: messages.map((each) => ({ ...each, at: iso(each.at) })) });
});
