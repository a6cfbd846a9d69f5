import * as imports from '#api/imports/operations';
import { beginImport, readImports } from '#usecases/exchange/importMail';
import { iso } from '../present';
import { route } from '../respond';
import { presentImport } from './present';

export const GET = route(imports.listImports, ({ desk }) => {
  const { imports, aside } = readImports(desk);
  return {
    imports: imports.map(presentImport),
    aside: aside.map((each) => ({ ...each, at: iso(each.at) })),
  };
});

export const POST = route(imports.beginImport, ({ desk, body }) => presentImport(beginImport(desk, body)));
