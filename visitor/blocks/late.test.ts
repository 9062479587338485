/** What is drawn on the server is there at once: without scripts nothing comes later. */
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import type { BlockView } from '../../core/flow/view';
import { wordsOf } from '../languages/say';
import { en } from '../languages/phrases';
import { SpokenIn } from '../languages/words';
import { needsOfResults } from './late';
import { BlockOf } from './registry';

const draw = (block: BlockView): string => {
  const nothing = () => undefined;
  const props = { block, values: { answers: {}, contact: {} }, fault: nothing, onChange: nothing, onAgain: nothing };
  const words = wordsOf({ language: 'en', phrases: en });
  return renderToStaticMarkup(createElement(SpokenIn, { value: words, children: createElement(BlockOf, props) }));
};
const form: BlockView = {
  kind: 'contact',
  id: 'c',
  prompt: 'A picture?',
  skippable: true,
  fields: [{ id: 'f', label: 'Shot', format: 'file', required: false, files: { endings: ['png'], most: 2 } }],
};

it.each<[string, BlockView, string]>([
  ['a result’s own block', { kind: 'again', id: 'b', button: 'Once more' }, 'Once more'],
  ['a field for a file', form, 'type="file"'],
])('%s', (_, block, drawn) => {
  expect(draw(block)).toContain(drawn);
  const quiz = { title: '', language: 'en', progress: false, looksOver: false };
  const page = { id: 'p', stage: 'result' as const, button: '', blocks: [block] };
  const view = { quiz, page, progress: { at: 0, of: 1 }, back: false, finished: true, answers: {}, contact: {} };
  expect(needsOfResults(view)).toBe(true);
});
