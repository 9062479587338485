/** Letters of a draft as they would arrive, for a visitor there was or one that is made up. */
import type { Arrives } from '../../contract/letters';
import { isTrue } from '../../core/conditions/evaluate';
import { isContact, quizIndex } from '../../core/document/lookup';
import { composeGathered, composeLetter, type Composed } from '../../core/flow/letter';
import { dislikedIn } from '../../core/mailing/disliked';
import { type Beside, contactOf, resultOf } from '../../core/flow/result';
import { type Run, runFacts } from '../../core/flow/run';
import { rehearsedRun } from '../../core/rehearsal/sampled';
import type { ContactField, Letter, Quiz } from '../../core/schema/quiz';
import type { Membership } from '../../db/queries/members';
import { newestWithContact, oneRun } from '../../db/queries/runs';
import { getQuiz } from '../accounts/own-quiz';
import { readConfig } from '../platform/config';
import { database } from '../platform/database';
import { notFound } from '../platform/http-error';
import { ownRunOf, runOf } from '../publishing/editions';
import { type Drawn, letterHtml, letterText } from './drawn';
import { besideRun } from './links';
import { filledIn, letterWords } from './words';

/** Visitors to choose from. */
const RECENT = 20;
/** Rehearsed runs that are tried until one reaches an outcome. */
const MOST_TRIED = 400;
const MADE_UP: Record<ContactField['format'], string> = {
  name: 'Robin Vale',
  email: 'robin@example.com',
  phone: '+44 20 7946 0958',
  text: 'Words of theirs',
  address: '3 Ferry Lane, Slow Spoke',
  date: '2027-05-01',
  number: '3',
  file: 'ferry.pdf',
  choice: '',
};

type Shown = { quiz: Quiz; run: Run; beside: Beside };

/** @param who `run RUN` or `outcome OUTCOME`; without it, the last visitor who left an address, or one made up */
async function visitorFor(member: Membership, quizId: string, draft: Quiz, who: string | undefined): Promise<Shown> {
  const [kind, id = ''] = (who ?? '').split(' ');
  const { workspaceId } = member;
  const row =
    kind === 'run'
      ? await oneRun(database(), workspaceId, quizId, id)
      : who === undefined
        ? (await newestWithContact(database(), workspaceId, quizId, 1))[0]
        : undefined;
  if (kind === 'run' && !row) throw notFound('This visitor');
  if (row) {
    const { quiz, run } = await runOf(row);
    return { quiz, run, beside: await besideRun(database(), { quiz, run }, row, row.lastAt) };
  }
  return { quiz: draft, run: madeUp(draft, kind === 'outcome' ? id : undefined), beside: madeUpBeside() };
}

function madeUp(quiz: Quiz, outcome: string | undefined): Run {
  let run = rehearsedRun(quiz, 1);
  for (let seed = 2; seed < MOST_TRIED && outcome !== undefined; seed++) {
    const reached = Object.values(resultOf(quiz, run).verdicts).flatMap(({ outcomes }) => outcomes);
    if (reached.includes(outcome)) break;
    run = rehearsedRun(quiz, seed);
  }
  const { blocks } = quizIndex(quiz);
  const contact = Object.fromEntries(
    Object.entries(run.contact).map(([id, given]) => {
      const block = blocks.get(id);
      if (!block || !isContact(block) || !('fields' in given)) return [id, given];
      return [
        id,
        {
          ...given,
          fields: Object.fromEntries(block.fields.map((f) => [f.id, f.options?.[0]?.id ?? MADE_UP[f.format]])),
        },
      ];
    }),
  );
  return { ...run, contact };
}

function madeUpBeside(): Beside {
  const place = `${readConfig().publicUrl}/q/your-quiz`;
  return {
    day: new Date().toISOString().slice(0, 10),
    edition: 1,
    links: { quiz: place, result: place, certificate: place },
  };
}

/** What a letter of the draft comes to. */
async function drawnFor(member: Membership, quizId: string, messageId: string, who: string | undefined) {
  const { draft, title } = await getQuiz(member, quizId);
  const letter = draft.messages.find(({ id }) => id === messageId);
  if (!letter) throw notFound('This letter');
  const shown = await visitorFor(member, quizId, draft, who);
  const composed = composedFor(draft, letter, shown);
  const { language } = shown.quiz;
  const { because, stop } = letterWords(language);
  const foot = { because: filledIn(because, { quiz: title }), stop, url: `${readConfig().publicUrl}/letters` };
  const drawn: Drawn = {
    subject: composed.subject,
    language,
    sheet: composed.sheet,
    ...(letter.to === 'visitor' ? { foot } : {}),
  };
  return { draft, letter, shown, composed, drawn };
}

/** With the draft's letter, in the words that the run's own edition and language have for its values. */
function composedFor(draft: Quiz, letter: Letter, { quiz, run, beside }: Shown): Composed {
  if (!letter.gather) return composeLetter({ ...quiz, look: draft.look }, run, letter, beside);
  const outcomes = Object.values(resultOf(quiz, run).verdicts).flatMap((decided) => decided.outcomes);
  const names = outcomes.map((id) => quizIndex(quiz).outcomes.get(id)?.outcome.name ?? '');
  const { name = '', email = '' } = contactOf(run);
  const told =
    letter.gather === 'daily'
      ? { runs: [{ name, email, outcomes: names, at: beside.day ?? '' }], more: 0 }
      : { figures: ['Started', 'Finished', 'Left a contact'].map((one) => ({ name: one, count: 0, before: 0 })) };
  return composeGathered(draft, letter, told, beside);
}

export async function arrives(
  member: Membership,
  quizId: string,
  messageId: string,
  who: string | undefined,
): Promise<Arrives> {
  const { draft, letter, shown, composed, drawn } = await drawnFor(member, quizId, messageId, who);
  const html = await letterHtml(drawn);
  const bytes = Buffer.byteLength(html);
  const { sender, replyTo = '', preview = '' } = composed.sheet;
  const { mailFrom } = readConfig();
  const address = /<([^<>]+)>\s*$/.exec(mailFrom)?.[1] ?? mailFrom;
  const to = letter.to === 'me' ? member.email : letter.to === 'addresses' ? (letter.addresses ?? []).join(', ') : '';
  return {
    to:
      to || (Object.values(contactOf(shown.run)).find((value) => value.includes('@')) ?? 'nobody: no address was left'),
    from: sender === undefined ? mailFrom : `${sender} <${address}>`,
    replyTo,
    subject: composed.subject,
    preview,
    text: letterText(drawn),
    bytes,
    isSent: letter.when === undefined || isTrue(letter.when, runFacts(shown.quiz, shown.run)),
    disliked: dislikedIn(composed, bytes),
    visitors: await visitorsOf(member, quizId, draft),
  };
}

/** The same as a page. @param isDark as a mail program shows it that is dark */
export async function arrivesAsPage(
  member: Membership,
  quizId: string,
  messageId: string,
  { who, isDark }: { who: string | undefined; isDark: boolean },
): Promise<string> {
  const { drawn } = await drawnFor(member, quizId, messageId, who);
  const { dress } = drawn.sheet;
  return letterHtml(isDark ? { ...drawn, sheet: { ...drawn.sheet, dress: { ...dress, ...dress.dark } } } : drawn);
}

async function visitorsOf({ workspaceId }: Membership, quizId: string, draft: Quiz): Promise<Arrives['visitors']> {
  const rows = await newestWithContact(database(), workspaceId, quizId, RECENT);
  const real = await Promise.all(
    rows.map(async (row) => {
      const contact = contactOf((await ownRunOf(row)).run);
      return { id: `run ${row.runId}`, name: contact['name']?.trim() || Object.values(contact)[0] || 'A visitor' };
    }),
  );
  const made = draft.verdicts.flatMap((verdict) =>
    verdict.outcomes.map(({ id, name }) => ({ id: `outcome ${id}`, name: `made up: ${name}` })),
  );
  return [...real, ...made, ...(made.length ? [] : [{ id: 'outcome', name: 'made up' }])];
}

/** A letter of the draft, as a test sends it. */
export async function testOf(member: Membership, quizId: string, messageId: string, who: string | undefined) {
  const { composed, drawn } = await drawnFor(member, quizId, messageId, who);
  return { language: drawn.language, subject: `Test: ${composed.subject}`, sheet: composed.sheet };
}
