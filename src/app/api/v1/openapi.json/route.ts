import { openApiDocument } from '#api/openapi';

export const GET = () => Response.json(openApiDocument(), { headers: { 'cache-control': 'no-store' } });
