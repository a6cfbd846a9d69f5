import type { SettingsJson } from '#api/types';
import { settingsPatch } from '#api/schemas';
import { changeSettings } from '#usecases/changeSettings';
import { json, route } from '../respond';

export const GET = route(({ desk }) => json(desk.settings() satisfies SettingsJson));

export const PATCH = route<Partial<SettingsJson>>(({ desk, body }) => json(changeSettings(desk, body)), {
  body: settingsPatch,
});
