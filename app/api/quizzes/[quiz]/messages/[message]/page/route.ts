import { arrivesAsPage } from '../../../../../../../server/letters/arrives';
import { memberFile } from '../../../../../../endpoint';
import { letterPage } from '../../../../../../letter-page';

export const GET = memberFile(
  'GET /api/quizzes/{quiz}/messages/{message}/page',
  async (member, { quiz, message }, request) => {
    const { searchParams } = new URL(request.url);
    const who = searchParams.get('for')?.slice(0, 200);
    return letterPage(await arrivesAsPage(member, quiz, message, { who, isDark: searchParams.has('dark') }));
  },
);
