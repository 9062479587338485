import { takeTokenBack } from '../../../../server/integrations/tokens';
import { memberEndpoint } from '../../../endpoint';

export const DELETE = memberEndpoint('DELETE /api/tokens/{token}', (member, { params }) =>
  takeTokenBack(member, params.token),
);
