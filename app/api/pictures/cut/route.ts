import { cutPicture } from '../../../../server/media/pictures';
import { memberEndpoint } from '../../../endpoint';

export const POST = memberEndpoint('POST /api/pictures/cut', (member, { body }) => cutPicture(member, body));
