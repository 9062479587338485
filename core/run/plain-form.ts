/**
 * A page as a plain form, for browsers without scripts: the names that its fields go by, and what was sent, read back from them.
 * Choices, words, numbers and dates are `a.QUESTION`; the parts of a question `p.QUESTION.PART`; contacts `c.BLOCK.FIELD`.
 */
import type { Answer } from '../score/answer';
import type { ContactGiven, Sent } from './sent';
import type { BlockView, QuestionView, View } from './view';

export const answerField = (question: string): string => `a.${question}`;
export const wordsField = (question: string): string => `t.${question}`;
export const partField = (question: string, part: string, side = ''): string =>
  `p.${question}.${part}${side && `.${side}`}`;
export const contactField = (block: string, field: string): string => `c.${block}.${field}`;
/** No field of a contact form can have this id. */
export const CONSENT = '*';

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
    blocks.flatMap((block) => (block.kind === 'contact' ? [[block.id, contactFrom(block, form, which)] as const] : [])),
  );
  return {
    do: 'go',
    page,
    ...(Object.keys(answers).length ? { answers } : {}),
    ...(Object.keys(contact).length ? { contact } : {}),
  };
}

type Form = ReadonlyMap<string, string[]>;

function answerFrom(block: QuestionView, form: Form): Answer | undefined {
  const given = (form.get(answerField(block.id)) ?? []).filter((v) => v !== '');
  const first = given[0];
  const part = (id: string, side?: string) => form.get(partField(block.id, id, side))?.[0]?.trim() ?? '';
  const parts = <T>(ids: { id: string }[], read: (id: string) => T | undefined) => {
    const found = ids.flatMap(({ id }) => {
      const value = read(id);
      return value === undefined ? [] : [[id, value] as const];
    });
    return found.length ? (Object.fromEntries(found) as Answer) : undefined;
  };
  switch (block.kind) {
    case 'choice':
      if (given.length === 0) return undefined;
      return block.other && given.includes('other')
        ? { options: given, text: form.get(wordsField(block.id))?.[0] ?? '' }
        : given;
    case 'number':
    case 'slider':
    case 'rating':
      return first === undefined || Number.isNaN(Number(first)) ? undefined : Number(first);
    case 'order': {
      const places = block.items.map(({ id }, i) => ({ id, place: Number(part(id)) || 0, i }));
      if (places.every((p) => p.place === 0)) return undefined;
      // Two in one place stand as they were shown.
      return places.sort((a, b) => a.place - b.place || a.i - b.i).map((p) => p.id);
    }
    case 'match':
      return parts(block.lefts, (id) => part(id) || undefined);
    case 'gaps':
      return parts(
        block.gaps.map((id) => ({ id })),
        (id) => part(id) || undefined,
      );
    case 'grid':
      return parts(block.rows, (id) => form.get(partField(block.id, id)));
    case 'spots':
      return parts(block.spots, (id) => {
        const [x, y] = [part(id, 'x'), part(id, 'y')];
        if (x && y) return [share(x), share(y)];
        return part(id) || undefined;
      });
    default:
      return first;
  }
}

/** A percentage as a share of the picture. */
const share = (percent: string): number => Math.min(1, Math.max(0, (Number(percent) || 0) / 100));

function contactFrom(block: Extract<BlockView, { kind: 'contact' }>, form: Form, skipped: string): ContactGiven {
  const fields = Object.fromEntries(block.fields.map((f) => [f.id, form.get(contactField(block.id, f.id))?.[0] ?? '']));
  const empty = Object.values(fields).every((v) => !v.trim());
  if (block.id === skipped || (block.skippable && empty)) return { skipped: true };
  const agreed = form.has(contactField(block.id, CONSENT));
  return { fields, ...(block.consent && agreed ? { consent: block.consent.version } : {}) };
}
