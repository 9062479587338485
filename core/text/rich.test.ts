import type { RichDoc } from '../schema/quiz';
import { cleanRich, fillRich, insertsIn, isBlank, plainText, toDoc } from './rich';

const doc: RichDoc = {
  type: 'doc',
  content: [
    {
      type: 'paragraph',
      content: [
        { type: 'text', text: 'Dear ' },
        { type: 'insert', attrs: { value: 'firstName', fallback: 'rider' } },
        { type: 'text', text: ',', marks: [{ type: 'bold' }] },
      ],
    },
    {
      type: 'bulletList',
      content: [{ type: 'listItem', content: [{ type: 'paragraph', content: [{ type: 'text', text: 'tea' }] }] }],
    },
  ],
};

describe('rich text', () => {
  it('becomes plain with its inserts filled, or fallen back on', () => {
    expect(plainText(doc, () => 'Ida')).toBe('Dear Ida,\n– tea');
    expect(plainText(doc, () => '')).toBe('Dear rider,\n– tea');
  });
  it('is filled as structure: markup in a name stays a name', () => {
    const filled = fillRich(doc, () => '<b>Ida</b>');
    expect(filled.content[0]).toEqual({
      type: 'paragraph',
      content: [
        { type: 'text', text: 'Dear ' },
        { type: 'text', text: '<b>Ida</b>' },
        { type: 'text', text: ',', marks: [{ type: 'bold' }] },
      ],
    });
    expect(insertsIn(filled)).toEqual([]);
  });
  it('is blank without words, but not with an insert', () => {
    expect(isBlank(toDoc('words'))).toBe(false);
    expect(isBlank(toDoc('  '))).toBe(true);
    expect(isBlank(toDoc(''))).toBe(true);
    expect(
      isBlank({
        type: 'doc',
        content: [{ type: 'paragraph', content: [{ type: 'insert', attrs: { value: 'title', fallback: '' } }] }],
      }),
    ).toBe(false);
  });
  it('keeps of a foreign document only what it knows', () => {
    const foreign = {
      type: 'doc',
      content: [
        {
          type: 'heading',
          attrs: { level: 1 },
          content: [
            {
              type: 'text',
              text: 'Hello',
              marks: [{ type: 'strike' }, { type: 'link', attrs: { href: 'javascript:alert(1)', target: '_self' } }],
            },
          ],
        },
        {
          type: 'paragraph',
          content: [
            { type: 'image', attrs: { src: 'x' } },
            { type: 'text', text: 'site', marks: [{ type: 'link', attrs: { href: 'https://slowspoke.test' } }] },
          ],
        },
      ],
    };
    expect(cleanRich(foreign)).toEqual({
      type: 'doc',
      content: [
        { type: 'paragraph', content: [{ type: 'text', text: 'Hello' }] },
        {
          type: 'paragraph',
          content: [
            { type: 'text', text: 'site', marks: [{ type: 'link', attrs: { href: 'https://slowspoke.test' } }] },
          ],
        },
      ],
    });
  });
});
