/** What is asked in an item and what is right of it, as an interaction of ours. What was guessed is noted; what cannot be read is thrown. */
import type { Interaction, Spelling } from '../../questions/interaction';
import { given } from '../../values/given';
import { round9 } from '../../values/numbers';
import { type Element, wordsIn } from '../xml';
import { allIn, childrenOf, coordsIn, elements, gapKey, NotRead, numberIn, type Response } from './elements';
import { richFrom } from './words';
import { type Ctx, hasAnd, type Known, NO_RESPONSE, positives, saidMarks, sharedIn } from './marks';
import { hotspotIn, pointsIn } from './places';

export function interactionIn(first: Element, ctx: Ctx): Known {
  const { all, responses } = ctx;
  const response = responses.get(first.attributes['responseIdentifier'] ?? '') ?? NO_RESPONSE;
  const marks = saidMarks(ctx) ?? 1;
  const isSharedOurs = sharedIn(ctx) ?? false;
  const names = new Set(all.map(({ name }) => name));
  const isTyped = [...names].every((name) => name === 'textEntryInteraction' || name === 'inlineChoiceInteraction');
  if (all.length > 1 && !isTyped && !(names.size === 1 && names.has('selectPointInteraction')))
    throw new NotRead('several things are asked in it, each in another way');
  const right = (more: Interaction): Known => ({ interaction: more, marks, isShared: isSharedOurs });
  switch (first.name) {
    case 'choiceInteraction':
    case 'hottextInteraction':
      return choiceIn(first, first.name === 'choiceInteraction' ? 'simpleChoice' : 'hottext', response, ctx);
    case 'inlineChoiceInteraction':
      return all.length === 1 && !isInText(first, ctx) ? choiceIn(first, 'inlineChoice', response, ctx) : gapsIn(ctx);
    case 'textEntryInteraction':
      return typedIn(first, response, ctx);
    case 'gapMatchInteraction':
      return gapMatchIn(first, response, ctx);
    case 'extendedTextInteraction':
      return right({ is: 'essay' });
    case 'orderInteraction': {
      const items = allIn(first, 'simpleChoice').map(ctx.part);
      const places = response.correct.map((said) => ctx.id(said));
      const keyed: boolean = places.length === items.length && places.length > 0;
      return right({
        ...{ is: 'order', keyed },
        items: keyed ? places.flatMap((place) => items.filter(({ id }) => id === place)) : items,
      });
    }
    case 'matchInteraction':
      return matchIn(first, response, ctx);
    case 'associateInteraction':
    case 'graphicAssociateInteraction':
      return associateIn(first, response, ctx);
    case 'sliderInteraction': {
      const [min, max] = [
        numberIn(first.attributes['lowerBound']) ?? 0,
        numberIn(first.attributes['upperBound']) ?? 100,
      ];
      const step = numberIn(first.attributes['step']);
      if (first.attributes['data-ym-kind'] === 'rating') return right({ is: 'rating', min, max });
      return right({
        ...{
          is: 'number',
          slides: true,
          min,
          max,
          ...given('step', step === undefined || step <= 0 ? undefined : step),
        },
        ...rangeIn(response, ctx),
      });
    }
    case 'hotspotInteraction':
      return hotspotIn(first, response, ctx);
    case 'selectPointInteraction':
      return pointsIn(ctx);
    default:
      throw new NotRead('it has an interaction that is not known here');
  }
}

/** Whether words stand beside it in its own paragraph: then it is a gap. */
function isInText(element: Element, { body }: Ctx): boolean {
  const around = allIn(body, 'p', 'div', 'li', 'td').filter((one) => elements(one).includes(element));
  return around.some((one) => one.children.some((child) => typeof child === 'string' && child.trim() !== ''));
}

function choiceIn(first: Element, of: string, response: Response, ctx: Ctx): Known {
  const max = numberIn(first.attributes['maxChoices']);
  const many = response.cardinality !== 'single';
  const parts = allIn(first, of).map((element) => ({
    element,
    part: ctx.part(element),
    said: element.attributes['identifier'] ?? '',
  }));
  if (parts.length === 0) throw new NotRead('there is nothing to choose in it');
  if (of === 'hottext') ctx.guesses.push('words to be marked in a text were read as answers to choose');
  const { map, correct } = response;
  const sum = map ? positives(map) : 0;
  const best = map ? Math.max(0, ...map.values()) : 0;
  const marks = saidMarks(ctx) ?? (map && sum > 0 ? (many ? sum : best) : 1);
  const keyed = correct.length > 0 || sum > 0;
  const creditOf = (said: string, element: Element): number | undefined => {
    const own = numberIn(element.attributes['data-ym-credit']);
    if (own !== undefined || !keyed) return own;
    const value = map?.get(said);
    if (value === undefined || best <= 0) return correct.includes(said) ? 1 : undefined;
    if (many) return value > 0 || correct.includes(said) ? 1 : undefined;
    return value > 0 ? Math.min(1, round9(value / Math.max(best, marks || 1))) : undefined;
  };
  if (many && map) {
    const worths = new Set([...map.values()].filter((value) => value > 0).map((value) => round9(value)));
    if (worths.size > 1) ctx.guesses.push('answers that are worth more than others count alike');
  }
  const min = numberIn(first.attributes['minChoices']);
  return {
    interaction: {
      ...{ is: 'choice', many },
      options: parts.map(({ element, part, said }) => ({
        ...part,
        ...given('credit', creditOf(said, element)),
        ...given('weights', ctx.weights.get(said)),
      })),
      ...(many && min !== undefined && min > 1 ? { min } : {}),
      ...(many && max !== undefined && max > 0 && max <= parts.length ? { max } : {}),
      ...(of === 'inlineChoice' ? { asDropDown: true } : {}),
    },
    marks,
    isShared: many && (sharedIn(ctx) ?? (map !== null && sum > 0)),
  };
}

/** A credit that was multiplied with marks and rounded, as it was. */
const nearly = (credit: number): number => Math.round(credit * 1e6) / 1e6;
/** @param full what the best answer is worth; where none is, the best there is */
const spellingsOf = ({ map, correct }: Response, full = 0): Spelling[] => {
  const best = map ? Math.max(full, ...map.values()) : 0;
  const mapped = best > 0 ? [...(map ?? [])].filter(([, value]) => value > 0) : [];
  const listed = mapped.map(([text, value]): Spelling => ({
    text,
    ...(value < best - 1e-6 ? { credit: nearly(value / best) } : {}),
  }));
  const others = correct.filter((text) => text !== '' && !listed.some((one) => one.text === text));
  return [...listed, ...others.map((text) => ({ text }))];
};

/** Words, a number or a day in one field; several fields are gaps. */
function typedIn(first: Element, response: Response, ctx: Ctx): Known {
  const { attributes } = first;
  const marks = saidMarks(ctx) ?? (response.map ? Math.max(0, ...response.map.values()) || 1 : 1);
  const known = (interaction: Interaction): Known => ({ interaction, marks, isShared: false });
  const named = allIn(ctx.body, 'ol').find((one) => one.attributes['data-ym-kind'] === 'name');
  if (named) {
    const fullOf = fullOfPart(ctx);
    const spots = childrenOf(named, 'li').flatMap((li) => {
      const [field] = allIn(li, 'textEntryInteraction');
      if (!field) return [];
      const [x, y] = coordsIn(li.attributes['data-ym-at']);
      const at: [number, number] | null = x === undefined || y === undefined ? null : [x, y];
      const own = ctx.responses.get(field.attributes['responseIdentifier'] ?? '') ?? NO_RESPONSE;
      return [{ id: ctx.id(gapKey(field)), at, accept: spellingsOf(own, fullOf) }];
    });
    const isShared = sharedIn(ctx) ?? false;
    return {
      ...known({ is: 'name', picture: ctx.picture(ctx.body) ?? null, spots }),
      marks: saidMarks(ctx) ?? 1,
      isShared,
    };
  }
  if (attributes['data-ym-kind'] === 'date') {
    const days = [...(response.map?.keys() ?? [])].sort();
    const [target] = response.correct;
    const right = target === undefined ? null : ([days[0] ?? target, days.at(-1) ?? target] as [string, string]);
    const bounds = { ...given('min', attributes['data-ym-min']), ...given('max', attributes['data-ym-max']) };
    return known({ is: 'date', right, ...given('target', target), ...bounds });
  }
  const isNumber = response.base === 'float' || response.base === 'integer';
  if (ctx.all.length === 1 && isNumber) {
    const bounds = {
      ...given('min', numberIn(attributes['data-ym-min'])),
      ...given('max', numberIn(attributes['data-ym-max'])),
      ...given('step', numberIn(attributes['data-ym-step'])),
    };
    const slides = attributes['data-ym-kind'] === 'slider';
    return known({ is: 'number', slides, ...bounds, ...rangeIn(response, ctx) });
  }
  if (ctx.all.length === 1 && !isInText(first, ctx) && !gapKey(first).includes('-gap') && isPlainText(first))
    return known({ is: 'text', accept: spellingsOf(response, saidMarks(ctx) || 1) });
  return gapsIn(ctx);
}
/** Ours name the responses of gaps by the gap. */
const isPlainText = ({ attributes }: Element): boolean =>
  !(attributes['responseIdentifier'] ?? '').startsWith('RESPONSE.');

/** What one field is worth of several of ours; 0 of items of others. */
function fullOfPart(ctx: Ctx): number {
  const isShared = sharedIn(ctx);
  if (isShared === undefined) return 0;
  if (!isShared && ctx.all.length > 1) return 1;
  const keyed = [...ctx.responses.values()].filter(({ map }) => map !== null).length;
  return (saidMarks(ctx) || 1) / Math.max(1, keyed);
}

function gapsIn(ctx: Ctx): Known {
  const fullOf = fullOfPart(ctx);
  const gaps = ctx.all.map((field) => {
    const own = ctx.responses.get(field.attributes['responseIdentifier'] ?? '') ?? NO_RESPONSE;
    if (field.name !== 'inlineChoiceInteraction')
      return { id: ctx.id(gapKey(field)), accept: spellingsOf(own, fullOf), own };
    const words = new Map(
      allIn(field, 'inlineChoice').map((c) => [c.attributes['identifier'] ?? '', wordsIn(c).trim()]),
    );
    const accept = spellingsOf(own).map((one) => ({ ...one, text: words.get(one.text) ?? one.text }));
    return { id: ctx.id(gapKey(field)), accept, own };
  });
  if (ctx.all.some(({ name }) => name === 'inlineChoiceInteraction'))
    ctx.guesses.push('words that were chosen from a list are typed here');
  const worth = gaps.reduce((sum, { own }) => sum + (own.map ? Math.max(0, ...own.map.values()) : 0), 0);
  const isOurs = gaps.every(({ own }) => !own.map || [...own.map.values()].every((value) => value <= 1));
  const isShared = sharedIn(ctx) ?? (gaps.length > 1 && worth > 0 && !hasAnd(ctx) && !isOnlyAll(ctx));
  return {
    interaction: { is: 'gaps', text: '', gaps: gaps.map(({ id, accept }) => ({ id, accept })) },
    marks: saidMarks(ctx) ?? (worth > 0 && !isOurs ? worth : Math.max(1, worth)),
    isShared,
  };
}
const isOnlyAll = ({ item }: Ctx): boolean =>
  allIn(item, 'responseProcessing').some((one) => (one.attributes['template'] ?? '').includes('match_correct'));

function gapMatchIn(first: Element, response: Response, ctx: Ctx): Known {
  const words = new Map(
    [...allIn(first, 'gapText'), ...allIn(first, 'gapImg')].map((one) => [
      one.attributes['identifier'] ?? '',
      wordsIn(one).trim() || (allIn(one, 'img', 'object')[0]?.attributes['alt'] ?? ''),
    ]),
  );
  const pairs = [...response.correct, ...(response.map?.keys() ?? [])].map((pair) => pair.split(/\s+/));
  const gaps = allIn(first, 'gap');
  if (gaps.length === 0) throw new NotRead('there is no gap in it');
  ctx.guesses.push('words that were drawn into gaps are typed here');
  const fields = gaps.map((gap) => {
    const said = gap.attributes['identifier'] ?? '';
    const right = new Set(pairs.filter(([, to]) => to === said).map(([word = '']) => words.get(word) ?? word));
    return { id: ctx.id(gapKey(gap)), accept: [...right].filter(Boolean).map((text) => ({ text })) };
  });
  const text = richFrom(
    first.children.filter((c) => typeof c === 'string' || !['gapText', 'gapImg', 'prompt'].includes(c.name)),
    (element) => (element.name === 'gap' ? ctx.id(gapKey(element)) : null),
    () => false,
  );
  return {
    interaction: { is: 'gaps', text, gaps: fields },
    marks: saidMarks(ctx) ?? 1,
    isShared: response.map !== null,
  };
}

/** What is right of a number: its bounds in the processing, or a tolerance beside the right one. */
function rangeIn({ correct, map }: Response, { item }: Ctx): { right: [number, number] | null; target?: number } {
  const target = numberIn(correct[0]) ?? numberIn([...(map?.entries() ?? [])].find(([, value]) => value > 0)?.[0]);
  const [processing] = allIn(item, 'responseProcessing');
  const bound = (name: string) =>
    (processing ? allIn(processing, name) : [])
      .filter((one) => allIn(one, 'variable').some((v) => v.attributes['identifier'] !== 'SCORE'))
      .flatMap((one) => allIn(one, 'baseValue').flatMap((v) => numberIn(wordsIn(v).trim()) ?? []))[0];
  const [low, high] = [bound('gte'), bound('lte')];
  if (low !== undefined && high !== undefined) return { right: [low, high], ...given('target', target) };
  if (target === undefined) return { right: null };
  const [equal] = processing ? allIn(processing, 'equal') : [];
  const [below = 0, above = below] = coordsIn(equal?.attributes['tolerance']);
  const isRelative = equal?.attributes['toleranceMode'] === 'relative';
  const reach = (of: number) => round9(isRelative ? (Math.abs(target) * of) / 100 : of);
  return { right: [round9(target - reach(below)), round9(target + reach(above))], target };
}

function matchIn(first: Element, response: Response, ctx: Ctx): Known {
  const [one, two] = allIn(first, 'simpleMatchSet').map((set) => allIn(set, 'simpleAssociableChoice'));
  if (!one?.length || !two?.length) throw new NotRead('there are no two sides to match in it');
  const [left, right] = [one.map(ctx.part), two.map(ctx.part)];
  const mapped = [...(response.map ?? [])].filter(([, value]) => value > 0).map(([key]) => key);
  const pairs = [...new Set([...response.correct, ...mapped])].flatMap((said): [string, string][] => {
    const [l, r] = said.split(/\s+/);
    if (l === undefined || r === undefined) return [];
    const isTurned = !one.some((e) => e.attributes['identifier'] === l);
    return [isTurned ? [ctx.id(r), ctx.id(l)] : [ctx.id(l), ctx.id(r)]];
  });
  const isShared = sharedIn(ctx) ?? (response.map !== null && mapped.length > 0);
  const marks = saidMarks(ctx) ?? (response.map && positives(response.map) > 0 ? positives(response.map) : 1);
  const isGrid =
    first.attributes['data-ym-kind'] === 'grid' ||
    (first.attributes['class'] ?? '').includes('tabular') ||
    new Set(pairs.map(([, r]) => r)).size < pairs.length ||
    new Set(pairs.map(([l]) => l)).size < pairs.length ||
    left.some(({ id }) => pairs.length > 0 && !pairs.some(([l]) => l === id));
  if (!isGrid && pairs.length > 0) return { interaction: { is: 'match', left, right, pairs }, marks, isShared };
  const many = first.attributes['data-ym-many'] === 'true' || new Set(pairs.map(([l]) => l)).size < pairs.length;
  if (first.attributes['data-ym-kind'] !== 'grid') ctx.guesses.push('pairs were read as a table with rows and columns');
  return {
    interaction: { is: 'grid', many, rows: left, columns: right, pairs, keyed: pairs.length > 0 },
    ...{ marks, isShared },
  };
}

/** Pairs within one set: those that are right as pairs, the others as sides that fit nothing. */
function associateIn(first: Element, response: Response, ctx: Ctx): Known {
  const isGraphic = first.name === 'graphicAssociateInteraction';
  const parts = allIn(first, isGraphic ? 'associableHotspot' : 'simpleAssociableChoice').map((element, i) => {
    const read = ctx.part(element);
    const label = element.attributes['hotspotLabel'];
    return isGraphic ? { ...read, text: label ?? `Place ${i + 1}` } : read;
  });
  const pairs = response.correct.flatMap((said): [string, string][] => {
    const [l, r] = said.split(/\s+/);
    return l !== undefined && r !== undefined ? [[ctx.id(l), ctx.id(r)]] : [];
  });
  if (pairs.length === 0) throw new NotRead('it does not say which of its parts belong together');
  const firsts = pairs.map(([l]) => l);
  const used = new Set(pairs.flat());
  if (used.size < 2 * pairs.length) throw new NotRead('one part of it belongs to several others');
  ctx.guesses.push(
    isGraphic
      ? 'places of a picture that belong together were read as pairs'
      : 'parts of one list were read as two sides',
  );
  const left = parts.filter(({ id }) => firsts.includes(id));
  return {
    interaction: { is: 'match', left, right: parts.filter(({ id }) => !firsts.includes(id)), pairs },
    marks: saidMarks(ctx) ?? 1,
    isShared: response.map !== null,
  };
}
