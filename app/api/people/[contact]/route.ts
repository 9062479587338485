import { forgetContact, readContact } from '../../../../server/people/people';
import { memberEndpoint } from '../../../endpoint';

export const GET = memberEndpoint('GET /api/people/{contact}', (member, { params }) =>
  readContact(member, params.contact),
);

export const DELETE = memberEndpoint('DELETE /api/people/{contact}', (member, { params }) =>
  forgetContact(member, params.contact),
);
