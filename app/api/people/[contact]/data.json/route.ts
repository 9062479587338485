import { dataOfContact } from '../../../../../server/people/people';
import { memberFile } from '../../../../endpoint';

export const GET = memberFile('GET /api/people/{contact}/data.json', async (member, { contact }) =>
  Response.json(await dataOfContact(member, contact), {
    headers: { 'Content-Disposition': 'attachment; filename="contact.json"', 'Cache-Control': 'no-store' },
  }),
);
