import * as settings from '#api/settings/operations';
import { changeSettings } from '#usecases/changeSettings';
import { route } from '../respond';

export const GET = route(settings.readSettings, ({ desk }) => desk.settings());

export const PATCH = route(settings.changeSettings, ({ desk, body }) => changeSettings(desk, body));
