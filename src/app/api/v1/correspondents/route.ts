import { listCorrespondents } from '../../../../usecases/people/correspondents';
import { json, route } from '../respond';

export const GET = route(({ desk }) => json({ correspondents: listCorrespondents(desk) }));
