/** What is missing or wrong in the languages of a quiz that visitors get. A language that is in the works is nobody's trouble yet. */
import { keepsGaps, linesIn, lostInserts, nameOfLanguage, type TranslatedLine } from '../languages/translate';
import { whereIs } from '../languages/texts';
import { error, type Finding, warning } from '../schema/finding';
import type { Quiz } from '../schema/quiz';
import type { Translation } from '../schema/languages';

const counted = (n: number): string => (n === 1 ? 'One text' : `${n} texts`);

export const languageFindings = (quiz: Quiz): Finding[] =>
  (quiz.translations ?? [])
    .filter((translation) => translation.offered && translation.id !== quiz.language)
    .flatMap((translation) => of(translation, linesIn(quiz, translation.id)));

function of({ id, offered }: Translation, lines: TranslatedLine[]): Finding[] {
  const name = nameOfLanguage(id);
  const found: Finding[] = [];
  const missing = lines.filter(({ state }) => state === 'missing').length;
  if (offered === 'whole' && missing > 0)
    found.push(
      error(
        'translation-missing',
        'style',
        [id],
        `Visitors are to get the whole quiz in ${name}: ${counted(missing)} ${missing === 1 ? 'is' : 'are'} missing.`,
        {
          say: 'Let what is missing stand in the quiz’s own language',
          edit: {
            name: 'offer-language',
            ops: [{ op: 'set', at: ['translations', id], field: ['offered'], was: 'whole', to: 'gaps' }],
          },
        },
      ),
    );
  const changed = lines.filter(({ state }) => state === 'changed').length;
  if (changed > 0)
    found.push(
      warning(
        'translation-changed',
        'style',
        [id],
        `${counted(changed)} in ${name} ${changed === 1 ? 'was' : 'were'} made from another wording than there is now.`,
      ),
    );
  for (const line of lines) {
    const { to, text } = line;
    if (to === undefined) continue;
    const at = whereIs(line);
    if (!keepsGaps(text, to))
      found.push(error('translation-gaps', 'style', [id], `${at}: in ${name} the gaps are not those of the text.`));
    const lost = lostInserts(text, to);
    if (lost.length > 0)
      found.push(
        warning(
          'translation-inserts',
          'style',
          [id],
          `${at}: in ${name} it does not say “${lost.join('”, “')}” any more.`,
        ),
      );
  }
  return found;
}
