/** A to-do as a request gives it, with its moments as instants. */
import type { TodoInput } from '#usecases/todos/todos';

export type TodoBody = Omit<TodoInput, 'remindAt'> & { remindAt?: string | null };

export const inputOf = ({ remindAt, ...rest }: TodoBody): TodoInput => ({
  ...rest,
  ...(remindAt !== undefined && { remindAt: (remindAt && Date.parse(remindAt)) || null }),
});
