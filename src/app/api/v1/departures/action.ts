/** Actions on one departure: they answer with the departure as it then is. */
import type { Schema } from 'joi';
import { readDeparture } from '#usecases/departures/departureView';
import type { Desk } from '#usecases/desk';
import { presentDeparture } from '../present';
import { json, route } from '../respond';

export function action<Body = undefined>(
  work: (desk: Desk, id: string, revision: number | undefined, body: Body) => unknown,
  schemas: { body?: Schema; mayBeEmpty?: boolean } = {},
) {
  return route<Body>((asked) => {
    const id = asked.params.id!;
    work(asked.desk, id, asked.revision, asked.body);
    return json(presentDeparture(asked.desk, readDeparture(asked.desk, id)));
  }, schemas);
}
