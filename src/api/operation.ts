/** One operation of the API: what the routes hold to and the OpenAPI document describes. */
import type { Schema } from 'joi';
import type { Operations, ShapeName } from './types';

/** What stands in the header `Undo-Key`. */
export const UNDO_KEY = /^[\w-]{8,64}$/;

export type OperationId = keyof Operations;

export interface Described {
  method: 'get' | 'post' | 'put' | 'patch' | 'delete';
  /** Below `/api/v1`. */
  path: string;
  summary: string;
  body?: Schema;
  /** The body may be left out. */
  mayBeEmpty?: true;
  query?: Schema;
  /** What a good answer holds; undefined for one that is empty or a file. */
  answer?: ShapeName;
  /** Status of a good answer, 200 where not given; 204 is empty. */
  status?: 201 | 204;
  /** Takes an `Undo-Key`: by it `POST /undo/{key}` puts back what was before. */
  undoKey?: true;
  /** Takes, or wants, `If-Match` with the revision read before. */
  ifMatch?: 'optional' | 'required';
}

export interface Operation<Id extends OperationId = OperationId> extends Described {
  /** Its `operationId` in the OpenAPI document. */
  id: Id;
}

export const operation = <Id extends OperationId>(id: Id, described: Described): Operation<Id> => ({
  id,
  ...described,
});

/** As it was read: checked, with what is usual filled in; undefined where there is none. */
export type BodyOf<Id extends OperationId> = Operations[Id] extends { body?: infer Body } ? Body : undefined;
export type QueryOf<Id extends OperationId> = Operations[Id] extends { query: infer Query }
  ? Query
  : undefined;
export type AnswerOf<Id extends OperationId> = Operations[Id] extends { answer: infer Answer }
  ? Answer
  : undefined;
