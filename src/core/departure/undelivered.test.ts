import { expect, it } from 'vitest';
import type { ReportedAction } from '../reply/report';
import { undeliveredTo } from './undelivered';

it.each<[ReportedAction[], boolean]>([
  [[], false],
  [['failed'], true],
  [['delayed'], false],
  [['delayed', 'failed'], true],
  [['failed', 'delivered'], false],
  [['delivered', 'failed'], true],
  [['failed', 'delayed'], true],
])('%j: undelivered %s', (actions, expected) =>
  expect(undeliveredTo([{ receipts: actions.map((action) => ({ action })) }])).toHaveLength(Number(expected)),
);
