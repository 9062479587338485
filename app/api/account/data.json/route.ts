import { dataOf } from '../../../../server/accounts/account';
import { memberFile } from '../../../endpoint';
import { download } from '../../../http';

export const GET = memberFile('GET /api/account/data.json', (member, _, request) =>
  download(dataOf(member, request.headers), 'application/json', 'yes-maybe-account.json'),
);
