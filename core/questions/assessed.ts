/** A question made of an interaction, the other way round than `interaction`. */
import type { Question } from '../schema/quiz';
import { round9 } from '../values/numbers';
import { dayNumber } from '../values/answer';
import { accepts, type Interaction } from './interaction';
import type { Common } from './kind';

const given = <T extends object>(fields: T): Partial<T> =>
  Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as Partial<T>;

export function questionOf(common: Common, interaction: Interaction): Question {
  switch (interaction.is) {
    case 'choice': {
      const { many, options, min, max, asDropDown } = interaction;
      return {
        ...{ ...common, kind: 'choice', pick: many ? 'many' : 'one', options },
        ...given({ min, max, as: asDropDown ? ('drop-down' as const) : undefined }),
      };
    }
    case 'order':
      return { ...common, kind: 'order', items: interaction.items, ...(interaction.keyed ? {} : { keyed: false }) };
    case 'match': {
      const right = new Map(interaction.right.map((part) => [part.id, part]));
      const pairs = interaction.pairs.flatMap(([l, r]) => {
        const [left, other] = [interaction.left.find(({ id }) => id === l), right.get(r)];
        return left && other ? [{ left, right: other }] : [];
      });
      const used = new Set(pairs.map((pair) => pair.right.id));
      const extras = interaction.right.filter(({ id }) => !used.has(id));
      return { ...common, kind: 'match', pairs, ...(extras.length ? { extras } : {}) };
    }
    case 'grid': {
      const { rows, columns, pairs, keyed, many } = interaction;
      const words = ({ id, text }: { id: string; text: string }) => ({ id, text });
      const key = Object.fromEntries(
        rows.map(({ id }) => [id, pairs.filter(([row]) => row === id).map(([, column]) => column)]),
      );
      return {
        ...{ ...common, kind: 'grid', rows: rows.map(words), columns: columns.map(words) },
        ...(many ? { pick: 'many' as const } : {}),
        ...(keyed ? { key } : {}),
      };
    }
    case 'text':
      return { ...common, kind: 'text', ...(interaction.accept.length ? { accept: accepts(interaction.accept) } : {}) };
    case 'essay':
      return { ...common, kind: 'essay' };
    case 'number': {
      const { slides, right, min, max, step } = interaction;
      const target = interaction.target ?? (right ? round9((right[0] + right[1]) / 2) : undefined);
      const within = right && target !== undefined ? round9(Math.max(right[1] - target, target - right[0])) : 0;
      return {
        ...{ ...common, kind: slides ? 'slider' : 'number' },
        ...given({ target, within: within > 0 ? within : undefined, min, max, step }),
      };
    }
    case 'rating':
      return { ...common, kind: 'rating', min: interaction.min, max: interaction.max };
    case 'date': {
      const { right, min, max } = interaction;
      const target = interaction.target ?? right?.[0];
      const within = right && target !== undefined ? dayNumber(right[1]) - dayNumber(target) : 0;
      return { ...common, kind: 'date', ...given({ target, within: within > 0 ? within : undefined, min, max }) };
    }
    case 'gaps':
      return {
        ...{ ...common, kind: 'gaps', text: interaction.text },
        gaps: interaction.gaps.map(({ id, accept }) => ({ id, ...(accept.length ? { accept: accepts(accept) } : {}) })),
      };
    case 'point':
      return {
        ...{ ...common, kind: 'spots', ...(interaction.picture ? { picture: interaction.picture } : {}) },
        spots: interaction.spots.map(({ id, text, region }) => ({
          id,
          ...(text ? { text } : {}),
          ...(region ? { region } : {}),
        })),
      };
    case 'name':
      return {
        ...{ ...common, kind: 'spots', ...(interaction.picture ? { picture: interaction.picture } : {}) },
        spots: interaction.spots.map(({ id, at, accept }) => ({
          id,
          ...(at ? { at } : {}),
          accept: accepts(accept),
        })),
      };
  }
}
