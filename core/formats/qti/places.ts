/** Places of a picture: regions in shares of its sides, hotspots, and points. */
import type { Interaction } from '../../questions/interaction';
import { round9 } from '../../values/numbers';
import { type Element, wordsIn } from '../xml';
import { allIn, childrenOf, coordsIn, gapKey, NotRead, numberIn, type Response } from './elements';
import { type Ctx, hasAnd, type Known, NO_RESPONSE, saidMarks, sharedIn } from './marks';
import { SIDE } from './shown';

type Shape = NonNullable<Extract<Interaction, { is: 'point' }>['spots'][number]['region']>;
const share = (value: number): number => Math.min(1, Math.max(0, round9(value)));
/** @param size of the picture, in the unit of the coordinates */
function regionOf(shape: string, coords: number[], [width, height]: [number, number]): Shape | null {
  const [a = 0, b = 0, c = 0, d = 0] = coords;
  if (shape === 'circle' && coords.length >= 3)
    return { x: share(a / width), y: share(b / height), r: share(c / width) };
  if (shape === 'ellipse' && coords.length >= 4)
    return {
      x: share((a - c) / width),
      y: share((b - d) / height),
      width: share((2 * c) / width),
      height: share((2 * d) / height),
    };
  if (shape === 'rect' && coords.length >= 4)
    return {
      x: share(a / width),
      y: share(b / height),
      width: share((c - a) / width),
      height: share((d - b) / height),
    };
  if (shape === 'poly' && coords.length >= 6) {
    const points = Array.from({ length: Math.floor(coords.length / 2) }, (_, i): [number, number] => [
      share((coords[2 * i] ?? 0) / width),
      share((coords[2 * i + 1] ?? 0) / height),
    ]);
    return { points: points.slice(0, 200) };
  }
  return null;
}
function sizeIn(element: Element): [number, number] {
  const [img] = allIn(element, 'img', 'object');
  return [numberIn(img?.attributes['width']) ?? SIDE, numberIn(img?.attributes['height']) ?? SIDE];
}

export function hotspotIn(first: Element, response: Response, ctx: Ctx): Known {
  const size = sizeIn(first);
  const mapped = [...(response.map ?? [])].filter(([, value]) => value > 0).map(([key]) => key);
  const right = new Set([...response.correct, ...mapped]);
  const spots = allIn(first, 'hotspotChoice')
    .filter(({ attributes }) => right.has(attributes['identifier'] ?? ''))
    .map(({ attributes }) => ({
      id: ctx.id(attributes['identifier']),
      text: attributes['hotspotLabel'] ?? '',
      region: regionOf(attributes['shape'] ?? '', coordsIn(attributes['coords']), size),
    }));
  if (spots.length === 0 || spots.some(({ region }) => region === null))
    throw new NotRead('it does not say which place of its picture is right');
  ctx.guesses.push('places to choose among were read as one to point at');
  return {
    interaction: { is: 'point', picture: ctx.picture(first) ?? null, spots },
    ...{ marks: saidMarks(ctx) ?? 1, isShared: response.map !== null && spots.length > 1 },
  };
}

export function pointsIn(ctx: Ctx): Known {
  const [first] = ctx.all;
  const spots = ctx.all.flatMap((one) => {
    const own = ctx.responses.get(one.attributes['responseIdentifier'] ?? '') ?? NO_RESPONSE;
    const areas = own.areas.filter(({ value }) => value > 0);
    const [prompt] = childrenOf(one, 'prompt');
    const key = gapKey(one);
    const text = ctx.all.length > 1 || key !== (one.attributes['responseIdentifier'] ?? '') ? prompt : undefined;
    return (areas.length ? areas : [null]).map((area, i) => ({
      id: ctx.id(i === 0 ? key : `${key}-${i + 1}`),
      text: text ? wordsIn(text).trim() : '',
      region: area && regionOf(area.shape, area.coords, sizeIn(one)),
    }));
  });
  const worth = ctx.all.flatMap((one) => ctx.responses.get(one.attributes['responseIdentifier'] ?? '')?.areas ?? []);
  const sum = worth.reduce((total, { value }) => total + Math.max(0, value), 0);
  const isShared = sharedIn(ctx) ?? (spots.length > 1 && !hasAnd(ctx) && sum > 0);
  return {
    interaction: { is: 'point', picture: (first && ctx.picture(first)) ?? null, spots },
    ...{ marks: saidMarks(ctx) ?? (sum > 0 ? sum : 1), isShared },
  };
}
