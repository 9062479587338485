import { endingsOf, USUAL_FILE } from '../values/files';
import { error, type Finding, warning } from '../schema/finding';
import { given } from '../values/given';
import type { BlockKind, Of } from './kind';
import type { ContactView } from './view';

type Contact = Of<'contact'>;

export const contact: BlockKind<Contact, ContactView> = {
  label: 'Contact form',
  view: ({ id, prompt, body, fields, skippable = false, consent }, { fill, known }) => ({
    kind: 'contact',
    id,
    prompt,
    ...given('body', body === undefined ? undefined : fill(body)),
    fields: fields
      .filter((f) => !f.hidden)
      .map((f) => ({
        id: f.id,
        label: f.label,
        format: f.format,
        required: f.required ?? false,
        ...given('options', f.options),
        ...(f.format === 'file' ? { files: { endings: endingsOf(f), most: f.most ?? USUAL_FILE } } : {}),
        ...given('filled', f.from === undefined ? undefined : known(f.from) || undefined),
      })),
    skippable,
    ...given('consent', consent),
  }),
  blank: (newId) => ({
    id: newId('c'),
    kind: 'contact',
    prompt: 'Where shall we send your result?',
    fields: [
      { id: 'name', label: 'First name', format: 'name' },
      { id: 'email', label: 'E-mail', format: 'email', required: true },
    ],
    skippable: true,
    consent: { text: 'Yes, send me my result by mail.', version: 1, required: true },
  }),
  findings(block, { quiz, at }) {
    const found: Finding[] = [];
    if (block.fields.length === 0) found.push(error('empty-text', 'write', at, 'The contact page asks for nothing.'));
    if (!block.consent && quiz.messages.length > 0 && block.fields.some((f) => f.format === 'email'))
      found.push(consentMissing(block, at));
    for (const field of block.fields) {
      const name = `“${field.label}”`;
      if (field.hidden && field.from === undefined)
        found.push(error('field-keeps-nothing', 'write', [...at, field.id], `${name} is hidden and keeps no value.`));
      if (field.format === 'choice' && (field.options ?? []).filter(({ text }) => text.trim()).length < 2)
        found.push(error('empty-text', 'write', [...at, field.id], `${name} has fewer than two choices.`));
      if (field.format === 'file' && field.from !== undefined)
        found.push(error('file-filled-in', 'write', [...at, field.id], `${name} takes a file, which no value can be.`));
    }
    if (block.confirm && !block.fields.some(({ format }) => format === 'email'))
      found.push(error('confirm-nothing', 'write', at, 'The form asks to confirm an address, but asks for none.'));
    if (block.consent && !block.consent.text.trim())
      found.push(error('empty-text', 'write', at, 'The line of consent has no wording.'));
    return found;
  },
  dangling: ({ fields }, { known }) =>
    fields
      .filter((field) => field.from !== undefined && !known(field.from))
      .map((field) => ({
        code: 'unknown-reference',
        message: `“${field.label}” is filled in with a known value that is gone.`,
        at: field.id,
      })),
};

const consentMissing = ({ id }: Contact, at: string[]): Finding =>
  warning('consent-missing', 'write', at, 'The contact page asks for an e-mail address without asking for consent.', {
    say: 'Ask for consent',
    edit: {
      name: 'set-consent',
      ops: [
        {
          op: 'set',
          at: ['pages', at[0] ?? '', 'blocks', id],
          field: ['consent'],
          to: { text: 'Yes, you may write to me about this quiz.', version: 1, required: true },
        },
      ],
    },
  });
