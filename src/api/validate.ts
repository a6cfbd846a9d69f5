/** Checking what came in against a schema. */
import type { Schema } from 'joi';

/** A request that does not fit its schema. */
export class ValidationProblem extends Error {
  constructor(readonly errors: { path: string; detail: string }[]) {
    super(errors.map((error) => error.detail).join(' '));
  }
}

const sentence = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1).replace(/\.$/, '')}.`;

/**
 * The value with defaults filled in.
 * @param convert reads numbers and booleans from text, for query strings
 * @throws ValidationProblem naming every field that does not fit
 */
export function validate<T>(schema: Schema, value: unknown, convert = false): T {
  const options = { abortEarly: false, convert, errors: { wrap: { label: '“”' } } } as const;
  const result = schema.validate(value, options);
  if (!result.error) return result.value as T;
  throw new ValidationProblem(
    result.error.details.map((detail) => ({
      path: detail.path.join('.'),
      detail: sentence(detail.message),
    })),
  );
}
