import { addPicture, LARGEST_PICTURE } from '../../../server/media/pictures';
import { memberEndpoint } from '../../endpoint';
import { readBytes } from '../../http';

export const POST = memberEndpoint('POST /api/pictures', async (member, { request }) =>
  addPicture(member, await readBytes(request, LARGEST_PICTURE)),
);
