/** Every operation of the API, given what no one should send: it is refused in words, never with a failure. */
import fc from 'fast-check';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { tempDesk } from '#test/support/desk';
import { openApiDocument } from '#api/openapi';
import type { Operation } from '#api/operation';
import { operations } from '#api/registry';
import type { Desk } from '#usecases/desk';
import { addCorrespondent } from '#usecases/people/correspondents';
import { receiveMail } from '#usecases/incoming/receiveMail';
import { createDraft } from '#usecases/messages/createDraft';
import { scheduleMessage } from '#usecases/messages/scheduleMessage';
import { lockKeys } from '#usecases/openpgp/keyring';

type Json = Record<string, unknown>;
type Handler = (request: Request, context: { params: Promise<Json> }) => Promise<Response>;

/** Words that fit a schema and nothing else. */
const NASTY = [
  ...[
    '',
    ' ',
    '\0',
    '\ud800',
    '😀',
    '"',
    '%',
    '%E0%A4%A',
    '../..',
    '__proto__',
    'constructor',
    '=?utf-8?Q?x?=',
  ],
  ...['Mars/Base', '+05:30', 'Asia/Kathmandu', 'UTC', 'Etc/GMT+99', 'PT', 'XX', '-1', '1e9', 'x'.repeat(300)],
  ...[
    'a@x.example',
    's@stranger.example',
    'Ana <a@x.example>',
    'a@',
    '@x',
    'a@x.example,b@y.example',
    'Lenders:;',
    'mid:100%',
  ],
  ...[
    '2026-02-30',
    '2026-13-45',
    '0000-00-00',
    '9999-12-31',
    '2026-12-01',
    '2026-02-30T25:61',
    '2026-12-01T08:30',
  ],
  ...['2026-12-01T08:30:00Z', '+275760-09-13T00:00:00Z', '-271821-04-20T00:00:00Z', '9999-99-99T99:99'],
  ...['tomorrow 9:00', 'FREQ=SECONDLY', 'FREQ=WEEKLY;BYDAY=6MO', 'INTERVAL=99999999', 'P1D', 'PT99999999H'],
  ...['BEGIN:VCALENDAR\r\nBEGIN:VTODO\r\nDUE:20269999T999999Z\r\nEND:VTODO\r\nEND:VCALENDAR'],
  ...['BEGIN:VCALENDAR\r\nBEGIN:VTODO\r\nDTSTART:00000000\r\nURL:mid:100%\r\nEND:VTODO\r\nEND:VCALENDAR'],
  ...['BEGIN:VCALENDAR\nBEGIN:VTODO\nBEGIN:VALARM\nTRIGGER:-PT9\nEND:VALARM\nEND:VTODO\nEND:VCALENDAR'],
  ...[
    'BEGIN:VCARD\nVERSION:4.0\nFN:A\nBDAY:99999999\nEND:VCARD',
    'name,email\n"a,b@x.example',
    'From x\r\rSubject: y\r',
  ],
];

const RIGHT = [
  'a@x.example',
  's@stranger.example',
  '2026-12-01T08:30',
  '2026-12-01T08:30:00Z',
  '2026-12-01',
  'Asia/Kathmandu',
];

const matching = (pattern: string | undefined) =>
  NASTY.filter((each) => pattern === undefined || new RegExp(pattern).test(each));

/** Values of a JSON Schema, odd ones before all. */
function valuesOf(schema: Json): fc.Arbitrary<unknown> {
  const options = (schema.anyOf ?? schema.oneOf) as Json[] | undefined;
  if (options) return fc.oneof(...options.map(valuesOf));
  if ('const' in schema) return fc.constant(schema.const);
  if (Array.isArray(schema.enum)) return fc.constantFrom(...(schema.enum as unknown[]));
  const type = Array.isArray(schema.type) ? (schema.type as string[])[0] : schema.type;
  switch (type) {
    case 'object': {
      const properties = Object.entries((schema.properties ?? {}) as Record<string, Json>);
      const fields = Object.fromEntries(properties.map(([name, each]) => [name, valuesOf(each)]));
      const required = new Set((schema.required ?? []) as string[]);
      return fc.record(fields, { requiredKeys: Object.keys(fields).filter((name) => required.has(name)) });
    }
    case 'array': {
      const items = schema.items ? valuesOf(schema.items as Json) : fc.constant(null);
      const [min, max] = [Number(schema.minItems ?? 0), Math.min(7, Number(schema.maxItems ?? 3))];
      return fc.array(items, { minLength: min, maxLength: Math.max(min, max) });
    }
    case 'integer':
    case 'number': {
      const [min, max] = [Number(schema.minimum ?? -1e12), Number(schema.maximum ?? 1e12)];
      return fc.oneof(fc.integer({ min: Math.ceil(min), max: Math.floor(max) }), fc.constantFrom(min, max));
    }
    case 'boolean':
      return fc.boolean();
    case 'null':
      return fc.constant(null);
    default: {
      const known = matching(schema.pattern as string | undefined);
      // Now and then something that is right, so that the fields beside it are looked at too.
      const right = known.filter((each) => RIGHT.includes(each));
      if (right.length > 0) return fc.oneof(fc.constantFrom(...right), fc.constantFrom(...known));
      return known.length > 0
        ? fc.constantFrom(...known)
        : fc.constant((schema.examples as unknown[] | undefined)?.[0] ?? 'x');
    }
  }
}

/** The routes, by the folder they lie in. */
const routes = import.meta.glob('./**/route.ts') as Record<string, () => Promise<Record<string, Handler>>>;
const moduleOf = (path: string) => routes[`.${path.replace(/\{(\w+)\}/g, '[$1]')}/route.ts`];

/** Answered by the server itself, by the post office, or without an end. */
const ELSEWHERE = /^\/(session|changes|postoffice)(\/|$)/;

const documented = openApiDocument() as { paths: Record<string, Record<string, Json>> };
const bodyOf = ({ path, method }: Operation) =>
  (documented.paths[path]![method]!.requestBody as Json | undefined)?.content as
    { 'application/json': { schema: Json } } | undefined;

let desk: Desk;
let ids: string[];

beforeEach(async () => {
  ({ desk } = tempDesk());
  (globalThis as { oakDesk?: Desk }).oakDesk = desk;
  const { id } = createDraft(desk, { to: ['a@x.example'], subject: 'x', text: 'x' });
  const [departure] = scheduleMessage(desk, id, { kind: 'at', local: '2026-12-01T09:00', zone: 'Etc/UTC' });
  const mail = await receiveMail(desk, Buffer.from('From: h@x.example\r\nSubject: s\r\n\r\nhi'));
  const person = addCorrespondent(desk, { name: 'Ana', addresses: ['a@x.example'] });
  ids = [id, departure!.id, mail.id, person.id, 'nobody', '%00', 'x'.repeat(70)];
});

// A key that was made is open, and what follows it ends before the database does.
afterEach(() => lockKeys(desk));

it.each(
  operations
    .filter(({ path }) => !ELSEWHERE.test(path))
    .map((each) => [`${each.method} ${each.path}`, each] as const),
)('%s', async (_name, operation) => {
  const failures = vi.spyOn(console, 'error').mockImplementation(() => {});
  const handler = (await moduleOf(operation.path)!())[operation.method.toUpperCase()]!;
  const schema = bodyOf(operation)?.['application/json'].schema;
  const query = (documented.paths[operation.path]![operation.method]!.parameters as Json[])
    .filter((each) => each.in === 'query')
    .map((each) => [String(each.name), valuesOf(each.schema as Json)] as const);
  const asked = fc.record({
    id: fc.constantFrom(...ids),
    body: schema
      ? fc.oneof({ weight: 9, arbitrary: valuesOf(schema) }, fc.constantFrom(...NASTY))
      : fc.constant(undefined),
    query: fc.record(Object.fromEntries(query), { requiredKeys: [] }),
    match: fc.constantFrom('*', '"1"', '"x"', ''),
  });
  await fc.assert(
    fc.asyncProperty(asked, async ({ id, body, query: questions, match }) => {
      const url = new URL(
        `http://127.0.0.1/api/v1${operation.path.replace(/\{\w+\}/, encodeURIComponent(id))}`,
      );
      for (const [name, value] of Object.entries(questions)) url.searchParams.set(name, String(value));
      const method = operation.method.toUpperCase();
      const request = new Request(url, {
        method,
        headers: { 'content-type': 'application/json', ...(match && { 'if-match': match }) },
        body: method === 'GET' || body === undefined ? undefined : JSON.stringify(body),
      });
      const response = await handler(request, { params: Promise.resolve({ id, address: id }) });
      expect(response.status, String(failures.mock.calls.at(-1)?.[0])).toBeLessThan(500);
    }),
    { numRuns: Number(process.env.OAK_BAD_INPUT ?? 40) },
  );
  failures.mockRestore();
});
