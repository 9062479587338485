import { LOOK_OVER } from '../../core/flow/look-over';
import type { BlockView, View } from '../../core/flow/view';
import { buttonFor } from './button';

const question: BlockView = { kind: 'text', id: 'q', prompt: 'q', required: true };
const form: BlockView = { kind: 'contact', id: 'c', prompt: '', fields: [], skippable: false };
const words: BlockView = { kind: 'words', id: 'w', body: 'Hello' };
const view = (page: Partial<NonNullable<View['page']>> | null, of = 3, looksOver = false): View => ({
  quiz: { title: 'A quiz', language: 'en', progress: true, looksOver },
  page: page && { id: 'p', stage: 'ask', button: '', blocks: [question], ...page },
  progress: { at: 1, of },
  back: false,
  finished: false,
  answers: {},
  contact: {},
});

test.each([
  ['a page that asks', view({}), { key: 'next' }],
  ['the last one', view({}, 2), { key: 'seeResult' }],
  ['the last one before all is looked over', view({}, 2, true), { key: 'next' }],
  ['one that only says something', view({ blocks: [words] }), { key: 'start' }],
  ['one whose creator has a word of their own', view({ button: 'Off we go' }), { words: 'Off we go' }],
  ['looking over', view({ id: LOOK_OVER }), { key: 'send' }],
  ['a result', view({ stage: 'result', blocks: [words] }), null],
  ['a result that asks for an address', view({ stage: 'result' }), { key: 'send' }],
  ['a result whose address was sent', view({ stage: 'result', blocks: [{ ...form, sent: true }] }), null],
  ['nothing any more', view(null), null],
])('the button of %s', (_, page, button) => {
  expect(buttonFor(page)).toEqual(button);
});
