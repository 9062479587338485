/**
 * Runs as statements of the Experience API 1.0.3 (xAPI): who began, answered what, came to the end, passed or failed. Nobody is named: an
 * account is an id of the run. The same run gives the same statements with the same ids, so that a store that has them takes none twice.
 */
import { sha1 } from '@noble/hashes/legacy.js';
import type { Interaction, Part, Response } from '../questions/interaction';
import { nameOfPart } from '../questions/interaction';
import { answerText, kindOf } from '../questions/registry';
import type { Question } from '../schema/quiz';
import { plainText } from '../text/rich';
import { isAnswered } from '../values/answer';
import { verdictKind } from '../verdicts/registry';
import { type TakenRun, wayOf } from './run-line';
import { questionsOnWay, type Sent } from '../flow/run';
import { quizIndex } from '../document/lookup';

/** @property home where the quizzes stand, without a slash at the end @property address the quiz's web address @property sent what came, in its order @property times when each of it came, in milliseconds */
export type StatementsOf = TakenRun & {
  home: string;
  address: string;
  sent: readonly Sent[];
  times: readonly number[];
};

const VERB = 'http://adlnet.gov/expapi/verbs/';
const ACTIVITY = 'http://adlnet.gov/expapi/activities/';
const VERSION = '1.0.3';

type Json = Record<string, unknown>;

const encoder = new TextEncoder();
/** A name-based UUID (RFC 9562, 5.5) in the namespace of web addresses. */
export function uuidOf(name: string): string {
  const namespace = [0x6b, 0xa7, 0xb8, 0x11, 0x9d, 0xad, 0x11, 0xd1, 0x80, 0xb4, 0x00, 0xc0, 0x4f, 0xd4, 0x30, 0xc8];
  const bytes = sha1(new Uint8Array([...namespace, ...encoder.encode(name)])).slice(0, 16);
  bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x50;
  bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('');
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-');
}

/** The statements of a run, in their order. */
export function statementsOf(of: StatementsOf): Json[] {
  const { row, quiz, run, result, home, address, times } = of;
  const language = row.language ?? quiz.language;
  const quizUrl = `${home}/q/${address}`;
  const activity = { objectType: 'Activity', id: quizUrl };
  const context = {
    registration: uuidOf(`${quizUrl}#${row.runId}`),
    revision: String(row.edition),
    platform: 'Yes Maybe',
    language,
  };
  const begun = row.seenAt.getTime();
  const ended = times.at(-1) ?? row.lastAt.getTime();
  const statement = (name: string, verb: string, more: Json, at: number): Json => ({
    id: uuidOf(`${quizUrl}#${row.runId}/${name}`),
    actor: { objectType: 'Agent', account: { homePage: home, name: uuidOf(`${home}#run/${row.runId}`) } },
    verb: { id: VERB + verb, display: { en: verb } },
    ...more,
    timestamp: new Date(at).toISOString(),
    version: VERSION,
  });
  const whole = { ...activity, definition: { type: `${ACTIVITY}assessment`, name: { [language]: quiz.title } } };
  const statements = [statement('initialized', 'initialized', { object: whole, context }, begun)];
  const onWay = wayOf(of);
  const at = whenAnswered(of);
  for (const question of questionsOnWay(quiz, run)) {
    const answer = run.answers[question.id];
    if (!onWay.has(question.id) || !isAnswered(answer)) continue;
    const kind = kindOf(question);
    const interaction = kind.interaction(question);
    const worth = result.questions[question.id];
    const most = question.marks ?? 1;
    const isKnown = worth !== undefined && worth.credit !== null;
    statements.push(
      statement(
        `answered/${question.id}`,
        'answered',
        {
          object: {
            ...{ objectType: 'Activity', id: `${quizUrl}/questions/${question.id}` },
            definition: {
              ...{ type: `${ACTIVITY}cmi.interaction`, description: { [language]: plainText(question.prompt) } },
              ...definitionOf(interaction, question, language),
            },
          },
          result: {
            response: responseOf(interaction, kind.response(question, answer), answerText(question, answer)),
            ...(isKnown
              ? {
                  success: worth.credit === 1,
                  score: scoreOf(worth.awarded, 0 - (question.penalty ?? 0), most),
                }
              : {}),
          },
          context: { ...context, contextActivities: { parent: [activity] } },
        },
        at.get(question.id) ?? ended,
      ),
    );
  }
  if (!run.finished) return statements;
  const { marks } = result;
  const score =
    marks.possible > 0 && marks.pending === 0 ? { score: scoreOf(marks.awarded, null, marks.possible) } : {};
  const outcomes = Object.fromEntries(
    quiz.verdicts.map(({ id, name }) => [
      `${quizUrl}/verdicts/${id}`,
      {
        name,
        outcomes: (result.verdicts[id]?.outcomes ?? []).map((o) => quizIndex(quiz).outcomes.get(o)?.outcome.name ?? o),
      },
    ]),
  );
  const scales = Object.fromEntries(
    quiz.scales.map(({ id }) => [`${quizUrl}/scales/${id}`, result.scales[id]?.points ?? null]),
  );
  const extensions = { ...outcomes, ...scales };
  const spent = { completion: true, duration: `PT${Math.max(0, Math.round((ended - begun) / 10) / 100)}S` };
  const more = Object.keys(extensions).length ? { extensions } : {};
  statements.push(
    statement('completed', 'completed', { object: whole, result: { ...spent, ...score, ...more }, context }, ended),
  );
  const passed = marks.pending > 0 ? null : passedOf(of);
  if (passed !== null) {
    const verb = passed ? 'passed' : 'failed';
    const result_ = { success: passed, completion: true, ...score };
    statements.push(statement(verb, verb, { object: whole, result: result_, context }, ended));
  }
  return statements;
}

/** Whether the run has passed: by the first of the verdicts that is a question of that. */
const passedOf = ({ quiz, result }: TakenRun): boolean | null =>
  quiz.verdicts
    .map((verdict) => {
      const decision = result.verdicts[verdict.id];
      return decision ? (verdictKind(verdict).hasPassed?.(verdict, decision) ?? null) : null;
    })
    .find((passed) => passed !== null) ?? null;

/** `scaled` from −1 to 1; one that would be outside is left out. @param min null where it is not known */
function scoreOf(raw: number, min: number | null, max: number): Json {
  const scaled = max > 0 ? raw / max : null;
  return {
    ...(scaled !== null && Math.abs(scaled) <= 1 ? { scaled: Math.round(scaled * 1e6) / 1e6 } : {}),
    ...{ raw, max: Math.max(max, raw) },
    ...(min === null ? {} : { min: Math.min(min, raw) }),
  };
}

/** When each question was answered last. */
function whenAnswered({ sent: all, times }: StatementsOf): Map<string, number> {
  const at = new Map<string, number>();
  all.forEach((sent, i) => {
    const time = times[i];
    if (time !== undefined && 'answers' in sent) for (const id of Object.keys(sent.answers ?? {})) at.set(id, time);
  });
  return at;
}

/** Ids in a response and a pattern are without white space and delimiters: ours are. */
const listed = (parts: readonly Part[], language: string): Json[] =>
  parts.map((part) => ({ id: part.id, description: { [language]: nameOfPart(part) } }));

/** The interaction in the words of the standard (xAPI 1.0.3, 4.1.4.1, Appendix C). */
function definitionOf(interaction: Interaction, { prompt }: Question, language: string): Json {
  const right = (patterns: string[]): Json =>
    patterns.length && patterns.every((p) => p !== '') ? { correctResponsesPattern: patterns } : {};
  switch (interaction.is) {
    case 'choice': {
      const keyed = interaction.options.filter(({ credit }) => credit === 1).map(({ id }) => id);
      return {
        ...{ interactionType: 'choice', choices: listed(interaction.options, language) },
        ...right(interaction.many ? [keyed.join('[,]')] : keyed),
      };
    }
    case 'order':
      return {
        ...{ interactionType: 'sequencing', choices: listed(interaction.items, language) },
        ...right(interaction.keyed ? [interaction.items.map(({ id }) => id).join('[,]')] : []),
      };
    case 'match':
    case 'grid': {
      const [source, target] =
        interaction.is === 'match' ? [interaction.left, interaction.right] : [interaction.rows, interaction.columns];
      return {
        ...{ interactionType: 'matching', source: listed(source, language), target: listed(target, language) },
        ...right([interaction.pairs.map((pair) => pair.join('[.]')).join('[,]')]),
      };
    }
    case 'number': {
      const pattern = interaction.right ? [`${interaction.right[0]}[:]${interaction.right[1]}`] : [];
      return { interactionType: 'numeric', ...right(pattern) };
    }
    case 'rating': {
      const scale = Array.from({ length: interaction.max - interaction.min + 1 }, (_, i) =>
        String(interaction.min + i),
      );
      return { interactionType: 'likert', scale: scale.map((id) => ({ id, description: { [language]: id } })) };
    }
    case 'text':
      return {
        interactionType: 'fill-in',
        ...right(interaction.accept.filter(({ credit = 1 }) => credit === 1).map(({ text }) => text)),
      };
    case 'gaps': {
      const first = interaction.gaps.map(({ accept }) => accept.find(({ credit = 1 }) => credit === 1)?.text ?? '');
      return { interactionType: 'fill-in', ...right(first.every(Boolean) ? [first.join('[,]')] : []) };
    }
    case 'essay':
      return { interactionType: 'long-fill-in' };
    default:
      return { interactionType: 'other', name: { [language]: plainText(prompt) } };
  }
}

function responseOf(interaction: Interaction, response: Response, words: string): string {
  switch (interaction.is) {
    case 'match':
    case 'grid':
      return response.map((pair) => pair.join('[.]')).join('[,]');
    case 'gaps': {
      const given = new Map(response.map(([id = '', said = '']) => [id, said]));
      return interaction.gaps.map(({ id }) => given.get(id) ?? '').join('[,]');
    }
    case 'point':
    case 'name':
    case 'date':
      return words;
    default:
      return response.map(([said = '']) => said).join('[,]');
  }
}
