import Joi from 'joi';
import { describe, expect, it } from 'vitest';
import { byKind } from './byKind';
import { all, extended, orNull, text } from './fields';
import { jsonSchema, Names } from './jsonSchema';
import { openApiDocument } from './openapi';
import { operations, shapes } from './registry';

interface Document {
  paths: Record<string, Record<string, { operationId: string; requestBody?: { required: boolean } }>>;
  components: { schemas: Record<string, { required?: string[] }> };
}
const document = openApiDocument() as unknown as Document;

describe('the registry', () => {
  it('names every operation once, and finds each by method and path once', () => {
    const ids = operations.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    const places = operations.map(({ method, path }) => `${method} ${path}`);
    expect(new Set(places).size).toBe(places.length);
  });

  it('knows the shape of every answer', () => {
    const answered = operations.flatMap(({ answer }) => answer ?? []);
    expect(answered.filter((name) => !(name in shapes))).toEqual([]);
  });

  it('lets no resource take a shape from another', async () => {
    const modules = Object.values(import.meta.glob('./*/answers.ts')) as (() => Promise<{
      answers: object;
    }>)[];
    const names = (await Promise.all(modules.map((load) => load()))).flatMap(({ answers }) =>
      Object.keys(answers),
    );
    expect(names.length).toBeGreaterThan(60);
    expect([...names].sort()).toEqual(Object.keys(shapes).sort());
  });
});

describe('the document', () => {
  it('refers to nothing that is not there', () => {
    const references = [...JSON.stringify(document).matchAll(/"#\/components\/schemas\/([^"]+)"/g)];
    expect(references.length).toBeGreaterThan(200);
    for (const [, name] of references) expect(document.components.schemas).toHaveProperty(name!);
  });

  it('says which fields are always there', () => {
    const { Departure, Reader } = document.components.schemas;
    expect(Departure!.required).toEqual(expect.arrayContaining(['id', 'state', 'plan', 'leftAt']));
    // A reader is a landing with more.
    expect(Reader!.required).toEqual(expect.arrayContaining(['zone', 'local', 'status']));
  });

  it('says which bodies may be left out', () => {
    const bodyOf = (path: string, method: string) => document.paths[path]![method]!.requestBody!.required;
    expect(bodyOf('/departures/{id}/take-back', 'post')).toBe(false);
    expect(bodyOf('/departures/{id}/settle', 'post')).toBe(true);
  });
});

describe('JSON Schema of Joi', () => {
  it('has null among the values where Joi allows it', () => {
    expect(jsonSchema(Joi.valid('a', 'b', null), 'input')).toEqual({
      enum: ['a', 'b', null],
      type: ['string', 'null'],
    });
  });

  it('leaves out what is there only to be refused in words', () => {
    const schema = byKind({ one: {}, two: { more: Joi.number().required() } });
    const kinds = (jsonSchema(schema, 'input').anyOf as { properties: { kind: { enum: string[] } } }[]).map(
      ({ properties }) => properties.kind.enum,
    );
    expect(kinds).toEqual([['one'], ['two']]);
    expect(schema.validate({ kind: 'three' }).error?.message).toContain('[one, two]');
  });

  it('tells what is filled in apart from what may be left out', () => {
    const schema = Joi.object({ limit: Joi.number().default(9) });
    expect(jsonSchema(schema, 'input').required).toBeUndefined();
    expect(jsonSchema(schema, 'output').required).toEqual(['limit']);
  });

  it('names what has a name, also where it may be null or is described anew', () => {
    const inner = all({ a: text, b: Joi.number().optional() });
    const outer = all({ plain: inner, maybe: orNull(inner), told: inner.description('Why'), other: text });
    const names = new Names({ Inner: inner, Outer: outer });
    const $ref = '#/components/schemas/Inner';
    expect(names.in(jsonSchema(outer, 'output'), 'Outer')).toMatchObject({
      properties: {
        plain: { $ref },
        maybe: { anyOf: [{ $ref }, { type: 'null' }] },
        told: { $ref, description: 'Why' },
        other: { type: 'string' },
      },
    });
    // With a field more it is another.
    expect(names.in(jsonSchema(extended(inner, { c: text }), 'output'))).not.toHaveProperty('$ref');
  });
});
