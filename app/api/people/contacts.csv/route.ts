import { contactsAsCsv } from '../../../../server/people/files';
import { filtersIn } from '../../../../server/people/people';
import { memberFile } from '../../../endpoint';
import { download } from '../../../http';

export const GET = memberFile('GET /api/people/contacts.csv', (member, _, request) =>
  download(contactsAsCsv(member, filtersIn(request.url)), 'text/csv', 'contacts.csv'),
);
