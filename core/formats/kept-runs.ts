/**
 * Runs of a month that were put away as a file, a line of JSON each: first what it is, before the first run of each edition the edition, after a
 * run the files that were left in it, at last how many runs there were. A run is its rows as the database wrote them, which is enough to say what
 * it came to by the document that stands beside it.
 */
import type { Traces } from '../access/traces';
import { rekeyed } from '../document/rekeyed';
import { resultOf } from '../flow/result';
import { foldRun, type Sent } from '../flow/run';
import { keyedIn } from '../languages/translate';
import type { Quiz } from '../schema/quiz';
import { fieldOf, isObject, textOf } from '../values/unknown';
import { runLine } from './run-line';

export const KEPT_FORMAT = 'yes-maybe month 1';

export type KeptEdition = { edition: number; workspace: string; quiz: string; title: string; document: Quiz };
/** Every line but those of runs, which the database writes. */
export type KeptLine = { format: string; month: string; at: string } | KeptEdition | { end: number };

const recordOf = <T>(value: unknown): Record<string, T> => (isObject(value) ? (value as Record<string, T>) : {});

/** Reads a file of a month, line after line in its order. */
export class KeptReader {
  private readonly editions = new Map<string, KeptEdition>();
  private isBegun = false;
  private met = 0;
  private promised: number | undefined;

  /** @returns a run that the line holds, as other programs get it; null where it holds none @throws Error where it is no line of such a file */
  read(line: string): { workspace: string; quiz: string; title: string; run: ReturnType<typeof runLine> } | null {
    const read: unknown = JSON.parse(line);
    if (!this.isBegun) {
      if (textOf(read, 'format') !== KEPT_FORMAT) throw new Error('this is no file of runs that were put away');
      this.isBegun = true;
      return null;
    }
    if (!isObject(read)) throw new Error('an object is expected');
    if (typeof read['edition'] === 'number') {
      const own = read as KeptEdition;
      this.editions.set(`${own.workspace} ${own.quiz} ${own.edition}`, own);
      return null;
    }
    if (typeof read['end'] === 'number') {
      this.promised = read['end'];
      return null;
    }
    // A file that was left in the run before.
    if (read['run'] === undefined) return null;
    this.met += 1;
    return this.runIn(read['run']);
  }

  /** Why what was read is not a whole file; null where it is one. */
  fault(): string | null {
    if (this.promised === undefined) return 'its end is missing';
    return this.promised === this.met ? null : `${this.promised} runs were written, and ${this.met} are there`;
  }

  private runIn(kept: unknown) {
    const row = fieldOf(kept, 'row');
    const [workspace, quiz] = [textOf(row, 'workspace_id') ?? '', textOf(row, 'quiz_id') ?? ''];
    const editionOf = (number: unknown) => {
      const found = this.editions.get(`${workspace} ${quiz} ${Number(number)}`);
      if (!found) throw new Error(`the edition ${Number(number)} of a run is missing`);
      return found;
    };
    const language = textOf(row, 'language') ?? null;
    const { title, document } = editionOf(fieldOf(row, 'edition'));
    const taken = keyedIn(document, language);
    const key = fieldOf(row, 'key_edition');
    const by = typeof key === 'number' ? rekeyed(taken, keyedIn(editionOf(key).document, language)) : taken;
    const known = recordOf<string>(fieldOf(row, 'known'));
    const start = {
      seed: Number(fieldOf(row, 'seed')),
      known,
      reviews: recordOf<number>(fieldOf(row, 'reviews')),
      notes: recordOf<string>(fieldOf(row, 'notes')),
    };
    const events = fieldOf(kept, 'run_events');
    const sent = Array.isArray(events) ? events.map((event) => fieldOf(event, 'sent') as Sent) : [];
    const run = foldRun(taken, start, sent, by);
    const facts = {
      runId: textOf(row, 'run_id') ?? '',
      edition: Number(fieldOf(row, 'edition')),
      source: textOf(row, 'source') ?? '',
      language,
      seenAt: new Date(textOf(row, 'seen_at') ?? 0),
      lastAt: new Date(textOf(row, 'last_at') ?? 0),
      known,
      traces: (isObject(fieldOf(row, 'traces')) ? fieldOf(row, 'traces') : null) as Traces | null,
    };
    return { workspace, quiz, title, run: runLine({ row: facts, quiz: by, run, result: resultOf(by, run) }) };
  }
}
