import { importRequest } from '#api/incomingSchemas';
import { beginImport, readImports, type ImportInput } from '#usecases/exchange/importMail';
import { iso } from '../present';
import { json, route } from '../respond';
import { presentImport } from './present';

export const GET = route(({ desk }) => {
  const { imports, aside } = readImports(desk);
  return json({
    imports: imports.map(presentImport),
    aside: aside.map((each) => ({ ...each, at: iso(each.at) })),
  });
});

export const POST = route<ImportInput>(
  ({ desk, body }) => json(presentImport(beginImport(desk, body)), 201),
  {
    body: importRequest,
  },
);
