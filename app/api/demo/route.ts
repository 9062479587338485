import { enterDemo } from '../../../server/accounts/auth';
import { answer, requireOwnOrigin } from '../../http';

export const POST = (request: Request) =>
  answer(request, async () => {
    requireOwnOrigin(request);
    return enterDemo();
  });
