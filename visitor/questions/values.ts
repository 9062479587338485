/** What a visitor has filled in on the page before them, and what is still missing. */
import type { BlockView, View } from '../../core/flow/view';
import type { Answer } from '../../core/values/answer';
import { ON_ITS_WAY } from '../../core/flow/form-fields';
import type { ContactGiven, Sent } from '../../core/flow/sent';
import { visitorKind } from './registry';
import type { Words } from '../languages/say';

export type ContactValues = { fields: Record<string, string>; consent: boolean };
export type Values = { answers: Record<string, Answer>; contact: Record<string, ContactValues> };

export function valuesFrom(view: View): Values {
  const contact = Object.entries(view.contact).map(([id, given]): [string, ContactValues] => [
    id,
    'fields' in given ? { fields: given.fields, consent: given.consent !== undefined } : { fields: {}, consent: false },
  ]);
  return { answers: view.answers, contact: { ...filledIn(view), ...Object.fromEntries(contact) } };
}

/** Fields that the quiz can fill in by itself, with what it knows. */
const filledIn = (view: View): Record<string, ContactValues> =>
  Object.fromEntries(
    (view.page?.blocks ?? []).flatMap((block): [string, ContactValues][] => {
      const fields = block.kind === 'contact' ? block.fields.filter((f) => f.filled) : [];
      if (fields.length === 0) return [];
      return [[block.id, { fields: Object.fromEntries(fields.map((f) => [f.id, f.filled ?? ''])), consent: false }]];
    }),
  );

/** What the waiting button says is missing, or null when the page can be left. */
export function missing(view: View, values: Values, say: Words['say']): { block: string; say: string } | null {
  for (const block of view.page?.blocks ?? []) {
    const what = missingIn(block, values, say);
    if (what) return { block: block.id, say: what };
  }
  return null;
}

function missingIn(block: BlockView, values: Values, say: Words['say']): string | null {
  if ('required' in block) return visitorKind(block).missing(block, values.answers[block.id], say);
  if (block.kind === 'contact' && !block.sent) {
    const given = values.contact[block.id];
    if (block.fields.some((f) => given?.fields[f.id] === ON_ITS_WAY)) return say('sending');
    const empty = block.fields.find((f) => f.required && !given?.fields[f.id]?.trim());
    if (empty) return `${say('fillIn')}: ${empty.label}`;
    return block.consent?.required && !given?.consent ? say('fillIn') : null;
  }
  return null;
}

/** What is filled in on the page, by question. */
export const answersIn = (view: View, values: Values): Record<string, Answer> =>
  Object.fromEntries(
    (view.page?.blocks ?? []).flatMap((block) => {
      const answer = values.answers[block.id];
      return 'required' in block && answer !== undefined ? [[block.id, answer] as const] : [];
    }),
  );

/** The request that leaves the page. */
export function goFrom(view: View, values: Values, skipped?: string): Sent {
  const blocks = view.page?.blocks ?? [];
  const answers = answersIn(view, values);
  const contact: Record<string, ContactGiven> = {};
  for (const block of blocks) {
    if (block.kind !== 'contact' || block.sent) continue;
    const given = values.contact[block.id] ?? { fields: {}, consent: false };
    const empty = Object.values(given.fields).every((v) => !v.trim());
    contact[block.id] =
      block.id === skipped || (block.skippable && empty)
        ? { skipped: true }
        : { fields: given.fields, ...(block.consent && given.consent ? { consent: block.consent.version } : {}) };
  }
  return {
    do: 'go',
    page: view.page?.id ?? '',
    ...(Object.keys(answers).length ? { answers } : {}),
    ...(Object.keys(contact).length ? { contact } : {}),
  };
}
