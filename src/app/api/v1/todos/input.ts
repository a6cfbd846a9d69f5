/** A to-do as a request gives it, with its moments as instants. */
import type { BodyOf } from '#api/operation';
import type { TodoInput } from '#usecases/todos/todos';

export const inputOf = ({ remindAt, ...rest }: BodyOf<'changeTodo'>): TodoInput => ({
  ...rest,
  ...(remindAt !== undefined && { remindAt: (remindAt && Date.parse(remindAt)) || null }),
});
