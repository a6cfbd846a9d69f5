import { QueryClient, QueryObserver } from '@tanstack/react-query';
import { expect, it, onTestFinished } from 'vitest';
import { until } from '#test/support/until';
import { outdate } from './outdate';

/** A view that reads; each reading is answered by hand. */
function reading() {
  const client = new QueryClient();
  const answers: ((value: string) => void)[] = [];
  const observer = new QueryObserver(client, {
    queryKey: ['reminders'],
    queryFn: () => new Promise<string>((resolve) => answers.push(resolve)),
    retry: false,
  });
  onTestFinished(observer.subscribe(() => {}));
  return { client, answers, seen: () => observer.getCurrentResult().data };
}

it('reads again what was being read for the first time when it changed', async () => {
  const { client, answers, seen } = reading();
  await until('the first reading', () => answers.length === 1);
  outdate(client, { queryKey: ['reminders'] });
  answers[0]!('from before the change');
  await until('the second reading', () => answers.length === 2);
  answers[1]!('from after it');
  await until('what is new to be seen', () => seen() === 'from after it');
});

it('reads again what was read, and nothing else', async () => {
  const { client, answers, seen } = reading();
  await until('the first reading', () => answers.length === 1);
  answers[0]!('one');
  await until('it to be seen', () => seen() === 'one');
  outdate(client, { queryKey: ['clock'] });
  outdate(client);
  await until('the second reading', () => answers.length === 2);
  answers[1]!('two');
  await until('it to be seen', () => seen() === 'two');
  expect(answers).toHaveLength(2);
});
