/** The door of the core: nothing that is not a quiz comes past it. What is wrong is told in sentences, each with its place. */
import { isObject } from '../values/unknown';
import { kindOf } from '../questions/registry';
import { isContact, isQuestion } from './lookup';
import type { ErrorObject } from 'ajv';
import type { Quiz } from '../schema/quiz';
import { defaults, validate as isQuiz } from './shape';
import { VERSION } from '../schema/version';

export type ValidationIssue = { /** JSON pointer into the document */ place: string; reason: string };
const MOST_FAULTS = 20;
/** Objects and lists inside each other. A text with a link in a list takes 15 of them; a condition has the rest. */
export const MOST_DEPTH = 40;

type Loose = Record<string, unknown>;

/** How documents of older versions become one of this version, step by step; there is no older one yet. */
const migrations: Record<number, (document: Loose) => Loose> = {};

function upgraded(value: unknown): { document: unknown } | { fault: ValidationIssue } {
  if (!isObject(value)) return { fault: { place: '', reason: 'a quiz is expected, as a JSON object' } };
  let document = value;
  const version = document['version'];
  if (document['format'] === 'yes-maybe-quiz' && typeof version === 'number' && Number.isInteger(version)) {
    if (version > VERSION) {
      return {
        fault: {
          place: '/version',
          reason: `this quiz was written by a newer Yes Maybe (version ${version}); this one reads up to version ${VERSION}`,
        },
      };
    }
    for (let v = version; v < VERSION && migrations[v]; v++) document = migrations[v]?.(document) ?? document;
  }
  const missing = defaults.filter(([field]) => document[field] === undefined);
  return { document: missing.length ? { ...document, ...structuredClone(Object.fromEntries(missing)) } : document };
}

/**
 * Checks the shape only; what a quiz of good shape gets wrong is told by `checkQuiz`.
 * @returns the quiz, with what was left out filled in; or every fault, in the order of the document
 */
export function validateQuiz(value: unknown): { quiz: Quiz } | { faults: ValidationIssue[] } {
  if (isDeeperThan(value, MOST_DEPTH))
    return { faults: [{ place: '', reason: `this is nested too deeply: ${MOST_DEPTH} levels at most` }] };
  const read = upgraded(value);
  if ('fault' in read) return { faults: [read.fault] };
  const { document } = read;
  if (isQuiz(document)) {
    const twice = repeatedId(document);
    return twice ? { faults: [twice] } : { quiz: document };
  }
  return { faults: tellAll(isQuiz.errors ?? []).slice(0, MOST_FAULTS) };
}

/** The faults in words, each place once. Of a union, only what the branch that was meant has to say. */
function tellAll(errors: ErrorObject[]): ValidationIssue[] {
  const faults = new Map<string, ValidationIssue>();
  for (const error of meant(errors)) {
    const fault = tell(error);
    if (!faults.has(fault.place)) faults.set(fault.place, fault);
  }
  return [...faults.values()];
}

/**
 * Where a value fits none of several shapes, Ajv reports what each of them misses, and then the union itself. The shape that was meant is the
 * one that misses nothing but details: no field that would tell it from the others. Ajv reports the inside of a union right before it, so that
 * one pass with a stack is enough.
 */
function meant(errors: ErrorObject[]): ErrorObject[] {
  const kept: ErrorObject[] = [];
  for (const error of errors) {
    if (error.keyword !== 'anyOf') {
      kept.push(error);
      continue;
    }
    const start = `${error.schemaPath}/`;
    let from = kept.length;
    while (from > 0 && isInside(kept[from - 1], error, start)) from -= 1;
    kept.push(...branchMeant(kept.splice(from), error, start));
  }
  return kept;
}

const isInside = (error: ErrorObject | undefined, union: ErrorObject, start: string): boolean =>
  error !== undefined && error.schemaPath.startsWith(start) && error.instancePath.startsWith(union.instancePath);

function branchMeant(within: ErrorObject[], union: ErrorObject, start: string): ErrorObject[] {
  const branches = new Map<string, ErrorObject[]>();
  for (const error of within) {
    const branch = error.schemaPath.slice(start.length).split('/')[0] ?? '';
    const list = branches.get(branch) ?? [];
    branches.set(branch, list);
    list.push(error);
  }
  const isOfAnother = (error: ErrorObject) =>
    error.instancePath === union.instancePath && ['required', 'type', 'const'].includes(error.keyword);
  const candidates = [...branches.values()].filter((list) => !list.some(isOfAnother));
  const best = candidates.reduce<ErrorObject[] | null>((a, b) => (a && a.length <= b.length ? a : b), null);
  return best ?? [union];
}

const typeWords: Record<string, string> = {
  string: 'text',
  number: 'a number',
  integer: 'a whole number',
  boolean: 'true or false',
  object: 'an object',
  array: 'a list',
};
const quoted = (values: unknown[]): string => values.map((v) => JSON.stringify(v)).join(', ');

function tell({ keyword, params, instancePath }: ErrorObject): ValidationIssue {
  const at = (reason: string, place = instancePath): ValidationIssue => ({ place, reason });
  switch (keyword) {
    case 'required':
      return at(`"${String(params['missingProperty'])}" is missing here`);
    case 'additionalProperties':
      return at('there is no such field here', `${instancePath}/${String(params['additionalProperty'])}`);
    case 'enum':
      return at(`one of ${quoted([params['allowedValues']].flat())} is expected`);
    case 'const':
      return at(`${quoted([params['allowedValue']])} is expected`);
    case 'discriminator':
      return at(`"${String(params['tag'])}" is not of a kind that exists: ${quoted([params['tagValue']])}`);
    case 'type':
      return at(
        `${[params['type']]
          .flat()
          .map((t) => typeWords[String(t)] ?? String(t))
          .join(' or ')} is expected`,
      );
    case 'minimum':
    case 'maximum':
    case 'exclusiveMinimum':
    case 'exclusiveMaximum':
      return at(`a number ${String(params['comparison'])} ${String(params['limit'])} is expected`);
    case 'minItems':
    case 'minLength':
      return at(`at least ${String(params['limit'])} is expected here`);
    case 'maxItems':
    case 'maxLength':
      return at(`this is too long: ${String(params['limit'])} at most`);
    case 'pattern':
      return at(patternWords(String(params['pattern'])));
    case 'anyOf':
      return at('this is none of the shapes that can stand here');
    default:
      return at('this is not valid');
  }
}

function patternWords(pattern: string): string {
  if (pattern.startsWith('^[A-Za-z0-9_-]')) return 'an id of letters, digits, - and _ is expected, 60 at most';
  if (pattern.startsWith('^\\d{4}')) return 'a date like 2027-04-18 is expected';
  if (pattern.startsWith('^#')) return 'a colour like #12695A is expected';
  if (pattern.startsWith('^(?!\\s)')) return 'a web address that starts with https:// is expected';
  if (pattern.includes('mailto'))
    return 'an address that starts with https://, http://, mailto:, tel: or / is expected';
  if (pattern.includes('https?')) return 'a web address, or a path that starts with /, is expected';
  return pattern.startsWith('^[A-Za-z]{2,3}')
    ? 'a language like en or pt-BR is expected'
    : 'this is not written as it should be';
}

/** Whether objects and lists stand deeper inside each other than `most`; looks no deeper than that. */
export function isDeeperThan(value: unknown, most: number): boolean {
  if (typeof value !== 'object' || value === null) return false;
  if (most === 0) return true;
  const inside = Array.isArray(value) ? value : Object.values(value);
  for (const one of inside) if (typeof one === 'object' && isDeeperThan(one, most - 1)) return true;
  return false;
}

/** Ids are unique per kind of thing; scales and outcomes share one namespace, since both are weighed. */
function repeatedId(quiz: Quiz): ValidationIssue | null {
  type Placed = readonly [id: string, place: string];
  const named = (things: { id: string }[], place: string): Placed[] =>
    things.map((thing, i) => [thing.id, `${place}/${i}`]);
  const parts: Placed[][] = [];
  const blocks: Placed[] = [];
  const gather = (list: Quiz['pages'][number]['blocks'], place: string) => {
    list.forEach((block, b) => {
      const at = `${place}/${b}`;
      blocks.push([block.id, at]);
      if (isContact(block)) parts.push(named(block.fields, `${at}/fields`));
      if (isQuestion(block))
        for (const space of kindOf(block).idSpaces?.(block) ?? [])
          parts.push(space.map((part): Placed => [part.id, `${at}/${part.at}`]));
    });
  };
  quiz.pages.forEach((page, p) => gather(page.blocks, `/pages/${p}/blocks`));
  gather(quiz.bank ?? [], '/bank');
  const weighed = [
    ...named(quiz.scales, '/scales'),
    ...quiz.verdicts.flatMap((verdict, v) => named(verdict.outcomes, `/verdicts/${v}/outcomes`)),
  ];
  const spaces = [
    named(quiz.pages, '/pages'),
    blocks,
    weighed,
    named(quiz.topics, '/topics'),
    named(quiz.verdicts, '/verdicts'),
    named(quiz.known, '/known'),
    named(quiz.messages, '/messages'),
    ...parts,
  ];
  for (const space of spaces) {
    const seen = new Set<string>();
    for (const [id, place] of space) {
      if (seen.has(id)) return { place: `${place}/id`, reason: `the id "${id}" stands here a second time` };
      seen.add(id);
    }
  }
  return null;
}
