/** What is wrong or missing in single questions and blocks. */
import { boundsOf } from '../questions/measured';
import { isKeyed, isReviewed } from '../questions/registry';
import { pickRange } from '../questions/choice/options';
import type { Block, ContactBlock, Page, Picture, Question, Quiz } from '../document/schema';
import { isContact, isQuestion, nameOf, questionsOf } from '../document/lookup';
import { drawnCount, poolOf } from '../flow/draw';
import { targetsOfQuestion } from '../scoring/weights';
import { testsIn } from '../scoring/conditions';
import { fold } from '../text/fold';
import { insertsIn, isBlank } from '../text/rich';
import { error, type Finding, warning } from './finding';

/** Seconds that anybody needs to read a question, however short. */
const LEAST_SECONDS = 5;

export function blockFindings(quiz: Quiz): Finding[] {
  return [...quiz.pages.flatMap((page) => pageFindings(quiz, page)), ...keysMissing(quiz)];
}

function pageFindings(quiz: Quiz, page: Page): Finding[] {
  const found = page.blocks.flatMap((block) => {
    const at = [page.id, block.id];
    if (isQuestion(block))
      return [...questionFindings(block, at), ...pictures(quiz, block, at), ...hiddenLoop(page, block, at)];
    if (isContact(block)) return contactFindings(quiz, block, at);
    return [...otherFindings(page, block, at), ...pictures(quiz, block, at)];
  });
  if (page.draw) {
    const pool = poolOf(quiz, page.draw).length;
    const wanted = drawnCount(page.draw);
    const few = Object.entries(page.draw.byTopic ?? {}).find(
      ([topic, n]) => poolOf(quiz, page.draw ?? { from: [] }).filter((q) => q.topic === topic).length < n,
    );
    if (pool < wanted || few)
      found.push(
        warning(
          'draw-too-few',
          'write',
          [page.id],
          `“${page.name}” draws ${wanted} questions, but has only ${pool} to draw from.`,
        ),
      );
  }
  const asked = page.blocks.filter(isQuestion).length;
  if (page.limit !== undefined && page.limit < LEAST_SECONDS * Math.max(1, asked)) {
    found.push(
      warning(
        'limit-too-short',
        'write',
        [page.id],
        `“${page.name}” gives ${page.limit} seconds for ${asked === 1 ? 'a question' : `${asked} questions`}: nobody reads that fast.`,
      ),
    );
  }
  return found;
}

function questionFindings(question: Question, at: string[]): Finding[] {
  const found: Finding[] = [];
  const name = nameOf(question);
  const missing = (words: string, part?: string, fix?: Finding['fix']) =>
    error('empty-text', 'write', part ? [...at, part] : at, words, fix);
  if (isBlank(question.prompt)) found.push(missing('A question has no wording yet.'));
  if (question.limit !== undefined && question.limit < LEAST_SECONDS) {
    found.push(
      warning('limit-too-short', 'write', at, `“${name}” gives ${question.limit} seconds: nobody reads that fast.`),
    );
  }
  const worded = (parts: { id: string; text?: string; picture?: Picture }[], what: string, list?: string) => {
    for (const part of parts)
      if (!part.text?.trim() && !part.picture)
        found.push(
          missing(
            `${what} of “${name}” has no wording.`,
            part.id,
            list && parts.length > 2 ? takeOut(at, list, part.id, 'Take it out') : undefined,
          ),
        );
  };
  switch (question.kind) {
    case 'choice': {
      const { options } = question;
      if (options.length < 2)
        found.push(error('choice-too-few-options', 'write', at, `“${name}” needs at least two answers.`));
      worded(options, 'An answer', 'options');
      found.push(...duplicates(options, at, name, 'options'));
      if (question.pick === 'one' && options.filter((o) => o.credit === 1).length > 1) {
        found.push(
          warning(
            'several-keys-one-pick',
            'score',
            at,
            `“${name}” has several right answers, but only one can be chosen.`,
            {
              say: 'Let visitors choose several',
              edit: {
                name: 'set-pick',
                ops: [{ op: 'set', at: ['pages', at[0] ?? '', 'blocks', question.id], field: ['pick'], to: 'many' }],
              },
            },
          ),
        );
      }
      const { min, max } = pickRange(question);
      if (min > max)
        found.push(
          error('condition-type', 'write', at, `“${name}” wants at least ${min} answers but allows ${max} at most.`),
        );
      break;
    }
    case 'order':
      worded(question.items, 'An item');
      found.push(...duplicates(question.items, at, name, 'items'));
      break;
    case 'match':
      worded(
        question.pairs.flatMap((p) => [p.left, p.right]),
        'A side',
      );
      break;
    case 'grid':
      worded(question.rows, 'A row');
      worded(question.columns, 'A column');
      break;
    case 'gaps': {
      const placed = new Set(typeof question.text === 'string' ? [] : gapsIn(question.text));
      for (const gap of question.gaps)
        if (!placed.has(gap.id))
          found.push(
            error('unknown-reference', 'write', [...at, gap.id], `A gap of “${name}” stands nowhere in its text.`),
          );
      break;
    }
    case 'spots':
      if (!question.picture) found.push(error('empty-text', 'write', at, `“${name}” has no picture to point at.`));
      break;
    case 'number':
    case 'slider':
    case 'rating': {
      const { min, max } = boundsOf(question);
      if (min !== undefined && max !== undefined && min > max)
        found.push(error('condition-type', 'write', at, `“${name}” goes from ${min} to ${max}, which is nowhere.`));
      break;
    }
  }
  return found;
}

const gapsIn = (rich: Exclude<Question['prompt'], string>): string[] =>
  rich.content.flatMap((node) =>
    (node.type === 'paragraph' ? [node] : node.content.flatMap((item) => item.content)).flatMap((p) =>
      (p.content ?? []).flatMap((inline) => (inline.type === 'gap' ? [inline.attrs.gap] : [])),
    ),
  );

/** The repair that removes one of several things of a block. */
const takeOut = (at: string[], list: string, id: string, say: string): NonNullable<Finding['fix']> => ({
  say,
  edit: {
    name: `remove-${list}`,
    ops: [{ op: 'remove', at: ['pages', at[0] ?? '', 'blocks', at[1] ?? ''], list, id }],
  },
});

function duplicates(parts: { id: string; text: string }[], at: string[], name: string, list: string): Finding[] {
  const seen = new Set<string>();
  return parts.flatMap((part) => {
    const text = fold(part.text);
    const twice = text !== '' && seen.has(text);
    seen.add(text);
    return twice
      ? [
          warning(
            'duplicate-option',
            'write',
            [...at, part.id],
            `“${part.text}” stands twice among the answers of “${name}”.`,
            parts.length > 2 ? takeOut(at, list, part.id, 'Take the second out') : undefined,
          ),
        ]
      : [];
  });
}

/** Pictures that say nothing to those who cannot see them. */
function pictures(quiz: Quiz, block: Block, at: string[]): Finding[] {
  const bare = (picture: Picture | undefined, what: string, part?: string): Finding[] =>
    picture && !picture.text.trim()
      ? [
          warning(
            'picture-without-text',
            'write',
            part ? [...at, part] : at,
            `A picture in “${what}” has no words for those who cannot see it.`,
          ),
        ]
      : [];
  if (!isQuestion(block)) {
    const page = quiz.pages.find((p) => p.id === at[0])?.name ?? '';
    return block.kind === 'media'
      ? bare(block.picture, page)
      : block.kind === 'offer'
        ? bare(block.offer.picture, page)
        : [];
  }
  const name = nameOf(block);
  // The words beside a picture say what it shows.
  const parts: { id: string; text: string; picture?: Picture }[] =
    block.kind === 'choice'
      ? block.options
      : block.kind === 'order'
        ? block.items
        : block.kind === 'match'
          ? [...block.pairs.flatMap((p) => [p.left, p.right]), ...(block.extras ?? [])]
          : [];
  return [
    ...bare(block.media?.picture, name),
    ...(block.kind === 'spots' ? bare(block.picture, name) : []),
    ...parts.filter((p) => !p.text.trim()).flatMap((p) => bare(p.picture, name, p.id)),
  ];
}

/** A question that shows only if it, or one that waits for it, is answered: nobody can ever see it. */
function hiddenLoop(page: Page, question: Question, at: string[]): Finding[] {
  const asksOf = (id: string): string[] => {
    const block = page.blocks.find((b) => b.id === id);
    return block?.showIf ? testsIn(block.showIf).flatMap((t) => ('answer' in t ? [t.answer] : [])) : [];
  };
  const seen = new Set<string>();
  const queue = asksOf(question.id);
  while (queue.length) {
    const id = queue.pop() ?? '';
    if (id === question.id) {
      return [
        warning(
          'required-hidden-loop',
          'write',
          at,
          `“${nameOf(question)}” shows only once it is answered itself, so nobody sees it.`,
        ),
      ];
    }
    if (!seen.has(id)) queue.push(...asksOf(id));
    seen.add(id);
  }
  return [];
}

function otherFindings(page: Page, block: Block, at: string[]): Finding[] {
  if (block.kind === 'words' && isBlank(block.body))
    return [
      warning('empty-text', 'write', at, `An empty text stands on “${page.name}”.`, {
        say: 'Take it out',
        edit: { name: 'remove-block', ops: [{ op: 'remove', at: ['pages', page.id], list: 'blocks', id: block.id }] },
      }),
    ];
  return [];
}

function contactFindings(quiz: Quiz, block: ContactBlock, at: string[]): Finding[] {
  const found: Finding[] = [];
  if (block.fields.length === 0) found.push(error('empty-text', 'write', at, 'The contact page asks for nothing.'));
  if (!block.consent && quiz.messages.length > 0 && block.fields.some((f) => f.format === 'email')) {
    found.push(
      warning(
        'consent-missing',
        'write',
        at,
        'The contact page asks for an e-mail address without asking for consent.',
        {
          say: 'Ask for consent',
          edit: {
            name: 'set-consent',
            ops: [
              {
                op: 'set',
                at: ['pages', at[0] ?? '', 'blocks', block.id],
                field: ['consent'],
                to: { text: 'Yes, you may write to me about this quiz.', version: 1, required: true },
              },
            ],
          },
        },
      ),
    );
  }
  if (block.consent && !block.consent.text.trim())
    found.push(error('empty-text', 'write', at, 'The line of consent has no wording.'));
  return found;
}

/** In a quiz with right and wrong answers, those questions that count for nothing. */
function keysMissing(quiz: Quiz): Finding[] {
  const questions = questionsOf(quiz);
  if (!questions.some(isKeyed)) return [];
  const opinions = new Set(['text', 'essay', 'rating', 'slider']);
  return questions.flatMap((q) => {
    if (isKeyed(q) || isReviewed(q) || opinions.has(q.kind) || targetsOfQuestion(q).length > 0) return [];
    const page = quiz.pages.find((p) => p.blocks.some((b) => b.id === q.id));
    return [
      warning(
        'key-missing',
        'score',
        [page?.id ?? '', q.id],
        `“${nameOf(q)}” has no right answer, while other questions have one.`,
      ),
    ];
  });
}

/** Values that a text needs but a visitor may not have given. */
export function insertFindings(quiz: Quiz): Finding[] {
  const asked = new Set(
    quiz.pages.flatMap((p) => p.blocks).flatMap((b) => (isContact(b) ? b.fields.map((f) => f.id) : [])),
  );
  const found: Finding[] = [];
  const look = (tab: Finding['tab'], where: string[], text: Parameters<typeof insertsIn>[0], what: string) => {
    for (const insert of insertsIn(text)) {
      const names = insert.value === 'name' || insert.value === 'firstName';
      if (names && !asked.has('name'))
        found.push(warning('contact-never-asked', tab, where, `A name stands in ${what}, but no page asks for one.`));
      if ((names || insert.value === 'answer' || insert.value === 'known') && !insert.fallback.trim()) {
        found.push(
          warning(
            'insert-empty-possible',
            tab,
            where,
            `A value in ${what} may be empty for some visitors. Give it words to fall back on.`,
          ),
        );
      }
    }
  };
  for (const page of quiz.pages) {
    for (const block of page.blocks) {
      if ('prompt' in block) look('write', [page.id, block.id], block.prompt, 'a question');
      if ('body' in block) look('write', [page.id, block.id], block.body, `“${page.name}”`);
    }
  }
  for (const verdict of quiz.verdicts)
    for (const o of verdict.outcomes) look('write', [verdict.id, o.id], o.body, `“${o.name}”`);
  for (const letter of quiz.messages) {
    look('mail', [letter.id], letter.subject, `the subject of “${letter.name}”`);
    look('mail', [letter.id], letter.body, `“${letter.name}”`);
  }
  return found;
}
