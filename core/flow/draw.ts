import type { Block, Draw, Page, Question, Quiz } from '../schema/quiz';
import { quizIndex, isQuestion } from '../document/lookup';
import { randomOf, shuffled } from '../values/random';

/** The questions that a draw picks from. */
export function poolOf(quiz: Quiz, draw: Draw): Question[] {
  const { questions } = quizIndex(quiz);
  const all = draw.from === 'bank' ? (quiz.bank ?? []) : draw.from.flatMap((id) => questions.get(id) ?? []);
  return draw.topic === undefined ? all : all.filter((q) => q.topic === draw.topic);
}

/** How many questions a draw shows: those by topic, and `count` in all where it is more. */
export const drawnCount = ({ count = 0, byTopic = {} }: Draw): number =>
  Math.max(
    count,
    Object.values(byTopic).reduce((sum, n) => sum + n, 0),
  );

/** The blocks of a page for this seed: where it draws, its questions are replaced by a random pick. */
export function drawnBlocks(quiz: Quiz, page: Page, seed: number): Block[] {
  if (!page.draw) return page.blocks;
  const { byTopic = {} } = page.draw;
  const pool = shuffled(poolOf(quiz, page.draw), randomOf(seed, `draw ${page.id}`));
  const picked = new Set(
    Object.entries(byTopic).flatMap(([topic, n]) => pool.filter((q) => q.topic === topic).slice(0, n)),
  );
  for (const question of pool) {
    if (picked.size >= drawnCount(page.draw)) break;
    picked.add(question);
  }
  const drawn = pool.filter((q) => picked.has(q));
  const first = page.blocks.findIndex(isQuestion);
  const at = first < 0 ? page.blocks.length : first;
  const others = (blocks: Block[]) => blocks.filter((b) => !isQuestion(b));
  return [...others(page.blocks.slice(0, at)), ...drawn, ...others(page.blocks.slice(at))];
}
