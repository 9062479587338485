import { joinPeople, partPeople } from '../../../../../../server/people/joined';
import { memberEndpoint } from '../../../../../endpoint';

export const PUT = memberEndpoint('PUT /api/people/{contact}/joined/{other}', (member, { params }) =>
  joinPeople(member, params.contact, params.other),
);

export const DELETE = memberEndpoint('DELETE /api/people/{contact}/joined/{other}', (member, { params }) =>
  partPeople(member, params.contact, params.other),
);
