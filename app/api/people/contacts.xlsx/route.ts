import { Readable } from 'node:stream';
import { contactsAsSheet } from '../../../../server/people/files';
import { filtersIn } from '../../../../server/people/people';
import { memberFile } from '../../../endpoint';

export const GET = memberFile((member, _, request) => {
  const sheet = Readable.toWeb(contactsAsSheet(member, filtersIn(request.url))) as ReadableStream<Uint8Array>;
  return new Response(sheet, {
    headers: {
      'Content-Type': 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
      'Content-Disposition': 'attachment; filename="contacts.xlsx"',
      'Cache-Control': 'no-store',
    },
  });
});
