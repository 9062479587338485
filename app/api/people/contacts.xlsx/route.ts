import { contactsAsSheet } from '../../../../server/people/files';
import { filtersIn } from '../../../../server/people/people';
import { memberFile } from '../../../endpoint';
import { downloadBytes, SHEET } from '../../../http';

export const GET = memberFile('GET /api/people/contacts.xlsx', (member, _, request) =>
  downloadBytes(contactsAsSheet(member, filtersIn(request.url)), SHEET, 'contacts.xlsx'),
);
