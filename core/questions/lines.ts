/** What the kinds' authors have in common: lines taken over from a question of another kind. */
import type { Accepted, Picture } from '../schema/quiz';
import { acceptedOf } from '../text/fold';
import type { IdSpace, Line, NewId } from './kind';

/** What every new question has. */
export const fresh = (newId: NewId) => ({ id: newId('q'), prompt: '', required: true });
export const newLine = (newId: NewId) => ({ id: newId('i'), text: '' });

export const idOf = (line: Line, prefix: string, newId: NewId): string => line.id ?? newId(prefix);
export const sided = (line: Line): { text: string; picture?: Picture } => ({
  text: line.text,
  ...(line.picture ? { picture: line.picture } : {}),
});
export const weighed = ({ weights }: Line): { weights?: Record<string, number> } => (weights ? { weights } : {});

export const spelled = (list: Accepted[] | undefined): Line[] => (list ?? []).map(acceptedOf);
/** A right value as a line. */
export const valueLine = (value: number | string | undefined): Line[] =>
  value === undefined ? [] : [{ text: String(value), credit: 1 }];

/** The ids of a list, each with its place. */
export const idsIn = (list: string, things: { id: string }[]): IdSpace =>
  things.map(({ id }, i) => ({ id, at: `${list}/${i}` }));
/** Things of a list without their weights. */
export const bare = <T extends { weights?: unknown }>(things: T[]): T[] =>
  things.map((thing) => {
    const copy = { ...thing };
    delete copy.weights;
    return copy;
  });
