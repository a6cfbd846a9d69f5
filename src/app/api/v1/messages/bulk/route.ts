import { placesRequest } from '../../../../../api/incomingSchemas';
import { archive, backToInbox } from '../../../../../usecases/incoming/archive';
import { json, route } from '../../respond';

export const POST = route<{ ids: string[]; action: 'archive' | 'inbox' }>(
  ({ desk, body: { ids, action } }) => json((action === 'archive' ? archive : backToInbox)(desk, ids)),
  { body: placesRequest },
);
