/**
 * What mutation testing runs: the core's own tests of scoring and walking under Mocha, which keeps the modules loaded from one mutant to
 * the next. Jest loads them anew for each, which takes hours. Worked examples come first, since most mutants fall to them.
 */
import { createRequire } from 'node:module';
import fc from 'fast-check';
import { expect } from 'expect';

const load = createRequire(__filename);

type Body = (...row: never[]) => void;
let cases = 0;
/** A test, or a group of them, for each row; numbered, since mutants are told by the names of their tests. */
const eachOf =
  (declare: (name: string, body: () => void) => unknown) =>
  (rows: readonly unknown[]) =>
  (name: string, body: Body): void => {
    for (const row of rows) {
      const parts = (Array.isArray(row) ? row : [row]) as never[];
      declare(`${name} #${++cases}`, () => body(...parts));
    }
  };
// Properties are tried on fewer quizzes, the same for every mutant: one that survives costs the whole of them.
process.env['TRIES'] = '25';
process.env['VALIDATE_TEST_QUIZZES'] = 'yes';
fc.configureGlobal({ numRuns: 25, seed: 7 });

// Mocha's own names are there; Jest's are put beside them.
Object.assign(globalThis, { test: Object.assign(it, { each: eachOf(it) }), expect });
Object.assign(describe, { each: eachOf(describe) });

/**
 * What the core remembers of a document it remembers by the document, and the documents of the tests outlive a mutant: without this a
 * mutant would be judged by what was found before it.
 */
class Forgetful<K extends WeakKey, V> {
  static readonly all = new Set<Forgetful<WeakKey, unknown>>();
  private kept = new Lasting<K, V>();
  constructor() {
    Forgetful.all.add(this as never);
  }
  get = (key: K) => this.kept.get(key);
  has = (key: K) => this.kept.has(key);
  delete = (key: K) => this.kept.delete(key);
  set(key: K, value: V) {
    this.kept.set(key, value);
    return this;
  }
  forget() {
    this.kept = new Lasting();
  }
}
const Lasting = WeakMap;
beforeEach(() => Forgetful.all.forEach((map) => map.forget()));

// Only what is made while the modules are loaded: those are the core's own.
Object.assign(globalThis, { WeakMap: Forgetful });
for (const suite of [
  'questions/credit',
  'values/answer',
  'flow/faults',
  'flow/wiped',
  'flow/view',
  'scoring/kinds',
  'scoring/ranges',
  'conditions/evaluate',
  'scoring/reading',
  'scoring/right',
  'scoring/provisional',
  'flow/draw',
  'flow/carry',
  'flow/clock',
  'flow/ahead',
  'flow/examples',
  'flow/plain-form',
  'flow/navigate',
  'flow/order',
  'flow/offers',
  'flow/chain',
  'flow/embargo',
  'flow/result',
  'verdicts/verdicts',
  'scoring/formula',
  'flow/run',
  'text/rich',
  'formats/formats',
  'formats/docs',
  'flow/walk',
  'findings/check',
  'scoring/reference',
])
  // Loaded here and not imported above: an import would run before the names are in place.
  load(`../core/${suite}.test`);
Object.assign(globalThis, { WeakMap: Lasting });
