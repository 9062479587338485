import { letterAsFile } from '../../../../../../../server/letters/mail';
import { memberFile } from '../../../../../../endpoint';

export const GET = memberFile(
  'GET /api/quizzes/{quiz}/letters/{letter}/letter.eml',
  async (member, { quiz, letter }) => {
    const file = await letterAsFile(member, quiz, letter);
    return new Response(new Uint8Array(file), {
      headers: {
        'Content-Type': 'message/rfc822',
        'Content-Disposition': 'attachment; filename="letter.eml"',
        'Cache-Control': 'no-store',
      },
    });
  },
);
