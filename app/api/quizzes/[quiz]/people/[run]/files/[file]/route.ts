import { fileOfRun } from '../../../../../../../../server/results/files';
import { memberFile } from '../../../../../../../endpoint';

/** What strangers have sent is never shown as a page of ours: it is a file to be kept, and nothing in it runs. */
export const GET = memberFile(
  'GET /api/quizzes/{quiz}/people/{run}/files/{file}',
  async (member, { quiz, run, file }) => {
    const { name, type, bytes } = await fileOfRun(member, quiz, run, file);
    return new Response(new Uint8Array(bytes), {
      headers: {
        'Content-Type': type,
        'Content-Disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name).replace(/['()*]/g, (c) => `%${c.charCodeAt(0).toString(16)}`)}`,
        'Content-Security-Policy': "default-src 'none'; sandbox",
        'X-Content-Type-Options': 'nosniff',
        'Cache-Control': 'no-store',
      },
    });
  },
);
