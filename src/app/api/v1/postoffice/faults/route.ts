import { faultsRequest } from '#api/schemas';
import {
  readFaults,
  setFaults,
  type FaultRequest,
  type PostOfficeFaults,
} from '#usecases/lookIntoPostOffice';
import { isoOrNull } from '../../present';
import { json, route } from '../../respond';

const present = (faults: PostOfficeFaults) => json({ ...faults, downUntil: isoOrNull(faults.downUntil) });

export const GET = route(async () => present(await readFaults()));

export const PUT = route<FaultRequest>(async ({ desk, body }) => present(await setFaults(desk, body)), {
  body: faultsRequest,
});
