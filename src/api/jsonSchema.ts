/** JSON Schema 2020-12 of Joi schemas, with what has a name said by it. */
import type { Schema } from 'joi';
import { FOR_ITS_WORDS } from './byKind';

export type Json = Record<string, unknown>;

/** What may be sent, or what is there once what is usual has been filled in. */
export type Side = 'input' | 'output';

/** A schema as Joi tells it, put right where that says something else than Joi checks. */
export function jsonSchema(schema: Schema, side: Side): Json {
  const standard = schema as unknown as {
    '~standard': { jsonSchema: Record<Side, (options: object) => Json> };
  };
  const { $schema: _, ...rest } = standard['~standard'].jsonSchema[side]({ target: 'draft-2020-12' });
  return putRight(rest) as Json;
}

const isNullable = ({ type }: Json) => Array.isArray(type) && type.includes('null');

function putRight(node: unknown): unknown {
  if (Array.isArray(node)) return node.map(putRight);
  if (typeof node !== 'object' || node === null) return node;
  const { patternProperties, ...json }: Json = Object.fromEntries(
    Object.entries(node).map(([key, value]) => [key, putRight(value)]),
  );
  // Joi names null beside the values, where JSON Schema wants it among them.
  if (Array.isArray(json.enum) && isNullable(json)) json.enum = [...(json.enum as unknown[]), null];
  const branches = json.anyOf as Json[] | undefined;
  if (branches) json.anyOf = branches.filter(({ description }) => description !== FOR_ITS_WORDS);
  const any = (patternProperties as Json | undefined)?.['.*'];
  if (any) return { ...json, additionalProperties: any };
  return patternProperties ? { ...json, patternProperties } : json;
}

/** Without what may differ from place to place: its description, and whether it may be null. */
function bare({ description: _, ...json }: Json): Json {
  const branches = (json.anyOf as Json[] | undefined)?.filter(({ type }) => type !== 'null');
  if (branches) return { ...json, anyOf: branches };
  if (!isNullable(json)) return json;
  const types = (json.type as string[]).filter((type) => type !== 'null');
  return {
    ...json,
    type: types.length === 1 ? types[0] : types,
    ...(Array.isArray(json.enum) && { enum: json.enum.filter((value) => value !== null) }),
  };
}

const mayBeNull = (json: Json) =>
  isNullable(json) || ((json.anyOf as Json[] | undefined)?.some(({ type }) => type === 'null') ?? false);

/** Puts names in the place of what has one. */
export class Names {
  private readonly names = new Map<string, string>();

  constructor(schemas: Record<string, Schema>) {
    for (const [name, schema] of Object.entries(schemas)) {
      const key = JSON.stringify(bare(jsonSchema(schema, 'output')));
      if (!this.names.has(key)) this.names.set(key, name);
    }
  }

  /** @param own its own name, which does not stand for itself */
  in(node: unknown, own?: string): unknown {
    if (Array.isArray(node)) return node.map((each) => this.in(each));
    if (typeof node !== 'object' || node === null) return node;
    const json = node as Json;
    const name = this.names.get(JSON.stringify(bare(json)));
    if (name === undefined || name === own)
      return Object.fromEntries(Object.entries(json).map(([key, value]) => [key, this.in(value)]));
    const reference = { $ref: `#/components/schemas/${name}` };
    const { description } = json;
    return {
      ...(mayBeNull(json) ? { anyOf: [reference, { type: 'null' }] } : reference),
      ...(description !== undefined && { description }),
    };
  }
}
