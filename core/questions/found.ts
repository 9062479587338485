/** What the findings of several kinds share. */
import type { Edit } from '../schema/edit';
import { error, type Finding, warning } from '../schema/finding';
import type { Picture } from '../schema/quiz';
import { fold } from '../text/fold';

/** A question that is looked over. @property at page and question @property name what its creator calls it */
export type Looked = { at: string[]; name: string };

/** The edit that takes one of several things out of a question. */
const without = ([page = '', question = '']: string[], list: string, id: string): Edit => ({
  name: `remove-${list}`,
  ops: [{ op: 'remove', at: ['pages', page, 'blocks', question], list, id }],
});

type Part = { id: string; text?: string; picture?: Picture };

/** What parts are called: "An answer", and "answers" where there are several. */
type Called = { one: string; many: string };
const numberWord = (n: number): string =>
  ['', '', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine'][n] ?? String(n);

/** Parts without words or picture, told in one line. @param what @param list where one of several may be taken out */
export function unworded({ at, name }: Looked, parts: Part[], what: Called, list?: string): Finding[] {
  const empty = parts.filter((part) => !part.text?.trim() && !part.picture);
  const [first] = empty;
  if (!first) return [];
  const many = `${numberWord(empty.length)} ${what.many} of “${name}” have no wording.`;
  const words = empty.length === 1 ? `${what.one} of “${name}” has no wording.` : many;
  // Two are what is left at least.
  const spare = list === undefined ? [] : empty.slice(0, Math.max(0, parts.length - 2));
  const edits = spare.map(({ id }) => without(at, list ?? '', id));
  const say = spare.length === 1 ? 'Take it out' : 'Take them out';
  const fix =
    edits[0] && spare.length === empty.length
      ? { say, edit: { name: edits[0].name, ops: edits.flatMap((e) => e.ops) } }
      : undefined;
  return [error('empty-text', 'write', [...at, first.id], words, fix)];
}

/** Parts that say the same as one above them. */
export function twice({ at, name }: Looked, parts: { id: string; text: string }[], list: string): Finding[] {
  const seen = new Set<string>();
  return parts.flatMap(({ id, text }) => {
    const words = fold(text);
    const isTwice = words !== '' && seen.has(words);
    seen.add(words);
    if (!isTwice) return [];
    const fix = parts.length > 2 ? { say: 'Take the second out', edit: without(at, list, id) } : undefined;
    return [
      warning('duplicate-option', 'write', [...at, id], `“${text}” stands twice among the answers of “${name}”.`, fix),
    ];
  });
}

/** A picture that says nothing to those who cannot see it. @param where the part that it stands in */
export const unspoken = (picture: Picture | undefined, name: string, where: string[]): Finding[] =>
  picture && !picture.text.trim()
    ? [
        warning(
          'picture-without-text',
          'write',
          where,
          `A picture in “${name}” has no words for those who cannot see it.`,
        ),
      ]
    : [];

/** Pictures of parts that have no words beside them; those would say what the picture shows. */
export const unspokenParts = ({ at, name }: Looked, parts: Part[]): Finding[] =>
  parts.filter((part) => !part.text?.trim()).flatMap(({ id, picture }) => unspoken(picture, name, [...at, id]));

/** Bounds that leave nothing between them. */
export const nowhere = ({ at, name }: Looked, { min, max }: { min?: number; max?: number }): Finding[] =>
  min !== undefined && max !== undefined && min > max
    ? [error('condition-type', 'write', at, `“${name}” goes from ${min} to ${max}, which is nowhere.`)]
    : [];
