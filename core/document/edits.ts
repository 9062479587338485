/**
 * Edits: small named operations that change a document, each with its inverse. They address things by id, so an edit made on an
 * older revision still finds its place after others have worked; where it no longer does, it is refused by name and changes nothing.
 */
import { fieldOf, isObject } from '../values/unknown';
import type { Edit, EditRefusal, Op, Place } from '../schema/edit';
import type { Quiz } from '../schema/quiz';
import { validateQuiz } from './validate';

export type { Edit, EditRefusal, KeptEdit, Op, Place, SentEdit } from '../schema/edit';

export type Applied = { quiz: Quiz; inverse: Edit };

class Refused extends Error {
  constructor(readonly refusal: EditRefusal) {
    super(refusal.message);
  }
}

/**
 * Applies an edit whole, or not at all.
 * @returns the changed quiz and the edit that takes it back, or why it was refused
 */
export function applyEdit(quiz: Quiz, edit: Edit): Applied | { refused: EditRefusal } {
  try {
    let document: unknown = quiz;
    const inverse: Op[] = [];
    for (const op of edit.ops) {
      const done = applyOp(document, op);
      if (!done) continue;
      document = done.document;
      inverse.unshift(done.inverse);
    }
    const checked = validateQuiz(document);
    if ('faults' in checked) {
      const [fault] = checked.faults;
      const place = fault?.place ?? '';
      return {
        refused: {
          code: 'not-valid',
          place: [place],
          message: `That cannot be kept: ${place}: ${fault?.reason ?? ''}.`,
        },
      };
    }
    return { quiz: checked.quiz, inverse: { name: `undo ${edit.name}`, ops: inverse } };
  } catch (error) {
    if (error instanceof Refused) return { refused: error.refusal };
    throw error;
  }
}

/** @returns null where there is nothing to be done any more */
function applyOp(document: unknown, wanted: Op): { document: unknown; inverse: Op } | null {
  const op = followed(document, wanted);
  switch (op.op) {
    case 'set': {
      let old: unknown;
      const next = changeAt(document, op.at, op.at, (owner) => {
        old = readField(owner, op.field);
        if ('was' in op && !same(old, op.was)) {
          throw new Refused({
            code: 'changed',
            place: op.at,
            message: 'This was changed in another window meanwhile.',
          });
        }
        return writeField(owner, op.field, op.to);
      });
      const inverse: Op = { op: 'set', at: op.at, field: op.field, was: op.to };
      if (old !== undefined) inverse.to = old;
      return { document: next, inverse };
    }
    case 'insert': {
      const next = changeList(document, op.at, op.list, (items) => {
        if (items.some((i) => i.id === op.item.id))
          throw new Refused({
            code: 'exists',
            place: [...op.at, op.list, op.item.id],
            message: 'This is there already.',
          });
        return putAfter(items, op.item, op.after);
      });
      return { document: next, inverse: { op: 'remove', at: op.at, list: op.list, id: op.item.id } };
    }
    case 'remove': {
      if (op.ifEmpty !== undefined && !isEmptied(document, op.at, op.list, op.id, op.ifEmpty)) return null;
      const { next, item, after } = takeOut(document, op.at, op.list, op.id);
      return { document: next, inverse: { op: 'insert', at: op.at, list: op.list, item, after } };
    }
    case 'move': {
      const { next, item, after } = takeOut(document, op.at, op.list, op.id);
      const moved = changeList(next, op.to, op.list, (items) => putAfter(items, item, op.after));
      return { document: moved, inverse: { op: 'move', at: op.to, list: op.list, id: op.id, to: op.at, after } };
    }
  }
}

/** An edit of a block that has moved to another page meanwhile follows it there: that somebody moves a question is no reason to lose an answer. */
function followed(document: unknown, op: Op): Op {
  if (op.op !== 'set' && op.op !== 'insert' && op.list === 'blocks' && op.at.length === 2)
    return { ...op, at: whereItIs(document, [...op.at, 'blocks', op.id]).slice(0, 2) };
  return { ...op, at: whereItIs(document, op.at) };
}

function whereItIs(document: unknown, place: Place): Place {
  const [pages, page, blocks, block, ...rest] = place;
  if (pages !== 'pages' || blocks !== 'blocks' || block === undefined || page === undefined) return place;
  const holds = (p: Item) => itemsIn(p, 'blocks').some((b) => b.id === block);
  const all = itemsIn(document, 'pages');
  const now = all.find((p) => p.id === page && holds(p)) ?? all.find(holds);
  return now ? ['pages', now.id, 'blocks', block, ...rest] : place;
}

function isEmptied(document: unknown, at: Place, list: string, id: string, inner: string): boolean {
  let empty = false;
  changeList(document, at, list, (items) => {
    const own = fieldOf(
      items.find((i) => i.id === id),
      inner,
    );
    empty = Array.isArray(own) && own.length === 0;
    return items;
  });
  return empty;
}

type Item = { id: string };
const isItem = (value: unknown): value is Item => isObject(value) && typeof value['id'] === 'string';
const itemsIn = (owner: unknown, list: string): Item[] => {
  const items = fieldOf(owner, list);
  return Array.isArray(items) ? items.filter(isItem) : [];
};

function putAfter(items: Item[], item: Item, after: string | null): Item[] {
  if (after === null) return [item, ...items];
  const at = items.findIndex((i) => i.id === after);
  // If the item to follow is gone, append at the end, because losing the insertion would be worse.
  return at < 0 ? [...items, item] : [...items.slice(0, at + 1), item, ...items.slice(at + 1)];
}

function takeOut(
  document: unknown,
  at: Place,
  list: string,
  id: string,
): { next: unknown; item: Item; after: string | null } {
  let item: Item | undefined;
  let after: string | null = null;
  const next = changeList(document, at, list, (items) => {
    const index = items.findIndex((i) => i.id === id);
    item = items[index];
    after = items[index - 1]?.id ?? null;
    return items.filter((i) => i.id !== id);
  });
  if (!item) throw gone([...at, list, id]);
  return { next, item, after };
}

const gone = (place: Place) =>
  new Refused({ code: 'gone', place, message: 'This was deleted in another window meanwhile.' });

function changeList(document: unknown, at: Place, list: string, change: (items: Item[]) => Item[]): unknown {
  return changeAt(document, at, at, (owner) => {
    const items = owner[list] ?? [];
    if (!Array.isArray(items) || !items.every(isItem)) throw gone([...at, list]);
    return { ...owner, [list]: change(items) };
  });
}

function changeAt(
  node: unknown,
  path: Place,
  whole: Place,
  change: (owner: Record<string, unknown>) => unknown,
): unknown {
  if (!isObject(node)) throw gone(whole);
  const [list, id, ...rest] = path;
  if (list === undefined) return change(node);
  const items = node[list];
  if (!Array.isArray(items)) throw gone(whole);
  const index = items.findIndex((i: unknown) => isObject(i) && i['id'] === id);
  if (index < 0) throw gone(whole);
  const copy: unknown[] = items.slice();
  copy[index] = changeAt(items[index], rest, whole, change);
  return { ...node, [list]: copy };
}

function readField(owner: unknown, [key, ...rest]: string[]): unknown {
  if (key === undefined) return owner;
  return isObject(owner) && Object.hasOwn(owner, key) ? readField(owner[key], rest) : undefined;
}

/** Writes a field however deep; an object left empty on the way (no weights any more) goes with it. */
function writeField(owner: Record<string, unknown>, [key, ...rest]: string[], to: unknown): Record<string, unknown> {
  if (key === undefined || key === 'id' || key === '__proto__') return owner;
  const { [key]: old, ...others } = owner;
  const value = rest.length === 0 ? to : writeField(isObject(old) ? old : {}, rest, to);
  const gone = value === undefined || (rest.length > 0 && isObject(value) && Object.keys(value).length === 0);
  // Set in place rather than at the end, so that a document keeps the order of its fields.
  return gone ? others : { ...owner, [key]: value };
}

/** Deep equality of JSON values; an absent value equals only another absent one. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((x, i) => same(x, b[i]));
  if (!isObject(a) || !isObject(b)) return false;
  const keys = Object.keys(a).filter((k) => a[k] !== undefined);
  return keys.length === Object.keys(b).filter((k) => b[k] !== undefined).length && keys.every((k) => same(a[k], b[k]));
}
