import { linksRequest } from '#api/schemas';
import { linkCompany } from '#usecases/messages/linkCompany';
import { json, route } from '../../respond';

export const POST = route<{ urls: string[]; recipients: string[]; message?: string }>(
  ({ desk, body }) => json({ links: linkCompany(desk, body.urls, body.recipients, body.message) }),
  { body: linksRequest },
);
