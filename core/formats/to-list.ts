/** The questions of a quiz as a list. */
import { kindOf } from '../questions/registry';
import type { Page, Question, Quiz } from '../schema/quiz';
import { isQuestion } from '../document/lookup';
import { plainText } from '../text/rich';
import type { Listed, ListedQuiz } from '../questions/listed';

/** The questions of a quiz as a list, and in words what the list cannot hold. */
export function listFromQuiz(quiz: Quiz): { list: ListedQuiz; lost: string[] } {
  const lost: string[] = [];
  const questions: Listed[] = [];
  const topics = new Map(quiz.topics.map((t) => [t.id, t.name]));
  for (const page of quiz.pages) {
    if (page.stage !== 'ask') continue;
    const asked = page.blocks.filter(isQuestion);
    if (isDirected(page)) lost.push(`where “${page.name}” leads, and when it shows`);
    for (const block of page.blocks) if (!isQuestion(block)) lost.push(`the ${block.kind} on “${page.name}”`);
    for (const q of asked) {
      const listed = listedFrom(q, lost);
      if (!listed) continue;
      const topic = topics.get(q.topic ?? '');
      questions.push({
        ...listed,
        ...(asked.length > 1 || page.name ? { page: page.name } : {}),
        fields: { ...listed.fields, ...(topic ? { topic } : {}) },
      });
    }
  }
  if (quiz.scales.length || quiz.verdicts.length) lost.push('scales, outcomes, and what each answer says for them');
  if (quiz.messages.length) lost.push('letters');
  return { list: { title: quiz.title, description: quiz.description, questions }, lost: [...new Set(lost)] };
}

/** Whether a page has a say in where it leads or when it shows. */
const isDirected = ({ routes, otherwise, hold, draw, showIf, limit }: Page): boolean =>
  [routes?.length, otherwise, hold, draw, showIf, limit].some(Boolean);

const explanations = ({ explain }: Question): Listed['fields'] => ({
  ...(explain?.always ? { explain: plainText(explain.always) } : {}),
  ...(explain?.right ? { 'explain right': plainText(explain.right) } : {}),
  ...(explain?.wrong ? { 'explain wrong': plainText(explain.wrong) } : {}),
});

function listedFrom(q: Question, lost: string[]): Listed | null {
  const prompt = plainText(q.prompt).replace(/\n/g, ' ');
  const name = `“${prompt}”`;
  if (typeof q.prompt !== 'string') lost.push(`how ${name} is set, and what is put into it`);
  if (q.showIf) lost.push(`when ${name} shows`);
  if (q.media?.sound || q.media?.video) lost.push(`the sound or video of ${name}`);
  const fields: Listed['fields'] = {
    id: q.id,
    ...(q.name ? { label: q.name } : {}),
    ...(q.marks === undefined ? {} : { marks: String(q.marks) }),
    ...(q.penalty ? { penalty: String(q.penalty) } : {}),
    ...(q.credit === 'share' ? { credit: 'share' } : {}),
    ...(q.required ? {} : { required: 'no' }),
    ...(q.shuffle ? { shuffle: 'yes' } : {}),
    ...(q.limit ? { seconds: String(q.limit) } : {}),
    ...(q.hint ? { hint: plainText(q.hint) } : {}),
    ...explanations(q),
    ...(q.media?.picture ? { picture: `${q.media.picture.src} "${q.media.picture.text}"` } : {}),
  };
  const row = kindOf(q).toRow(q, (what) => lost.push(what(name)));
  return row && { line: 0, prompt, answers: [], ...row, fields: { ...fields, ...row.fields } };
}
