import { changeLook, dropLook } from '../../../../server/editing/looks';
import { memberEndpoint } from '../../../endpoint';

export const PUT = memberEndpoint('PUT /api/looks/{look}', (member, { params, body }) =>
  changeLook(member, params.look, body),
);

export const DELETE = memberEndpoint('DELETE /api/looks/{look}', (member, { params }) => dropLook(member, params.look));
