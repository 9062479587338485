import { addRecording, LARGEST_RECORDING } from '../../../server/recordings';
import { readBytes, studioRoute } from '../../http';

export const POST = studioRoute(async (request, member) =>
  addRecording(member, await readBytes(request, LARGEST_RECORDING)),
);
