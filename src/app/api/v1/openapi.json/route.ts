import { openApiDocument } from '#api/openapi';
import { json, route } from '../respond';

export const GET = route(() => json(openApiDocument()));
