import { contactsAsCards } from '../../../../server/people/files';
import { filtersIn } from '../../../../server/people/people';
import { memberFile } from '../../../endpoint';
import { download } from '../../../http';

export const GET = memberFile('GET /api/people/contacts.vcf', (member, _, request) =>
  download(contactsAsCards(member, filtersIn(request.url)), 'text/vcard', 'contacts.vcf'),
);
