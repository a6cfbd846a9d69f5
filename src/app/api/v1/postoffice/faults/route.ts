import * as postoffice from '#api/postoffice/operations';
import { readFaults, setFaults, type PostOfficeFaults } from '#usecases/lookIntoPostOffice';
import { isoOrNull } from '../../present';
import { route } from '../../respond';

const present = (faults: PostOfficeFaults) => ({ ...faults, downUntil: isoOrNull(faults.downUntil) });

export const GET = route(postoffice.readFaults, async () => present(await readFaults()));

export const PUT = route(postoffice.setFaults, async ({ desk, body }) =>
  present(await setFaults(desk, body)),
);
