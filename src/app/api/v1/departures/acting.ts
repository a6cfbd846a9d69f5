/** Actions on one departure: they answer with the departure as it then is. */
import type { DepartureJson } from '#api/types';
import { readDeparture } from '#usecases/departures/departureView';
import type { Desk } from '#usecases/desk';
import { presentDeparture } from '../present';

interface Asked<Body> {
  desk: Desk;
  params: Record<string, string>;
  revision: number | undefined;
  body: Body;
}

export const acting =
  <Body>(work: (desk: Desk, id: string, revision: number | undefined, body: Body) => unknown) =>
  ({ desk, params, revision, body }: Asked<Body>): DepartureJson => {
    work(desk, params.id!, revision, body);
    return presentDeparture(desk, readDeparture(desk, params.id!));
  };
