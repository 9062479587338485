/** One interaction as it stands in an item: what is declared, what is shown, and how what comes back is worth. */
import type { Choosable, Interaction, Part, Spelling } from '../../questions/interaction';
import type { Picture, Question } from '../../schema/quiz';
import { round9 } from '../../values/numbers';
import { xmlText } from '../xml';
import { identifier, richXml } from './words';

/** Regions are shares of a picture; a standard's are whole numbers of such a width and height. */
export const SIDE = 1_000;

/** The path of a picture in the package. */
function pathOf(src: string, pictures: Map<string, string>): string {
  const known = pictures.get(src);
  if (known !== undefined) return known;
  if (/^https?:/.test(src)) return src;
  // Those that were put in here are WebP, under an address without an ending.
  const ending = src.startsWith('/media/') ? '.webp' : '';
  const name = (src.split('/').at(-1) ?? 'picture').replace(/[^A-Za-z0-9._-]/g, '-');
  const path = `pictures/${pictures.size + 1}-${name}${ending}`;
  pictures.set(src, path);
  return path;
}

export const value = (words: string | number): string => `<qti-value>${xmlText(String(words))}</qti-value>`;
export const outcome = (id: string, start: number | null, more = ''): string =>
  `<qti-outcome-declaration identifier="${id}" cardinality="single" base-type="float"${more}>${
    start === null ? '' : `<qti-default-value>${value(start)}</qti-default-value>`
  }</qti-outcome-declaration>`;

type Declared = {
  id: string;
  cardinality: 'single' | 'multiple' | 'ordered';
  base: 'identifier' | 'string' | 'float' | 'directedPair' | 'point';
  correct: (string | number)[];
  /** What each answer adds, and the least and the most of it all. */
  map?: { entries: [key: string, value: number][]; lower?: number; upper?: number };
  areas?: { shape: string; coords: string; value: number }[];
};
export function declared({ id, cardinality, base, correct, map, areas }: Declared): string {
  const bounds = `${map?.lower === undefined ? '' : ` lower-bound="${map.lower}"`}${map?.upper === undefined ? '' : ` upper-bound="${map.upper}"`}`;
  return [
    `<qti-response-declaration identifier="${id}" cardinality="${cardinality}" base-type="${base}">`,
    correct.length ? `<qti-correct-response>${correct.map(value).join('')}</qti-correct-response>` : '',
    map
      ? `<qti-mapping default-value="0"${bounds}>${map.entries
          .map(
            ([key, mapped]) =>
              `<qti-map-entry map-key="${xmlText(key)}" mapped-value="${mapped}"${base === 'string' ? ' case-sensitive="false"' : ''}/>`,
          )
          .join('')}</qti-mapping>`
      : '',
    areas?.length
      ? `<qti-area-mapping default-value="0">${areas
          .map((a) => `<qti-area-map-entry shape="${a.shape}" coords="${a.coords}" mapped-value="${a.value}"/>`)
          .join('')}</qti-area-mapping>`
      : '',
    '</qti-response-declaration>',
  ].join('');
}

export const set = (id: string, to: string): string =>
  `<qti-set-outcome-value identifier="${id}">${to}</qti-set-outcome-value>`;
export const number = (of: number): string => `<qti-base-value base-type="float">${of}</qti-base-value>`;
export const variable = (id: string): string => `<qti-variable identifier="${id}"/>`;
export const when = (condition: string, then: string, otherwise = ''): string =>
  `<qti-response-condition><qti-response-if>${condition}${then}</qti-response-if>${
    otherwise ? `<qti-response-else>${otherwise}</qti-response-else>` : ''
  }</qti-response-condition>`;
const mapped = (id: string): string => `<qti-map-response identifier="${id}"/>`;
const sum = (parts: string[]): string =>
  parts.length === 1 ? (parts[0] ?? '') : `<qti-sum>${parts.join('')}</qti-sum>`;

/** One interaction as it stands in an item: what is declared, shown, and how what comes back is worth. */
type Shown = {
  responses: Declared[];
  body: string;
  /** `isRight`: a condition; `share`: an expression from 0 to the marks. */
  worth: { isRight: string } | { share: string } | null;
};
type Writing = { question: Question; pictures: Map<string, string>; marks: number };

/** Items stand in a folder of their own. */
const fromItem = (path: string): string => (/^https?:/.test(path) ? path : `../${path}`);
export const img = ({ src, text }: Picture, pictures: Map<string, string>, more = ''): string =>
  `<img src="${xmlText(fromItem(pathOf(src, pictures)))}" alt="${xmlText(text)}"${more}/>`;
const partXml = ({ text, picture }: Part, pictures: Map<string, string>): string =>
  `${picture ? img(picture, pictures) : ''}${xmlText(text)}`;
const full = (accept: readonly Spelling[]): string[] =>
  accept.filter(({ credit = 1 }) => credit === 1).map(({ text }) => text);

function choiceXml(interaction: Extract<Interaction, { is: 'choice' }>, { question, pictures, marks }: Writing): Shown {
  const { many, options, min, max, asDropDown } = interaction;
  const isKeyed = options.some(({ credit = 0 }) => credit > 0);
  const right = options.filter(({ credit }) => credit === 1);
  const isShared = many && question.credit === 'share';
  const part = (o: Choosable) => round9((marks * (o.credit ?? 0)) / (many ? Math.max(1, right.length) : 1));
  const entries = options.map((o): [string, number] => [
    identifier(o.id),
    many && !o.credit ? -round9(marks / Math.max(1, right.length)) : part(o),
  ]);
  const isPartly = ({ credit = 0 }: Choosable) => credit > 0 && credit < 1;
  const isMapped = isKeyed && (!many || isShared || options.some(isPartly));
  const asks = `response-identifier="RESPONSE" shuffle="${question.shuffle ? 'true' : 'false'}"`;
  const isInline = asDropDown && !many;
  const choices = options.map((o) =>
    isInline
      ? `<qti-inline-choice identifier="${identifier(o.id)}">${xmlText(o.text)}</qti-inline-choice>`
      : `<qti-simple-choice identifier="${identifier(o.id)}"${many && o.credit !== undefined ? ` data-ym-credit="${o.credit}"` : ''}>${partXml(o, pictures)}</qti-simple-choice>`,
  );
  const least = min ?? (question.required ? 1 : 0);
  return {
    responses: [
      {
        ...{ id: 'RESPONSE', cardinality: many ? 'multiple' : 'single', base: 'identifier' },
        correct: right.slice(0, many ? undefined : 1).map(({ id }) => identifier(id)),
        ...(isMapped ? { map: { entries, ...(many ? { lower: 0, upper: marks } : {}) } } : {}),
      },
    ],
    body: isInline
      ? `<p><qti-inline-choice-interaction ${asks}>${choices.join('')}</qti-inline-choice-interaction></p>`
      : `<qti-choice-interaction ${asks} max-choices="${many ? (max ?? 0) : 1}" min-choices="${least}">${choices.join('')}</qti-choice-interaction>`,
    worth: !isKeyed
      ? null
      : isMapped
        ? { share: mapped('RESPONSE') }
        : { isRight: `<qti-match>${variable('RESPONSE')}<qti-correct identifier="RESPONSE"/></qti-match>` },
  };
}

const isCorrect = (id: string): string => `<qti-match>${variable(id)}<qti-correct identifier="${id}"/></qti-match>`;

/** Two sets whose members belong together. */
function pairsXml(
  [left, right]: [Part[], Part[]],
  pairs: [string, string][],
  { question, pictures, marks }: Writing,
  more: { isKeyed: boolean; grid: boolean; many: boolean },
): Shown {
  const set_ = (parts: Part[], most: number) =>
    `<qti-simple-match-set>${parts
      .map(
        (part) =>
          `<qti-simple-associable-choice identifier="${identifier(part.id)}" match-max="${most}">${partXml(part, pictures)}</qti-simple-associable-choice>`,
      )
      .join('')}</qti-simple-match-set>`;
  const keys = pairs.map(([l, r]) => `${identifier(l)} ${identifier(r)}`);
  const isShared = question.credit === 'share';
  const each = round9(marks / Math.max(1, keys.length));
  return {
    responses: [
      {
        ...{ id: 'RESPONSE', cardinality: 'multiple', base: 'directedPair', correct: more.isKeyed ? keys : [] },
        ...(more.isKeyed && isShared ? { map: { entries: keys.map((key) => [key, each]), upper: marks } } : {}),
      },
    ],
    body: `<qti-match-interaction response-identifier="RESPONSE" shuffle="${question.shuffle ? 'true' : 'false'}" max-associations="0"${
      more.grid ? ` class="qti-match-tabular" data-ym-kind="grid"${more.many ? ' data-ym-many="true"' : ''}` : ''
    }>${set_(left, more.many ? 0 : 1)}${set_(right, more.grid ? 0 : 1)}</qti-match-interaction>`,
    worth: !more.isKeyed ? null : isShared ? { share: mapped('RESPONSE') } : { isRight: isCorrect('RESPONSE') },
  };
}

/** Words that are typed: in one place, or in the gaps of a text, or at places of a picture. */
function typedXml(
  fields: { id: string; accept: Spelling[]; label?: string }[],
  body: (field: (id: string) => string) => string,
  { question, marks }: Writing,
): Shown {
  const keyed = fields.filter(({ accept }) => accept.length > 0);
  const each = round9(marks / Math.max(1, keyed.length));
  const isShared = question.credit === 'share' || fields.length === 1;
  const responses = fields.map(({ id, accept }): Declared => ({
    ...{ id, cardinality: 'single', base: 'string', correct: full(accept).slice(0, 1) },
    ...(accept.length
      ? {
          map: {
            entries: accept.map(({ text, credit = 1 }): [string, number] => [
              text,
              isShared ? round9(each * credit) : credit,
            ]),
          },
        }
      : {}),
  }));
  const field = (id: string) => `<qti-text-entry-interaction response-identifier="${id}"/>`;
  const all = keyed.map(({ id }) => `<qti-gte>${mapped(id)}${number(1)}</qti-gte>`).join('');
  return {
    ...{ responses, body: body(field) },
    worth: !keyed.length
      ? null
      : isShared
        ? { share: sum(keyed.map(({ id }) => mapped(id))) }
        : { isRight: `<qti-and>${all}</qti-and>` },
  };
}

const between = (least: number, most: number): string =>
  `<qti-and><qti-gte>${variable('RESPONSE')}${number(least)}</qti-gte><qti-lte>${variable('RESPONSE')}${number(most)}</qti-lte></qti-and>`;

/** Responses of parts are named by them. */
const partId = (id: string): string => `RESPONSE.${id}`;

export function shownOf(interaction: Interaction, writing: Writing): Shown {
  const { question, pictures, marks } = writing;
  switch (interaction.is) {
    case 'choice':
      return choiceXml(interaction, writing);
    case 'order': {
      const ids = interaction.items.map(({ id }) => identifier(id));
      return {
        responses: [
          { id: 'RESPONSE', cardinality: 'ordered', base: 'identifier', correct: interaction.keyed ? ids : [] },
        ],
        body: `<qti-order-interaction response-identifier="RESPONSE" shuffle="true">${interaction.items
          .map(
            (item) =>
              `<qti-simple-choice identifier="${identifier(item.id)}">${partXml(item, pictures)}</qti-simple-choice>`,
          )
          .join('')}</qti-order-interaction>`,
        worth: interaction.keyed ? { isRight: isCorrect('RESPONSE') } : null,
      };
    }
    case 'match':
      return pairsXml([interaction.left, interaction.right], interaction.pairs, writing, {
        ...{ isKeyed: interaction.pairs.length > 0, grid: false, many: false },
      });
    case 'grid':
      return pairsXml([interaction.rows, interaction.columns], interaction.pairs, writing, {
        ...{ isKeyed: interaction.keyed, grid: true, many: interaction.many },
      });
    case 'text':
      return typedXml(
        [{ id: 'RESPONSE', accept: interaction.accept }],
        (field) => `<p>${field('RESPONSE')}</p>`,
        writing,
      );
    case 'essay':
      return {
        responses: [{ id: 'RESPONSE', cardinality: 'single', base: 'string', correct: [] }],
        body: '<qti-extended-text-interaction response-identifier="RESPONSE"/>',
        worth: null,
      };
    case 'number': {
      const { slides, min, max, step, right, target } = interaction;
      const correct = target === undefined ? [] : [target];
      const bounds = `${min === undefined ? '' : ` data-ym-min="${min}"`}${max === undefined ? '' : ` data-ym-max="${max}"`}${step === undefined ? '' : ` data-ym-step="${step}"`}`;
      return {
        responses: [{ id: 'RESPONSE', cardinality: 'single', base: 'float', correct }],
        body:
          slides && min !== undefined && max !== undefined
            ? `<qti-slider-interaction response-identifier="RESPONSE" lower-bound="${min}" upper-bound="${max}"${step === undefined ? '' : ` step="${step}"`}/>`
            : `<p><qti-text-entry-interaction response-identifier="RESPONSE"${slides ? ' data-ym-kind="slider"' : ''}${bounds}/></p>`,
        worth: right ? { isRight: between(...right) } : null,
      };
    }
    case 'rating':
      return {
        responses: [{ id: 'RESPONSE', cardinality: 'single', base: 'float', correct: [] }],
        body: `<qti-slider-interaction response-identifier="RESPONSE" lower-bound="${interaction.min}" upper-bound="${interaction.max}" step="1" data-ym-kind="rating"/>`,
        worth: null,
      };
    case 'date': {
      const { right, target, min, max } = interaction;
      const days = right ? daysFrom(...right) : [];
      const bounds = `${min === undefined ? '' : ` data-ym-min="${min}"`}${max === undefined ? '' : ` data-ym-max="${max}"`}`;
      return {
        responses: [
          {
            ...{ id: 'RESPONSE', cardinality: 'single', base: 'string', correct: target === undefined ? [] : [target] },
            ...(days.length ? { map: { entries: days.map((day): [string, number] => [day, marks]) } } : {}),
          },
        ],
        body: `<p><qti-text-entry-interaction response-identifier="RESPONSE" pattern-mask="[0-9]{4}-[0-9]{2}-[0-9]{2}" data-ym-kind="date"${bounds}/></p>`,
        worth: days.length ? { share: mapped('RESPONSE') } : null,
      };
    }
    case 'gaps':
      return typedXml(
        interaction.gaps.map(({ id, accept }) => ({ id: partId(id), accept })),
        (field) => richXml(interaction.text, (id) => field(partId(id))),
        writing,
      );
    case 'name':
      return typedXml(
        interaction.spots.map(({ id, accept }) => ({ id: partId(id), accept })),
        (field) =>
          `${interaction.picture ? `<p>${img(interaction.picture, pictures)}</p>` : ''}<ol data-ym-kind="name">${interaction.spots
            .map(({ id, at }) => `<li${at ? ` data-ym-at="${at.join(' ')}"` : ''}>${field(partId(id))}</li>`)
            .join('')}</ol>`,
        writing,
      );
    case 'point': {
      const keyed = interaction.spots.filter(({ region }) => region);
      const isShared = question.credit === 'share' || keyed.length === 1;
      const each = isShared ? round9(marks / Math.max(1, keyed.length)) : 1;
      const picture = interaction.picture ?? { src: 'none', text: '' };
      const areas = keyed.map(({ id }) => `<qti-map-response-point identifier="${partId(id)}"/>`);
      return {
        responses: interaction.spots.map(({ id, region }) => ({
          ...{ id: partId(id), cardinality: 'single', base: 'point', correct: [] },
          ...(region ? { areas: [{ ...areaOf(region), value: each }] } : {}),
        })),
        body: interaction.spots
          .map(
            ({ id, text }) =>
              `<qti-select-point-interaction response-identifier="${partId(id)}" max-choices="1">${
                text ? `<qti-prompt>${xmlText(text)}</qti-prompt>` : ''
              }${img(picture, pictures, ` width="${SIDE}" height="${SIDE}"`)}</qti-select-point-interaction>`,
          )
          .join(''),
        worth: !keyed.length
          ? null
          : isShared
            ? { share: sum(areas) }
            : {
                isRight: `<qti-and>${areas.map((area) => `<qti-gte>${area}${number(1)}</qti-gte>`).join('')}</qti-and>`,
              },
      };
    }
  }
}

export const MOST_DAYS = 400;
export function daysFrom(first: string, last: string): string[] {
  const days: string[] = [];
  for (let at = Date.parse(first); at <= Date.parse(last) && days.length < MOST_DAYS; at += 86_400_000)
    days.push(new Date(at).toISOString().slice(0, 10));
  return days;
}

type Shape = NonNullable<Extract<Interaction, { is: 'point' }>['spots'][number]['region']>;
function areaOf(region: Shape): { shape: string; coords: string } {
  const to = (share: number) => Math.round(share * SIDE);
  if ('points' in region) return { shape: 'poly', coords: region.points.flat().map(to).join(',') };
  if ('r' in region) return { shape: 'circle', coords: [region.x, region.y, region.r].map(to).join(',') };
  const { x, y, width, height } = region;
  return { shape: 'rect', coords: [x, y, x + width, y + height].map(to).join(',') };
}
