/** Questions as somebody types them into a letter or a document: numbered or not, answers below, right ones marked somehow. */
import { fold } from '../text/fold';
import { quizFromList } from './from-list';
import { linesOf, withoutEnding } from './lines';
import { MOST_ANSWERS } from '../questions/listed';
import {
  type Listed,
  type ListedAnswer,
  type ListedField,
  listedFields,
  type Note,
  type Read,
} from '../questions/listed';

const numbered = /^(?:(?:question|q)\s*)?\d{1,3}\s*[.):]\s+(.*)$/i;
const asked = /^(?:question|q)\s*\d{0,3}\s*[.:]\s*(.+)$/i;
const lettered = /^\(?[A-Za-z]\s?[.)]\s+(.*)$/;
const bulleted = /^(?:[-–*•○◦▪☐●✓✔☑]|\[[ xX]?\])\s*(.*)$/;
const ticked = /^(?:[●✓✔☑]|\[[xX]\])/;
const rightWord = /(?:[✓✔]|[([](?:right|correct|true)[)\]])$/i;
const field = /^([A-Za-z][A-Za-z ]{0,20}?)\s*:\s*(.*)$/;
const rightFields = new Set([
  'answer',
  'answers',
  'right',
  'correct',
  'key',
  'correct answer',
  'right answer',
  'solution',
]);
/** @property letters what stood before each answer, by which one may be named as right */
type Lettered = Listed & { letters: string[] };

const fieldNames: Record<string, ListedField> = {
  ...Object.fromEntries(listedFields.map((f) => [f, f])),
  explanation: 'explain',
  feedback: 'explain',
  because: 'explain',
  points: 'marks',
  category: 'topic',
  section: 'topic',
  time: 'seconds',
};

/**
 * Reads plain text. A numbered line, one that ends with a question mark, or the first after an empty line is a question; lines with a letter
 * or bullet, and lines right below a question, are its answers. Right ones bear a star, a tick or "(right)", or are named by a line "Answer: B".
 */
export function readPlain(text: string, id = 'quiz'): Read {
  const notes: Note[] = [];
  const questions: Lettered[] = [];
  let here: Lettered | null = null;
  let apart = true;
  linesOf(text, notes).forEach(({ number: line, text: raw }) => {
    const words = raw.trim();
    if (!words) {
      apart = true;
      return;
    }
    const answer = (lettered.exec(words) ?? bulleted.exec(words))?.[1];
    if (here && readField(here, words)) {
      // Kept by `readField`.
    } else if (here && answer !== undefined && !asked.test(words)) {
      here.answers.push(answerFrom(answer, ticked.test(words)));
      here.letters.push(/^\(?([A-Za-z])\s?[.)]/.exec(words)?.[1]?.toLowerCase() ?? '');
    } else if (isQuestion(words) || apart || !here) {
      const prompt = (numbered.exec(words) ?? asked.exec(words))?.[1] ?? words;
      questions.push((here = { line, prompt, answers: [], fields: {}, letters: [] }));
    } else {
      here.answers.push(answerFrom(words, false));
      here.letters.push('');
    }
    apart = false;
  });
  for (const question of questions) settle(question, notes);
  // A single line above all questions is the title.
  const [first, second] = questions;
  const titled = first && second && first.answers.length === 0 && !first.prompt.endsWith('?') && !first.right;
  const title = titled ? (questions.shift()?.prompt ?? '') : '';
  return quizFromList({ title, description: '', questions }, id, notes);
}

/** Keeps a line that says something of the question above it. @returns whether it was one */
function readField(question: Lettered, words: string): boolean {
  const [, named, text = ''] = field.exec(words) ?? [];
  if (named === undefined) return false;
  const name = fold(named);
  const listed = fieldNames[name];
  if (rightFields.has(name)) question.right = text.trim();
  else if (listed) question.fields[listed] = text.trim();
  return rightFields.has(name) || listed !== undefined;
}

const isQuestion = (words: string): boolean => numbered.test(words) || asked.test(words) || /\?\s*$/.test(words);

function answerFrom(words: string, tick: boolean): ListedAnswer {
  const bare = words.endsWith('*') ? withoutEnding(words, '*') : words.replace(rightWord, '');
  return { text: bare.trim(), credit: tick || bare !== words ? 1 : null };
}

/** Where one answer is right the others are wrong; "Answer: B" names it by letter, number or words. */
function settle(question: Lettered, notes: Note[]): void {
  const { answers, letters, line } = question;
  if (question.right !== undefined && answers.length > 0) {
    const whole = answers.find((a) => fold(a.text) === fold(question.right ?? ''));
    const parts = whole ? [question.right] : question.right.split(/\s*(?:[;,]|\band\b)\s*/);
    const folded = answers.map((a) => fold(a.text));
    const named = (words: string) => answers[folded.indexOf(fold(words))];
    for (const part of parts.filter(Boolean).slice(0, MOST_ANSWERS)) {
      const letter = letters.indexOf(part.toLowerCase().replace(/[.)]$/, ''));
      const found =
        named(part) ??
        (part.length <= 2 && letter >= 0 ? answers[letter] : undefined) ??
        (/^[a-z]$/i.test(part) ? answers[part.toLowerCase().charCodeAt(0) - 97] : undefined) ??
        (/^\d+$/.test(part) ? answers[Number(part) - 1] : undefined);
      if (found) found.credit = 1;
      else
        notes.push({
          line,
          is: 'refused',
          message: `“${part}” is none of the answers, so it is not counted as right.`,
        });
    }
    delete question.right;
  }
  if (answers.some((a) => a.credit !== null)) for (const a of answers) a.credit ??= 0;
}
