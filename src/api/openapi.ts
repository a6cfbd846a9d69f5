/** The OpenAPI 3.1 document, made from the schemas that validate the requests. */
import type { Schema } from 'joi';
import { answers } from './answers';
import { UNDO_KEY } from './operation';
import { operations, type Operation } from './operations';

type Json = Record<string, unknown>;

/** JSON Schema 2020-12 of a Joi schema. */
function jsonSchema(schema: Schema): Json {
  const standard = (schema as unknown as { '~standard': { jsonSchema: { input(options: object): Json } } })[
    '~standard'
  ];
  const { $schema: _, ...rest } = standard.jsonSchema.input({ target: 'draft-2020-12' });
  return rest;
}

function queryParameters(query: Schema | undefined): Json[] {
  if (!query) return [];
  const { properties = {} } = jsonSchema(query) as { properties?: Record<string, Json> };
  return Object.entries(properties).map(([name, schema]) => ({ name, in: 'query', schema }));
}

const pathParameters = (path: string): Json[] =>
  [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));

function describe(operation: Operation): Json {
  const { path, summary, body, query, answer, status = 200, ifMatch, undoKey } = operation;
  const ifMatchHeader = {
    name: 'If-Match',
    in: 'header',
    schema: { type: 'string' },
    description: 'The ETag read before',
  };
  const undoKeyHeader = {
    name: 'Undo-Key',
    in: 'header',
    schema: { type: 'string', pattern: UNDO_KEY.source },
    description: 'POST /undo/{key} puts back what was before all that was asked under this key',
  };
  return {
    summary,
    parameters: [
      ...[...pathParameters(path), ...queryParameters(query)],
      ...[...(ifMatch ? [ifMatchHeader] : []), ...(undoKey ? [undoKeyHeader] : [])],
    ],
    ...(body && {
      requestBody: { required: true, content: { 'application/json': { schema: jsonSchema(body) } } },
    }),
    responses: {
      [status]: {
        description: 'Done',
        ...(answer && {
          content: { 'application/json': { schema: { $ref: `#/components/schemas/${answer}` } } },
        }),
      },
      default: {
        description: 'A problem (RFC 9457)',
        content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
      },
    },
  };
}

const problem: Json = {
  type: 'object',
  required: ['type', 'title', 'status', 'detail'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string', description: 'For the person who asked, saying what to do' },
    errors: {
      type: 'array',
      items: { type: 'object', properties: { path: { type: 'string' }, detail: { type: 'string' } } },
    },
  },
};

export function openApiDocument(): Json {
  const paths: Record<string, Json> = {};
  for (const operation of operations) {
    (paths[operation.path] ??= {})[operation.method] = describe(operation);
  }
  const schemas = Object.fromEntries(
    Object.entries(answers).map(([name, schema]) => [name, jsonSchema(schema)]),
  );
  return {
    openapi: '3.1.0',
    info: {
      title: 'Oak Lantern',
      version: '1',
      description: 'Decides when a message leaves. Times are ISO 8601.',
    },
    servers: [{ url: '/api/v1' }],
    paths,
    components: { schemas: { ...schemas, Problem: problem } },
  };
}
