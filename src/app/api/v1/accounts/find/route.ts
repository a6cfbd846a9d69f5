import * as accounts from '#api/accounts/operations';
import { findServers } from '#usecases/accounts/findServers';
import { route } from '../../respond';

export const POST = route(accounts.findServers, ({ body }) => findServers(body.address));
