import { letterAt } from '../../../../../../server/letters/unsubscribe';
import { letterWords } from '../../../../../../server/letters/words';
import { networkOf, requireRoom } from '../../../../../../server/platform/rates';
import { confirmBy } from '../../../../../../server/results/confirm-address';
import { answer } from '../../../../../http';
import { plainPage } from '../../../../../plain-page';

type At = { params: Promise<{ workspace: string; letter: string; mark: string }> };

/** Asks once more: programs that look at every link of a letter confirm nothing. */
export const GET = (request: Request, { params }: At) =>
  answer(request, async () => {
    requireRoom(['network', networkOf(request)]);
    const { language } = (await letterAt(await params)).found;
    const words = letterWords(language);
    return plainPage({ language, heading: words.confirm, form: { does: 'confirm', button: words.confirmYes } });
  });

export const POST = (request: Request, { params }: At) =>
  answer(request, async () => {
    requireRoom(['network', networkOf(request)]);
    const link = await params;
    await confirmBy(link);
    const { language } = (await letterAt(link)).found;
    return plainPage({ language, heading: letterWords(language).confirmed });
  });
