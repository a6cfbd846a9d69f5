/** One operation of the API, as the OpenAPI document describes it. */
import type { Schema } from 'joi';

/** What stands in the header `Undo-Key`. */
export const UNDO_KEY = /^[\w-]{8,64}$/;

export interface Operation {
  method: 'get' | 'post' | 'put' | 'patch' | 'delete';
  /** Below `/api/v1`. */
  path: string;
  summary: string;
  body?: Schema;
  query?: Schema;
  /** The name in types.ts of what a good answer holds; undefined for an empty one. */
  answer?: string;
  /** Status of a good answer, 200 where not given. */
  status?: number;
  /** Takes an `Undo-Key`: by it `POST /undo/{key}` puts back what was before. */
  undoKey?: true;
  /** Takes, or wants, `If-Match` with the revision read before. */
  ifMatch?: 'optional' | 'required';
}
