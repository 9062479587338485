import { checkQuiz } from '../../core/findings/check';
import { getQuiz } from '../../server/accounts/own-quiz';
import { readIntoQuiz } from '../../server/editing/quizzes';
import { existsSync } from 'node:fs';
import { listTemplates, templateLines } from '../../server/editing/templates';
import { somebody } from './world';

test('every quiz to start from can be taken over and published as it stands', async () => {
  const templates = listTemplates();
  expect(new Set(templates.map((t) => t.purpose)).size).toBeGreaterThanOrEqual(6);
  const lines = templateLines();
  expect(new Set(lines.map((line) => line.trade)).size).toBeGreaterThanOrEqual(3);
  for (const { picture } of lines) expect(picture && existsSync(`public${picture.src}`)).toBe(true);
  const member = await somebody();
  for (const { quiz } of templates) {
    const id = await readIntoQuiz(member, { text: JSON.stringify(quiz), fileName: 'quiz.json' });
    const { draft } = await getQuiz(member, id);
    expect({ ...draft, id: quiz.id }).toEqual(quiz);
    const errors = checkQuiz(draft, undefined, { published: new Set() }).filter((f) => f.severity === 'error');
    expect([quiz.title, errors]).toEqual([quiz.title, []]);
  }
});
