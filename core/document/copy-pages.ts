/** Taking pages of one quiz over into another. */
import { kindOf } from '../questions/registry';
import type { NewId } from './blank';
import { isQuestion, without } from './lookup';
import { fold } from '../text/fold';
import type { Block, Page, Question, Quiz, Topic } from '../schema/quiz';

/**
 * The ask pages of a quiz as they can stand in another: with ids of their own, and filed under the topics of the same name there. What points
 * to scales, outcomes or other pages of the quiz they come from is left behind, unless that is the same quiz.
 */
export function copyPagesInto(from: Quiz, into: Quiz, newId: NewId): { pages: Page[]; topics: Topic[] } {
  const fresh: Topic[] = [];
  const stays = from.id === into.id;
  const topicIn = (id: string | undefined): string | undefined => {
    if (stays && into.topics.some((t) => t.id === id)) return id;
    const name = from.topics.find((t) => t.id === id)?.name;
    if (name === undefined) return undefined;
    const known = [...into.topics, ...fresh].find((t) => fold(t.name) === fold(name));
    if (known) return known.id;
    const topic = { id: newId('t'), name };
    fresh.push(topic);
    return topic.id;
  };
  const pages = from.pages
    .filter((page) => page.stage === 'ask')
    .map((page, i): Page => ({
      id: newId('p'),
      name: page.name || `Page ${into.pages.filter((p) => p.stage === 'ask').length + i + 1}`,
      stage: 'ask',
      blocks: page.blocks.map((block) => {
        // `showIf` may be left out of every block, and the id is made anew.
        const moved = { ...without(block, 'showIf'), id: newId(isQuestion(block) ? 'q' : 'b') } as Block;
        if (!isQuestion(moved) || stays) return moved;
        const topic = topicIn(moved.topic);
        const bare = without(moved, 'topic', 'marksTo', 'weights');
        // All three may be left out of every question.
        const filed = { ...bare, ...(topic === undefined ? {} : { topic }) } as Question;
        return kindOf(filed).unweighed?.(filed) ?? filed;
      }),
    }));
  return { pages, topics: fresh };
}
