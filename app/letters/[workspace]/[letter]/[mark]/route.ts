import { leave, leavingOf } from '../../../../../server/letters/unsubscribe';
import { filledIn, letterWords } from '../../../../../server/letters/words';
import { networkOf, requireRoom } from '../../../../../server/platform/rates';
import { answer, readBytes } from '../../../../http';
import { plainPage } from '../../../../plain-page';

type At = { params: Promise<{ workspace: string; letter: string; mark: string }> };

/** Asks once. Programs that look at every link of a letter beforehand change nothing by it. */
export const GET = (request: Request, { params }: At) =>
  answer(request, async () => {
    requireRoom(['network', networkOf(request)]);
    const { sender, language, isOut } = await leavingOf(await params);
    const words = letterWords(language);
    return plainPage({
      language,
      heading: filledIn(isOut ? words.stopped : words.ask, { sender }),
      form: isOut ? { does: 'come', button: words.undo } : { does: 'leave', button: words.yes },
    });
  });

/** By the button of the page, or by a mail program with `List-Unsubscribe=One-Click` (RFC 8058). */
export const POST = (request: Request, { params }: At) =>
  answer(request, async () => {
    requireRoom(['network', networkOf(request)]);
    const link = await params;
    const fields = new URLSearchParams((await readBytes(request, 4_000)).toString('utf8'));
    const isOut = fields.get('do') !== 'come';
    await leave(link, isOut);
    const { sender, language } = await leavingOf(link);
    const words = letterWords(language);
    return plainPage({
      language,
      heading: filledIn(isOut ? words.stopped : words.again, { sender }),
      ...(isOut ? { form: { does: 'come', button: words.undo } } : {}),
    });
  });
