/** What is wrong or missing in single questions and blocks. */
import { blockKind } from '../blocks/registry';
import { unspoken } from '../questions/found';
import { isKeyed, isReviewed, kindOf } from '../questions/registry';
import type { Page, Question, Quiz } from '../schema/quiz';
import { textsOfLetter } from '../document/letters';
import { isContact, isQuestion, nameOf, questionsOf } from '../document/lookup';
import { drawnCount, poolOf } from '../flow/draw';
import { measuresOfQuestion } from '../scoring/weights';
import { testsIn } from '../conditions/evaluate';
import { insertsIn, isBlank } from '../text/rich';
import { error, type Finding, warning } from '../schema/finding';

/** Seconds that anybody needs to read a question, however short. */
const LEAST_SECONDS = 5;

export function blockFindings(quiz: Quiz): Finding[] {
  return [...quiz.pages.flatMap((page) => pageFindings(quiz, page)), ...keysMissing(quiz)];
}

function pageFindings(quiz: Quiz, page: Page): Finding[] {
  const found = page.blocks.flatMap((block) => {
    const at = [page.id, block.id];
    if (isQuestion(block)) return [...questionFindings(block, at), ...hiddenLoop(page, block, at)];
    return blockKind(block).findings?.(block, { quiz, at, page: page.name }) ?? [];
  });
  if (page.draw) {
    const pool = poolOf(quiz, page.draw).length;
    const wanted = drawnCount(page.draw);
    const few = Object.entries(page.draw.byTopic ?? {}).find(
      ([topic, n]) => poolOf(quiz, page.draw ?? { from: [] }).filter((q) => q.topic === topic).length < n,
    );
    if (pool < wanted || few)
      found.push(
        warning(
          'draw-too-few',
          'write',
          [page.id],
          `“${page.name}” draws ${wanted} questions, but has only ${pool} to draw from.`,
        ),
      );
  }
  const asked = page.blocks.filter(isQuestion).length;
  if (page.limit !== undefined && page.limit < LEAST_SECONDS * Math.max(1, asked)) {
    found.push(
      warning(
        'limit-too-short',
        'write',
        [page.id],
        `“${page.name}” gives ${page.limit} seconds for ${asked === 1 ? 'a question' : `${asked} questions`}: nobody reads that fast.`,
      ),
    );
  }
  return found;
}

function questionFindings(question: Question, at: string[]): Finding[] {
  const found: Finding[] = [];
  const name = nameOf(question);
  if (isBlank(question.prompt)) found.push(error('empty-text', 'write', at, 'A question has no wording yet.'));
  if (question.limit !== undefined && question.limit < LEAST_SECONDS) {
    found.push(
      warning('limit-too-short', 'write', at, `“${name}” gives ${question.limit} seconds: nobody reads that fast.`),
    );
  }
  return [
    ...found,
    ...(kindOf(question).findings?.(question, { at, name }) ?? []),
    ...unspoken(question.media?.picture, name, at),
  ];
}

/** A question that shows only if it, or one that waits for it, is answered: nobody can ever see it. */
function hiddenLoop(page: Page, question: Question, at: string[]): Finding[] {
  const asksOf = (id: string): string[] => {
    const block = page.blocks.find((b) => b.id === id);
    return block?.showIf ? testsIn(block.showIf).flatMap((t) => ('answer' in t ? [t.answer] : [])) : [];
  };
  const seen = new Set<string>();
  const queue = asksOf(question.id);
  while (queue.length) {
    const id = queue.pop() ?? '';
    if (id === question.id) {
      return [
        warning(
          'required-hidden-loop',
          'write',
          at,
          `“${nameOf(question)}” shows only once it is answered itself, so nobody sees it.`,
        ),
      ];
    }
    if (!seen.has(id)) queue.push(...asksOf(id));
    seen.add(id);
  }
  return [];
}

/** In a quiz with right and wrong answers, those questions that count for nothing. */
function keysMissing(quiz: Quiz): Finding[] {
  const questions = questionsOf(quiz);
  if (!questions.some(isKeyed)) return [];
  return questions.flatMap((q) => {
    if (isKeyed(q) || isReviewed(q) || kindOf(q).isOpinion || measuresOfQuestion(q).length > 0) return [];
    const page = quiz.pages.find((p) => p.blocks.some((b) => b.id === q.id));
    return [
      warning(
        'key-missing',
        'score',
        [page?.id ?? '', q.id],
        `“${nameOf(q)}” has no right answer, while other questions have one.`,
      ),
    ];
  });
}

/** Values that not every visitor has. */
const MAY_BE_EMPTY = new Set(['answer', 'known', 'contact', 'certificateLink']);

/** Values that a text needs but a visitor may not have given. */
export function insertFindings(quiz: Quiz): Finding[] {
  const asked = new Set(
    quiz.pages.flatMap((p) => p.blocks).flatMap((b) => (isContact(b) ? b.fields.map((f) => f.id) : [])),
  );
  const found: Finding[] = [];
  const look = (tab: Finding['tab'], where: string[], text: Parameters<typeof insertsIn>[0], what: string) => {
    for (const insert of insertsIn(text)) {
      const names = insert.value === 'name' || insert.value === 'firstName';
      if (names && !asked.has('name'))
        found.push(warning('contact-never-asked', tab, where, `A name stands in ${what}, but no page asks for one.`));
      if ((names || MAY_BE_EMPTY.has(insert.value)) && !insert.fallback.trim()) {
        found.push(
          warning(
            'insert-empty-possible',
            tab,
            where,
            `A value in ${what} may be empty for some visitors. Give it words to fall back on.`,
          ),
        );
      }
    }
  };
  for (const page of quiz.pages) {
    for (const block of page.blocks) {
      if ('prompt' in block) look('write', [page.id, block.id], block.prompt, 'a question');
      if ('body' in block) look('write', [page.id, block.id], block.body, `“${page.name}”`);
    }
  }
  for (const verdict of quiz.verdicts)
    for (const o of verdict.outcomes) look('write', [verdict.id, o.id], o.body, `“${o.name}”`);
  for (const letter of quiz.messages) {
    look('mail', [letter.id], letter.subject, `the subject of “${letter.name}”`);
    for (const text of textsOfLetter(letter).slice(1)) look('mail', [letter.id], text, `“${letter.name}”`);
  }
  return found;
}
