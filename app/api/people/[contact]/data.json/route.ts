import { dataOfContact } from '../../../../../server/people/people';
import { memberFile } from '../../../../endpoint';

export const GET = memberFile<{ contact: string }>(async (member, { contact }) =>
  Response.json(await dataOfContact(member, contact), {
    headers: { 'Content-Disposition': 'attachment; filename="contact.json"', 'Cache-Control': 'no-store' },
  }),
);
