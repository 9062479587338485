import { addPicture, LARGEST_PICTURE } from '../../../server/pictures';
import { readBytes, studioRoute } from '../../http';

export const POST = studioRoute(async (request, member) =>
  addPicture(member, await readBytes(request, LARGEST_PICTURE)),
);
