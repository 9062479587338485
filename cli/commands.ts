/** What the command does, one function each. Every one of them returns the exit code. */
import { offeredBy } from '../core/questions/registry';
import { once } from 'node:events';
import type { Quiz } from '../core/schema/quiz';
import { checkQuiz, type Finding } from '../core/findings/check';
import { nameOf, quizIndex } from '../core/document/lookup';
import { rehearse } from '../core/rehearsal/odds';
import { walk } from '../core/flow/walk';
import { resultOf } from '../core/flow/result';
import { RunReader, type Stats } from '../core/stats/reading';
import { contentFor, readAny, readQuiz, RunsFile, writeWhole } from './files';

const say = (text: string): boolean => process.stdout.write(`${text}\n`);

const onlyQuiz = (file: string): Quiz => readQuiz(file).quiz;

/** @returns 1 where there are errors */
export function check(file: string, { json }: { json: boolean }): number {
  const quiz = onlyQuiz(file);
  const findings = checkQuiz(quiz, rehearse(quiz));
  if (json)
    say(
      JSON.stringify(
        findings.map(({ code, severity, where, message, fix }) => ({
          code,
          severity,
          where,
          message,
          ...(fix ? { fix: fix.say } : {}),
        })),
        null,
        2,
      ),
    );
  else if (findings.length === 0) say('● Nothing is wrong that we know of.');
  else
    for (const f of findings)
      say(
        `${marks[f.severity]} ${f.severity} ${f.code}${f.where.length ? ` (${f.where.join(' / ')})` : ''}: ${f.message}${f.aside ? ` Left as it is: ${f.aside.because}` : ''}`,
      );
  return findings.some((f) => f.severity === 'error') ? 1 : 0;
}
const marks: Record<Finding['severity'], string> = { error: '✕', warning: '◐', note: '○' };

/** A result per line. */
export async function score(file: string, runsFile: string): Promise<number> {
  const quiz = onlyQuiz(file);
  const runs = new RunsFile(runsFile);
  try {
    await runs.check(quiz);
    let part = '';
    for await (const recorded of runs.runs('Scoring')) {
      const { run, stopped } = walk(quiz, recorded);
      const { way, finished, ...rest } = resultOf(quiz, run);
      part += `${JSON.stringify({ id: recorded.id, way, finished, ...(stopped ? { stopped } : {}), ...rest })}\n`;
      if (part.length < 1 << 16) continue;
      if (!process.stdout.write(part)) await once(process.stdout, 'drain');
      part = '';
    }
    process.stdout.write(part);
    return 0;
  } finally {
    runs.close();
  }
}

const percent = (share: number): string => `${(share * 100).toFixed(1)}%`.padStart(7);
const number = (value: number | null): string => (value === null ? '–' : String(Number(value.toFixed(3))));

export function odds(
  file: string,
  { json, visitors, seed }: { json: boolean; visitors: number; seed: number },
): number {
  const quiz = onlyQuiz(file);
  const { method, pages, outcomes, scales, ...found } = rehearse(quiz, { visitors, seed });
  if (json) {
    const spreads = Object.fromEntries(
      Object.entries(scales).map(([id, { mean, sd, histogram }]) => [id, { mean, sd, histogram }]),
    );
    say(
      JSON.stringify({
        method,
        ...(found.visitors === undefined ? {} : { visitors: found.visitors }),
        pages,
        outcomes,
        scales: spreads,
      }),
    );
    return 0;
  }
  say(
    method === 'exact'
      ? 'Exact: every way through the quiz is counted.'
      : `Sampled: ${found.visitors} simulated visitors, seed ${seed}.`,
  );
  say('\nPages');
  for (const page of quiz.pages) say(`${percent(pages[page.id] ?? 0)}  ${page.name || page.id}`);
  for (const verdict of quiz.verdicts) {
    say(`\n${verdict.name}`);
    for (const o of verdict.outcomes) say(`${percent(outcomes[verdict.id]?.[o.id] ?? 0)}  ${o.name}`);
  }
  for (const scale of quiz.scales) {
    const spread = scales[scale.id];
    if (spread)
      say(
        `\n${scale.name}: ${number(spread.mean)} on average, sd ${number(spread.sd)}, from ${number(spread.lowest)} to ${number(spread.highest)}`,
      );
  }
  return 0;
}

export async function stats(file: string, runsFile: string, { json }: { json: boolean }): Promise<number> {
  const quiz = onlyQuiz(file);
  const runs = new RunsFile(runsFile);
  try {
    await runs.check(quiz);
    const reader = new RunReader(quiz);
    for await (const recorded of runs.runs('Reading')) reader.add(walk(quiz, recorded).run);
    const found = reader.stats();
    if (json) say(JSON.stringify(found));
    else tellStats(quiz, found, runs.count);
    return 0;
  } finally {
    runs.close();
  }
}

function tellStats(quiz: Quiz, found: Stats, all: number): void {
  const { questions } = quizIndex(quiz);
  say(`${found.runs} finished runs of ${all}`);
  for (const [id, q] of Object.entries(found.questions)) {
    const question = questions.get(id);
    if (!question) continue;
    const keyed =
      q.difficulty === undefined
        ? ''
        : `, difficulty ${number(q.difficulty)}, discrimination ${number(q.discrimination ?? null)}`;
    say(`\n${nameOf(question)}: ${q.answered} answers${keyed}`);
    for (const [option, count] of Object.entries(q.options ?? {})) {
      const text = offeredBy(question)?.options.find((o) => o.id === option)?.text ?? option;
      say(`${String(count).padStart(8)}  ${text}`);
    }
  }
  for (const verdict of quiz.verdicts) {
    say(`\n${verdict.name}`);
    for (const o of verdict.outcomes) say(`${String(found.outcomes[verdict.id]?.[o.id] ?? 0).padStart(8)}  ${o.name}`);
  }
  const spread = (name: string, s: Stats['marks']) =>
    say(
      `\n${name}: ${number(s.mean)} on average, sd ${number(s.sd)}${s.alpha === undefined ? '' : `, alpha ${number(s.alpha)}`}`,
    );
  spread('Marks', found.marks);
  for (const scale of quiz.scales) spread(scale.name, found.scales[scale.id] ?? { mean: null, sd: null });
}

/** What was understood and lost is told on standard error. */
export async function convert(from: string, to: string): Promise<number> {
  const { quiz, notes } = await readAny(from);
  const { content, lost } = await contentFor(quiz, to);
  writeWhole(to, content);
  for (const note of notes)
    if (note.is !== 'understood') process.stderr.write(`${from}: line ${note.line}: ${note.is}: ${note.message}\n`);
  for (const what of lost) process.stderr.write(`${to}: not held: ${what}\n`);
  return 0;
}
