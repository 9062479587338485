/** The questions of a quiz as a list. */
import { isKeyed } from '../questions/registry';
import type { Accepted, Question, Quiz } from '../quiz/schema';
import { isQuestion } from '../quiz/lookup';
import { acceptedOf } from '../text/fold';
import { plainText } from '../text/rich';
import type { Listed, ListedAnswer, ListedQuiz } from './listed';

/** The questions of a quiz as a list, and in words what the list cannot hold. */
export function listFromQuiz(quiz: Quiz): { list: ListedQuiz; lost: string[] } {
  const lost: string[] = [];
  const questions: Listed[] = [];
  const topics = new Map(quiz.topics.map((t) => [t.id, t.name]));
  for (const page of quiz.pages) {
    if (page.stage !== 'ask') continue;
    const asked = page.blocks.filter(isQuestion);
    if (page.routes?.length || page.otherwise || page.hold || page.draw || page.showIf || page.limit)
      lost.push(`where “${page.name}” leads, and when it shows`);
    for (const block of page.blocks) if (!isQuestion(block)) lost.push(`the ${block.kind} on “${page.name}”`);
    for (const q of asked) {
      const listed = listedFrom(q, lost);
      if (!listed) continue;
      const topic = topics.get(q.topic ?? '');
      questions.push({
        ...listed,
        ...(asked.length > 1 || page.name ? { page: page.name } : {}),
        fields: { ...listed.fields, ...(topic ? { topic } : {}) },
      });
    }
  }
  if (quiz.scales.length || quiz.verdicts.length) lost.push('scales, outcomes, and what each answer says for them');
  if (quiz.messages.length) lost.push('letters');
  return { list: { title: quiz.title, description: quiz.description, questions }, lost: [...new Set(lost)] };
}

function listedFrom(q: Question, lost: string[]): Listed | null {
  const prompt = plainText(q.prompt).replace(/\n/g, ' ');
  const name = `“${prompt}”`;
  if (typeof q.prompt !== 'string') lost.push(`how ${name} is set, and what is put into it`);
  if (q.showIf) lost.push(`when ${name} shows`);
  if (q.media?.sound || q.media?.video) lost.push(`the sound or video of ${name}`);
  const fields: Listed['fields'] = {
    id: q.id,
    ...(q.name ? { label: q.name } : {}),
    ...(q.marks === undefined ? {} : { marks: String(q.marks) }),
    ...(q.penalty ? { penalty: String(q.penalty) } : {}),
    ...(q.credit === 'share' ? { credit: 'share' } : {}),
    ...(q.required ? {} : { required: 'no' }),
    ...(q.shuffle ? { shuffle: 'yes' } : {}),
    ...(q.limit ? { seconds: String(q.limit) } : {}),
    ...(q.hint ? { hint: plainText(q.hint) } : {}),
    ...(q.explain?.always ? { explain: plainText(q.explain.always) } : {}),
    ...(q.explain?.right ? { 'explain right': plainText(q.explain.right) } : {}),
    ...(q.explain?.wrong ? { 'explain wrong': plainText(q.explain.wrong) } : {}),
    ...(q.media?.picture ? { picture: `${q.media.picture.src} "${q.media.picture.text}"` } : {}),
  };
  const base = { line: 0, prompt, answers: [] as ListedAnswer[], fields };
  const accepted = (list: Accepted[]) =>
    list
      .map(acceptedOf)
      .map((a) => (a.credit === 1 ? a.text : `${a.text} (${a.credit})`))
      .join('; ');
  const bounds = (b: { min?: number; max?: number; step?: number }) => ({
    ...(b.min === undefined ? {} : { least: String(b.min) }),
    ...(b.max === undefined ? {} : { most: String(b.max) }),
    ...(b.step === undefined ? {} : { step: String(b.step) }),
  });
  switch (q.kind) {
    case 'choice': {
      if (q.options.some((o) => o.picture)) lost.push(`the pictures of ${name}`);
      if (q.other) lost.push(`the free entry of ${name}`);
      if (q.min !== undefined || q.max !== undefined) lost.push(`how many answers ${name} wants`);
      const keyed = isKeyed(q);
      const kind = q.as === 'yes-no' ? 'yes/no' : q.pick === 'many' ? 'many' : 'one';
      return {
        ...base,
        kind,
        answers: q.options.map((o) => ({ text: o.text, credit: keyed ? (o.credit ?? 0) : null })),
      };
    }
    case 'text':
      if (q.fold || q.reviewRest) lost.push(`how spellings of ${name} are compared`);
      return { ...base, kind: 'text', ...(q.accept?.length ? { right: accepted(q.accept) } : {}) };
    case 'essay':
      return { ...base, kind: 'long text', ...(q.review ? { right: 'review' } : {}) };
    case 'number':
    case 'slider': {
      const around = q.withinPercent !== undefined ? ` ± ${q.withinPercent}%` : q.within ? ` ± ${q.within}` : '';
      return {
        ...base,
        kind: q.kind,
        ...(q.target === undefined ? {} : { right: `${q.target}${around}` }),
        fields: { ...fields, ...bounds(q) },
      };
    }
    case 'rating':
      return { ...base, kind: 'rating', fields: { ...fields, ...bounds(q) } };
    case 'date':
      return {
        ...base,
        kind: 'date',
        ...(q.target ? { right: `${q.target}${q.within ? ` ± ${q.within}` : ''}` } : {}),
      };
    case 'order':
      return {
        ...base,
        kind: 'order',
        answers: q.items.map((i) => ({ text: i.text, credit: null })),
        ...(q.keyed === false ? { right: 'none' } : {}),
      };
    case 'match':
      return {
        ...base,
        kind: 'match',
        answers: [
          ...q.pairs.map((p) => ({ text: p.left.text, credit: null, with: p.right.text })),
          ...(q.extras ?? []).map((e) => ({ text: '', credit: null, with: e.text })),
        ],
      };
    case 'gaps': {
      const accept = new Map(q.gaps.map((g) => [g.id, accepted(g.accept ?? [])]));
      const text =
        typeof q.text === 'string'
          ? q.text
          : q.text.content
              .flatMap((p) =>
                p.type === 'paragraph'
                  ? [
                      (p.content ?? [])
                        .map((n) =>
                          n.type === 'gap' ? `{${accept.get(n.attrs.gap) ?? ''}}` : n.type === 'text' ? n.text : '',
                        )
                        .join(''),
                    ]
                  : [],
              )
              .join('\n');
      return { ...base, kind: 'gaps', right: text };
    }
    case 'grid':
    case 'spots':
      lost.push(`${name}: a ${q.kind === 'grid' ? 'grid' : 'picture with places'} is more than a list can hold`);
      return null;
  }
}
