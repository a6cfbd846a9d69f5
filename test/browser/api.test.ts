import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { operations, shapes } from '#api/registry';
import type {
  AccountJson,
  BatchJson,
  CalendarJson,
  ClockJson,
  DepartureJson,
  DeparturePageJson,
  EventsJson,
  KeyJson,
  MessageJson,
  MessagePageJson,
  PreviewJson,
  ProblemJson,
  WatchesJson,
  CorrespondentsJson,
  OccasionsJson,
  OffersJson,
  QuestionsJson,
  SeriesListJson,
  TextsJson,
} from '#api/types';
import { PASSWORD, startDovecot } from '../support/dovecot';
import { startProduct, type Product } from '../support/product';
import { until } from '../support/until';

let product: Product;
beforeAll(async () => {
  product = await startProduct('demo');
});
afterAll(async () => {
  expect(await product.stop()).toBe(0);
});

const wednesday = { kind: 'at', local: '2026-12-02T08:30', zone: 'Asia/Kathmandu' };

async function draft(fields: object = {}): Promise<MessageJson> {
  const body = { to: ['Prakriti <prakriti@lamp-courier.example>'], subject: 'x', text: 'y', ...fields };
  return (await product.api<MessageJson>('POST', '/messages', body)).body;
}

it('is described operation by operation as it is', () => {
  const routes = readdirSync('src/app/api/v1', { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('route.ts') && !file.startsWith('openapi.json'))
    .flatMap((file) => {
      const path = `/${file.replace(/\/?route\.ts$/, '').replace(/\[(\w+)\]/g, '{$1}')}`;
      const source = readFileSync(join('src/app/api/v1', file), 'utf8');
      return [...source.matchAll(/export const (GET|POST|PUT|PATCH|DELETE)/g)].map(
        ([, method]) => `${method} ${path}`,
      );
    });
  const described = operations.map(({ method, path }) => `${method.toUpperCase()} ${path}`);
  // Live updates and sessions are served beside Next.
  expect(described.filter((each) => !/ \/(changes|session)$/.test(each)).sort()).toEqual(routes.sort());
});

it('publishes an OpenAPI document whose references all resolve', async () => {
  const { body } = await product.api<{
    openapi: string;
    paths: object;
    components: { schemas: Record<string, object> };
  }>('GET', '/openapi.json');
  expect(body.openapi).toBe('3.1.0');
  expect(Object.keys(body.paths)).toContain('/plans/preview');
  const references = [...JSON.stringify(body).matchAll(/"\$ref":"#\/components\/schemas\/(\w+)"/g)].map(
    (match) => match[1]!,
  );
  expect(references.length).toBeGreaterThan(20);
  for (const name of references) expect(Object.keys(body.components.schemas)).toContain(name);
});

/** A week of the calendar. */
const SPAN = '?from=2026-11-24T00:00:00Z&until=2026-12-01T00:00:00Z';

it('answers in the shapes it describes', async () => {
  const { body: inbox } = await product.api<MessagePageJson>('GET', '/inbox');
  const { body: page } = await product.api<DeparturePageJson>('GET', '/departures?state=pending');
  const { body: waiting } = await product.api<WatchesJson>('GET', '/watches');
  const { body: questions } = await product.api<QuestionsJson>('GET', '/questions');
  const { body: people } = await product.api<CorrespondentsJson>('GET', '/correspondents');
  const { body: series } = await product.api<SeriesListJson>('GET', '/series');
  const { body: texts } = await product.api<TextsJson>('GET', '/texts');
  const { body: occasions } = await product.api<OccasionsJson>('GET', '/occasions');
  const { body: calendar } = await product.api<EventsJson>('GET', `/events${SPAN}`);
  const { body: batch } = await product.api<BatchJson>('POST', '/batches', {
    text: texts.texts[0]!.id,
    table: 'email\tloan number\na@x.example\t1',
  });
  const { body: offers } = await product.api<OffersJson>('GET', '/offers');
  const { body: followed } = await product.api<CalendarJson>('POST', '/calendars', {
    kind: 'caldav',
    place: 'http://127.0.0.1:1/dav/',
  });
  const dovecot = await startDovecot();
  const server = { host: '127.0.0.1', port: dovecot.port, security: 'none', user: 'me' };
  const { body: account } = await product.api<AccountJson>('POST', '/accounts', {
    address: 'press@wrenfield.example',
    password: PASSWORD,
    smtp: server,
    imap: server,
    untried: true,
  });
  const me = 'registrar@wrenfield.example';
  const { body: key } = await product.api<KeyJson>('POST', '/keys/new', {
    identity: null,
    passphrase: 'easy words',
  });
  // What is kept encrypted to me.
  const { id: sealed } = await draft({ to: [me], encrypt: 'yes' });
  await product.api('POST', `/messages/${sealed}/schedule`, { plan: wednesday });
  const ids: Record<string, string> = {
    '/keys/{id}': key.id,
    '/messages/{id}/opened': sealed,
    '/accounts/{id}': account.id,
    '/accounts/{id}/folders': account.id,
    '/offers/{id}': offers.offers[0]!.id,
    '/calendars/{id}': followed.id,
    '/texts/{id}': texts.texts[0]!.id,
    '/occasions/{id}': occasions.occasions[0]!.id,
    '/events/{id}': calendar.events[0]!.id,
    '/batches/{id}': batch.id,
    '/batches/{id}/rows': batch.id,
    '/messages/{id}': inbox.messages[0]!.id,
    '/messages/{id}/suggestions': inbox.messages[0]!.id,
    '/messages/{id}/times': inbox.messages[0]!.id,
    '/messages/{id}/calendar': inbox.messages[0]!.id,
    '/departures/{id}': page.departures[0]!.id,
    '/questions/{id}': questions.questions[0]!.id,
    '/watches/{id}': waiting.watches[0]!.id,
    '/series/{id}': series.series[0]!.id,
    '/correspondents/{id}': people.correspondents[0]!.id,
    '/correspondents/{id}/answers': people.correspondents.find(({ answers }) => answers)!.id,
    '/postoffice/mailboxes/{address}': 'bela@wrenfield.example',
  };
  const queries: Record<string, string> = {
    '/holidays': '?country=DE',
    '/events': SPAN,
    '/search': '?q=crate',
    '/search/suggestions': '?q=cra',
  };
  const read = operations.filter((operation) => operation.method === 'get' && operation.answer);
  expect(read.length).toBeGreaterThan(10);
  for (const { path, answer } of read) {
    const filled = path.replace(/\{\w+\}/, ids[path] ?? '') + (queries[path] ?? '');
    const { status, body } = await product.api('GET', filled);
    expect(status, filled).toBe(200);
    const { error } = shapes[answer!]!.validate(body, { convert: false });
    expect(error?.message, filled).toBeUndefined();
  }
  await product.api('DELETE', `/accounts/${account.id}`);
});

describe('a plan’s preview', () => {
  it('is what schedule keeps', async () => {
    const { body: preview } = await product.api<PreviewJson>('POST', '/plans/preview', {
      plan: wednesday,
      recipients: [
        { address: 'prakriti@lamp-courier.example' },
        { address: 'stranger@x.example', zone: 'America/St_Johns' },
      ],
    });
    expect(preview.departures[0]).toMatchObject({
      at: '2026-12-02T02:45:00.000Z',
      recipients: [
        { zone: 'Asia/Kathmandu', local: '2026-12-02T08:30:00', dayPart: 'working' },
        { zone: 'America/St_Johns', local: '2026-12-01T23:15:00', dayPart: 'night' },
      ],
      warnings: [{ code: 'night' }],
    });
    const { id } = await draft();
    const { body } = await product.api<DeparturePageJson>('POST', `/messages/${id}/schedule`, {
      plan: wednesday,
    });
    expect(body.departures[0]).toMatchObject({
      at: preview.departures[0]!.at,
      state: 'scheduled',
      local: '2026-12-02T02:45:00',
      zone: 'Europe/Lisbon',
    });
  });

  it.each([
    [{ kind: 'at', local: '2026-02-30T08:30', zone: 'Europe/Lisbon' }, 'plan.local'],
    [{ kind: 'at', local: '8:30', zone: 'Europe/Lisbon' }, 'plan.local'],
    [{ kind: 'at', local: '2026-12-02T08:30', zone: '+05:30' }, 'plan.zone'],
    [{ kind: 'at', local: '2026-12-02T08:30' }, 'plan.zone'],
    [{ kind: 'someday' }, 'plan.kind'],
  ])('refuses %j, naming the field', async (plan, path) => {
    const { status, body, headers } = await product.api<ProblemJson>('POST', '/plans/preview', {
      plan,
      recipients: [],
    });
    expect(status).toBe(422);
    expect(headers.get('content-type')).toContain('application/problem+json');
    expect(body.errors!.map((error) => error.path)).toContain(path);
    expect(body.detail).toMatch(/\.$/);
  });
});

const aRule = { id: 'r', name: 'A rule', on: true, when: [], except: [], action: { kind: 'review' } };

describe('a problem', () => {
  it.each([
    ['GET', '/messages/nothing', undefined, 404],
    ['POST', '/departures/nothing/take-back', undefined, 404],
    ['POST', '/messages', { to: ['nobody'] }, 422],
    ['POST', '/messages', { subject: 7 }, 422],
    ['POST', '/messages', { unknown: true }, 422],
    ['POST', '/clock', { set: '2020-01-01T00:00:00Z' }, 409],
    ['POST', '/clock', { advance: 'PT1H', rate: 2 }, 422],
    ['PATCH', '/settings', { holdSeconds: 5 }, 422],
    ['PATCH', '/settings', { quietHours: { on: true, days: [] } }, 422],
    ['PATCH', '/settings', { quietHours: { on: true, days: Array(7).fill({ from: 60, to: 60 }) } }, 422],
    ['PATCH', '/settings', { checksOff: ['everything'] }, 422],
    ['PATCH', '/settings', { country: 'NP', region: 'BY' }, 422],
    ['PATCH', '/settings', { holdRules: [{ ...aRule, name: ' ' }] }, 422],
    ['PATCH', '/settings', { holdRules: [aRule, aRule] }, 422],
    ['POST', '/hold-rules/try', { ...aRule, when: [{ kind: 'moon' }] }, 422],
    ['POST', '/hold-rules/try', { ...aRule, when: [{ kind: 'group' }] }, 422],
    ['POST', '/hold-rules/try', { ...aRule, action: { kind: 'hold', minutes: 0 } }, 422],
    ['GET', '/holidays', undefined, 422],
    ['POST', '/departures/nothing/approve', undefined, 404],
    ['GET', '/departures?cursor=zzz', undefined, 422],
    ['GET', '/departures?state=lost', undefined, 422],
    ['GET', '/departures?limit=0', undefined, 422],
    ['GET', '/postoffice/mailboxes/nobody@nowhere.test', undefined, 404],
  ])('%s %s %j is %d', async (method, path, sent, expected) => {
    const { status, body } = await product.api<ProblemJson>(method, path, sent);
    expect(status).toBe(expected);
    expect(body).toMatchObject({
      status: expected,
      title: expect.any(String) as string,
      detail: expect.stringMatching(/\.$/) as string,
    });
    expect(JSON.stringify(body)).not.toMatch(/node_modules|\.ts:|at \w+ \(/);
  });

  it('meets a page of someone else’s', async () => {
    const evil = { origin: 'https://evil.example' };
    expect((await product.api<ProblemJson>('POST', '/messages', { subject: 'x' }, evil)).status).toBe(403);
    expect((await product.api<ProblemJson>('GET', '/inbox', undefined, evil)).status).toBe(200);
  });

  it('is named for a body that is not JSON', async () => {
    const response = await fetch(`${product.origin}/api/v1/messages`, { method: 'POST', body: '{' });
    expect(response.status).toBe(400);
  });

  it('is told to who comes second', async () => {
    const { id, revision } = await draft();
    const match = { 'if-match': `"${revision}"` };
    expect((await product.api('PATCH', `/messages/${id}`, { text: 'a' })).status).toBe(428);
    expect((await product.api('DELETE', `/messages/${id}`)).status).toBe(428);
    expect((await product.api('PATCH', `/messages/${id}`, { text: 'a' }, match)).status).toBe(200);
    expect((await product.api('PATCH', `/messages/${id}`, { text: 'b' }, match)).status).toBe(412);
    expect((await product.api('POST', `/messages/${id}/schedule`, { plan: wednesday }, match)).status).toBe(
      412,
    );
    const now = await product.api<MessageJson>('GET', `/messages/${id}`);
    expect(now.headers.get('etag')).toBe(`"${now.body.revision}"`);
    expect(now.body.text).toBe('a');
  });
});

it('lists departures between two moments, soonest or latest first', async () => {
  const between = '/departures?from=2026-11-25T00:00:00Z&until=2026-11-26T00:00:00Z&state=scheduled';
  const { body: soonest } = await product.api<DeparturePageJson>('GET', between);
  const { body: latest } = await product.api<DeparturePageJson>('GET', `${between}&order=latest`);
  expect(soonest.departures.map((each) => each.at.slice(0, 16))).toEqual([
    '2026-11-25T02:45',
    '2026-11-25T10:00',
    '2026-11-25T17:10',
    '2026-11-25T22:30',
  ]);
  expect(latest.departures).toEqual([...soonest.departures].reverse());
});

it('takes a departure through its life', async () => {
  const { id } = await draft({ subject: 'A life' });
  const { body } = await product.api<DeparturePageJson>('POST', `/messages/${id}/schedule`, {
    plan: wednesday,
  });
  const path = `/departures/${body.departures[0]!.id}`;
  const plan = { ...wednesday, local: '2026-12-03T08:30' };
  expect((await product.api('PATCH', path, { plan })).status).toBe(428);
  const moved = await product.api<DepartureJson>('PATCH', path, { plan }, { 'if-match': '*' });
  expect(moved.body).toMatchObject({ at: '2026-12-03T02:45:00.000Z', whyThen: '08:30 in Kathmandu' });
  expect((await product.api<DepartureJson>('POST', `${path}/take-back`)).body.state).toBe('draft');
  expect((await product.api('POST', `${path}/take-back`)).status).toBe(409);
  await product.api('POST', `/messages/${id}/schedule`, { plan: wednesday });
  expect((await product.api('POST', `/messages/${id}/schedule`, { plan: wednesday })).status).toBe(409);
  await product.api('POST', `${path}/release`);
  const sent = await until('it to leave', async () => {
    const { body: departure } = await product.api<DepartureJson>('GET', path);
    return departure.state === 'sent' && departure;
  });
  expect(sent.recipients[0]).toMatchObject({
    status: 'accepted',
    answer: expect.stringContaining('250') as string,
  });
  for (const action of ['take-back', 'release', 'retry', 'pause']) {
    expect((await product.api<ProblemJson>('POST', `${path}/${action}`)).body.detail).toBe(
      'It has already left.',
    );
  }
  const deleted = await product.api('DELETE', `/messages/${id}`, undefined, { 'if-match': '*' });
  expect(deleted.status).toBe(409);
  const { body: message } = await product.api<MessageJson>('GET', `/messages/${id}`);
  expect(message.history.map((entry) => entry.what)).toEqual([
    'written',
    'plan',
    'move',
    'take-back',
    'plan',
    'hurry',
    'claim',
    'accepted',
  ]);
});

it('tells changes as they happen, and what one missed', async () => {
  async function listen(lastId?: string) {
    const stop = new AbortController();
    const response = await fetch(`${product.origin}/api/v1/changes`, {
      signal: stop.signal,
      headers: lastId ? { 'last-event-id': lastId } : {},
    });
    const state = { text: '', stop: () => stop.abort() };
    void (async () => {
      const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
      for (let part = await reader.read(); !part.done; part = await reader.read()) state.text += part.value;
    })().catch(() => {});
    await until('the greeting', () => state.text.includes('event: hello'));
    return state;
  }
  const first = await listen();
  const { id } = await draft();
  await until('the change', () => first.text.includes(`"ref":"${id}"`));
  const seen = /id: (\d+)\nevent: hello/.exec(first.text)![1]!;
  first.stop();
  const late = await listen(seen);
  expect(late.text).toContain(`"ref":"${id}"`);
  late.stop();
});

it('moves the sandbox clock to where it is told, on the second', async () => {
  const { body } = await product.api<ClockJson>(
    'POST',
    '/clock',
    { set: '2026-12-05T00:00:00Z' },
    { prefer: 'wait=30' },
  );
  expect(body.target).toBeNull();
  expect(body.now.slice(0, 16)).toBe('2026-12-05T00:00');
  const { body: page } = await product.api<DeparturePageJson>('GET', '/departures?state=sent&limit=500');
  expect(page.departures.length).toBeGreaterThan(8);
  const planned = page.departures.filter((each) => each.plan.kind === 'at' && each.subject !== 'A life');
  for (const departure of planned) expect(departure.leftAt, departure.subject).toBe(departure.meant);
});
