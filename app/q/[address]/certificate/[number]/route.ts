import { filledIn, letterWords } from '../../../../../server/letters/words';
import { networkOf, requireRoom } from '../../../../../server/platform/rates';
import { certificateByNumber } from '../../../../../server/visitor/certificate';
import { likedBest } from '../../../../../visitor/languages';
import { answer } from '../../../../http';
import { plainPage } from '../../../../plain-page';

/** Whether a certificate is genuine: what stands on it, and no more. */
export const GET = (request: Request, { params }: { params: Promise<{ address: string; number: string }> }) =>
  answer(request, async () => {
    // As slow as tries of a passcode: numbers are not to be guessed.
    requireRoom(['network', networkOf(request)], ['passcode', networkOf(request)]);
    const { address, number } = await params;
    const found = await certificateByNumber(address, number.slice(0, 40));
    if (!found) {
      const language = likedBest(request.headers.get('accept-language'), 'en');
      return plainPage({ language, heading: letterWords(language).unknown }, 404);
    }
    const { language, title, words, quiz, day } = found;
    const date = new Intl.DateTimeFormat(language, { dateStyle: 'long', timeZone: 'UTC' }).format(day);
    const ours = letterWords(language);
    return plainPage({
      language,
      heading: ours.genuine,
      words: [title, words],
      small: [`${quiz} · ${date}`, filledIn(ours.number, { number: number.toUpperCase() })],
    });
  });
