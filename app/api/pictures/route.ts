import { addPicture, LARGEST_PICTURE, newest } from '../../../server/media/pictures';
import { memberEndpoint } from '../../endpoint';
import { readBytes } from '../../http';

export const GET = memberEndpoint('GET /api/pictures', async (member) => ({ pictures: await newest(member) }));
export const POST = memberEndpoint('POST /api/pictures', async (member, { request }) =>
  addPicture(member, await readBytes(request, LARGEST_PICTURE)),
);
