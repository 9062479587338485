import { messageOf } from '../core/values/unknown';
import { parseArgs } from 'node:util';
import { check, convert, odds, score, stats } from './commands';
import { kept } from './kept';
import { pull, push } from './sync';
import { UserError } from './user-error';

const HELP = `yes-maybe runs quizzes from files, with no server and no database; pull and push alone speak to one, by the token in YES_MAYBE_TOKEN.

  yes-maybe check QUIZ [--json]                 what is wrong or risky; exit code 1 with errors
  yes-maybe score QUIZ RUNS.jsonl               a result per line for each run
  yes-maybe odds QUIZ [--visitors N] [--seed S] [--json]
                                                where visitors end: exact where it can be, else N simulated ones
  yes-maybe stats QUIZ RUNS.jsonl [--json]      what the runs say together
  yes-maybe convert IN OUT                      between .json, .csv (in: .tsv too), .md, .xlsx and .zip (QTI; in: .xml too),
                                                by file ending
  yes-maybe kept FILE [--quiz ID] [--json]      runs that were put away by the month: of which quizzes, or those of one, a line each
  yes-maybe pull FOLDER [--at URL]              the quizzes of a workspace, a file each
  yes-maybe push FOLDER [--at URL]              what was changed in the folder, as drafts; new files become quizzes

QUIZ is a file of any of these formats. RUNS.jsonl holds a run per line, as
  { "id": "r1", "answers": { "q1": ["o2"] }, "known": {}, "contact": {}, "seed": 1 }
and may be - for standard input. Exit code 2: the input is wrong; the place and the reason are on standard error, and nothing is written.
`;

const whole = (name: string, text: string | undefined, least: number): number | undefined => {
  if (text === undefined) return undefined;
  const value = Number(text);
  if (!Number.isInteger(value) || value < least)
    throw new UserError(`--${name}: a whole number from ${least} is expected, not “${text}”`);
  return value;
};

async function main(args: string[]): Promise<number> {
  let parsed;
  try {
    parsed = parseArgs({
      args,
      allowPositionals: true,
      options: {
        json: { type: 'boolean', default: false },
        visitors: { type: 'string' },
        seed: { type: 'string' },
        at: { type: 'string' },
        quiz: { type: 'string' },
        help: { type: 'boolean', short: 'h' },
      },
    });
  } catch (error) {
    throw new UserError(`${messageOf(error)}\nSee yes-maybe --help`);
  }
  const { values, positionals } = parsed;
  const [command = '', ...files] = positionals;
  if (values.help || command === 'help' || command === '') {
    process.stdout.write(HELP);
    return command === '' && !values.help ? 2 : 0;
  }
  const need = (n: number, what: string): [string, string] => {
    if (files.length !== n) throw new UserError(`${command} takes ${what}.\nSee yes-maybe --help`);
    return [files[0] ?? '', files[1] ?? ''];
  };
  const json = values.json;
  switch (command) {
    case 'check':
      return check(need(1, 'a quiz')[0], { json });
    case 'score':
      return score(...need(2, 'a quiz and a file of runs'));
    case 'odds':
      return odds(need(1, 'a quiz')[0], {
        json,
        visitors: whole('visitors', values.visitors, 1) ?? 5_000,
        seed: whole('seed', values.seed, 0) ?? 1,
      });
    case 'stats':
      return stats(...need(2, 'a quiz and a file of runs'), { json });
    case 'convert':
      return convert(...need(2, 'a file to read and a file to write'));
    case 'kept':
      return kept(need(1, 'a file of a month')[0], { json, quiz: values.quiz });
    case 'pull':
      return pull(need(1, 'a folder')[0], values.at);
    case 'push':
      return push(need(1, 'a folder')[0], values.at);
    default:
      throw new UserError(`There is no command “${command}”.\nSee yes-maybe --help`);
  }
}

// Exit quietly if the reader closes the pipe, as `head` does.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EPIPE') process.exit(0);
  throw error;
});

main(process.argv.slice(2)).then(
  (code) => {
    process.exitCode = code;
  },
  (error: unknown) => {
    if (!(error instanceof UserError)) throw error;
    process.stderr.write(`${error.message}\n`);
    process.exitCode = 2;
  },
);
