/** A page as a plain form, for browsers without scripts: what was sent, read back. */
import { answerFromForm } from '../questions/registry';
import type { Answer } from '../values/answer';
import { answerField, CONSENT, contactField, partField, wordsField } from './form-fields';
import type { ContactGiven, Sent } from './sent';
import type { BlockView, QuestionView, View } from './view';

/** What a submitted form says: `do` is `go`, `back`, `skip BLOCK` or `change PAGE`. */
export function sentFromForm(view: View, form: ReadonlyMap<string, string[]>): Sent {
  const page = view.page?.id ?? '';
  const [what = 'go', which = ''] = (form.get('do')?.[0] ?? 'go').split(' ');
  if (what === 'back') return { do: 'back', page };
  if (what === 'change') return { do: 'change', page: which };
  const blocks = view.page?.blocks ?? [];
  const answers = Object.fromEntries(
    blocks.flatMap((block) => {
      const answer = 'required' in block ? answerFrom(block, form) : undefined;
      return answer === undefined ? [] : [[block.id, answer] as const];
    }),
  );
  const contact = Object.fromEntries(
    blocks.flatMap((block) =>
      block.kind === 'contact' && !block.sent ? [[block.id, contactFrom(block, form, which)] as const] : [],
    ),
  );
  return {
    do: 'go',
    page,
    ...(Object.keys(answers).length ? { answers } : {}),
    ...(Object.keys(contact).length ? { contact } : {}),
  };
}

type Form = ReadonlyMap<string, string[]>;

const answerFrom = (block: QuestionView, form: Form): Answer | undefined =>
  answerFromForm(block, {
    given: (form.get(answerField(block.id)) ?? []).filter((v) => v !== ''),
    words: form.get(wordsField(block.id))?.[0] ?? '',
    part: (id, side) => form.get(partField(block.id, id, side))?.[0]?.trim() ?? '',
    chosen: (id) => form.get(partField(block.id, id)),
  });

function contactFrom(block: Extract<BlockView, { kind: 'contact' }>, form: Form, skipped: string): ContactGiven {
  const fields = Object.fromEntries(block.fields.map((f) => [f.id, form.get(contactField(block.id, f.id))?.[0] ?? '']));
  const empty = Object.values(fields).every((v) => !v.trim());
  if (block.id === skipped || (block.skippable && empty)) return { skipped: true };
  const agreed = form.has(contactField(block.id, CONSENT));
  return { fields, ...(block.consent && agreed ? { consent: block.consent.version } : {}) };
}
