/** The OpenAPI 3.1 document, made from the schemas that validate the requests. */
import type { Schema } from 'joi';
import { jsonSchema, Names, type Json, type Side } from './jsonSchema';
import { UNDO_KEY, type Operation } from './operation';
import { operations, shapes } from './registry';

const names = new Names(shapes);
const named = (schema: Schema, side: Side) => names.in(jsonSchema(schema, side)) as Json;

function queryParameters(query: Schema | undefined): Json[] {
  if (!query) return [];
  const { properties = {}, required = [] } = named(query, 'input') as {
    properties?: Record<string, Json>;
    required?: string[];
  };
  return Object.entries(properties).map(([name, schema]) => ({
    name,
    in: 'query',
    required: required.includes(name),
    schema,
  }));
}

const pathParameters = (path: string): Json[] =>
  [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));

const IF_MATCH = {
  name: 'If-Match',
  in: 'header',
  schema: { type: 'string' },
  description: 'The ETag read before',
};
const UNDO = {
  name: 'Undo-Key',
  in: 'header',
  schema: { type: 'string', pattern: UNDO_KEY.source },
  description: 'POST /undo/{key} puts back what was before all that was asked under this key',
};

const reference = (name: string) => ({ $ref: `#/components/schemas/${name}` });

function describe(operation: Operation): Json {
  const { id, path, summary, body, mayBeEmpty, query, answer, status = 200, ifMatch, undoKey } = operation;
  return {
    operationId: id,
    summary,
    parameters: [
      ...[...pathParameters(path), ...queryParameters(query)],
      ...[
        ...(ifMatch ? [{ ...IF_MATCH, required: ifMatch === 'required' }] : []),
        ...(undoKey ? [UNDO] : []),
      ],
    ],
    ...(body && {
      requestBody: {
        required: !mayBeEmpty,
        content: { 'application/json': { schema: named(body, 'input') } },
      },
    }),
    responses: {
      [status]: {
        description: 'Done',
        ...(answer && { content: { 'application/json': { schema: reference(answer) } } }),
      },
      default: {
        description: 'A problem (RFC 9457)',
        content: { 'application/problem+json': { schema: reference('Problem') } },
      },
    },
  };
}

const schemas = () =>
  Object.fromEntries(
    Object.entries(shapes).map(([name, schema]) => [name, names.in(jsonSchema(schema, 'output'), name)]),
  );

const info = {
  title: 'Oak Lantern',
  version: '1',
  description: 'Decides when a message leaves. Times are ISO 8601.',
};

export function openApiDocument(): Json {
  const paths: Record<string, Json> = {};
  for (const operation of operations) {
    (paths[operation.path] ??= {})[operation.method] = describe(operation);
  }
  return {
    openapi: '3.1.0',
    info,
    servers: [{ url: '/api/v1' }],
    paths,
    components: { schemas: schemas() },
  };
}

/** What the types are made of: the shapes, and of each operation what its route reads and answers. */
export function typesDocument(): Json {
  const sides = operations.map(({ id, body, mayBeEmpty, query, answer }): [string, Json] => {
    const properties: Json = {
      ...(body && { body: named(body, 'output') }),
      ...(query && { query: named(query, 'output') }),
      ...(answer && { answer: reference(answer) }),
    };
    const required = Object.keys(properties).filter((side) => side !== 'body' || !mayBeEmpty);
    return [id, { type: 'object', properties, required }];
  });
  return {
    openapi: '3.1.0',
    info,
    paths: {},
    components: { schemas: { ...schemas(), ...Object.fromEntries(sides) } },
  };
}
