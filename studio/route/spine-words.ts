/** What the spine says of pages and their ways. */
import { conditionWords, targetWords } from '../../core/conditions/describe';
import { isQuestion } from '../../core/document/lookup';
import { drawnCount, poolOf } from '../../core/flow/draw';
import { type Move, targetOf } from '../../core/flow/navigate';
import type { Page, Quiz } from '../../core/schema/quiz';
import { dealsAll } from './dealt';
import { type Arc, counted, type Taken } from './flows';

/** What chance, time and being right have to do with a page, in few words. */
export function setsOf(quiz: Quiz, page: Page): string[] {
  const { draw, hold, limit } = page;
  const own = page.blocks.filter(isQuestion).map((q) => q.id);
  return [
    ...(draw ? [dealsAll(draw, own) ? 'shuffled' : `${drawnCount(draw)} of ${poolOf(quiz, draw).length} dealt`] : []),
    ...(page.shuffle ? ['placed by chance'] : []),
    ...(hold ? ['until right'] : []),
    ...(limit === undefined ? [] : [`${limit} s`]),
    ...(page.showIf ? ['for some'] : []),
  ];
}

/** What the arcs of a page say, for those who do not see them. */
export function spoken(quiz: Quiz, page: Page, row: number, arcs: Arc[]): string {
  const words = arcs
    .filter((a) => a.from === row && a.move !== null)
    .map((a) => {
      const when = typeof a.move === 'number' ? page.routes?.[a.move]?.when : undefined;
      const to = quiz.pages[a.to]?.name || 'the result';
      return `${when ? `when ${conditionWords(quiz, when)}, ` : 'otherwise '}to ${to}${a.to <= row ? ', back' : ''}`;
    });
  return words.length
    ? `. Goes ${words.join('; ')}`
    : page.stage === 'ask'
      ? `. Goes to ${targetWords(quiz, targetOf(page, 'otherwise'))}`
      : '';
}

/** When a way is taken. */
export function whenWords(quiz: Quiz, page: Page | undefined, move: Move | null): string {
  const when = typeof move === 'number' ? page?.routes?.[move]?.when : undefined;
  if (when) return conditionWords(quiz, when);
  return move === 'gate' ? 'Not right after its tries' : 'Otherwise';
}

/** How many visitors come to a page. */
export function visitWords(share: number | undefined, taken: Taken | null): string {
  if (share === undefined) return '…';
  if (share === 0) return 'nobody yet';
  return `${counted(share, taken)} ${counted(share, taken) === '1' ? 'visitor' : 'visitors'}`;
}
