import { addRecording, LARGEST_RECORDING } from '../../../server/media/recordings';
import { memberEndpoint } from '../../endpoint';
import { readBytes } from '../../http';

export const POST = memberEndpoint('POST /api/recordings', async (member, { request }) =>
  addRecording(member, await readBytes(request, LARGEST_RECORDING)),
);
