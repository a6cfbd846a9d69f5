import * as checks from '#api/checks/operations';
import { linkCompany } from '#usecases/messages/linkCompany';
import { route } from '../../respond';

export const POST = route(checks.checkLinks, ({ desk, body }) => ({
  links: linkCompany(desk, body.urls, body.recipients, body.message),
}));
