/**
 * An item of QTI 3.0, or of 2.1 and 2.2, read as a question. Names of both are brought to those of 2.x without marks of the version:
 * `qti-choice-interaction` and `choiceInteraction` are one. An item is read whole or not at all; what was guessed is told.
 */
import type { Interaction, Part } from '../../questions/interaction';
import type { Common } from '../../questions/kind';
import type { Picture, RichText } from '../../schema/quiz';
import { plainText } from '../../text/rich';
import { type Element, wordsIn } from '../xml';
import { allIn, childrenOf, gapKey, NotRead, numberIn, plainNames, responsesIn } from './elements';
import { interactionIn } from './interactions';
import type { Ctx } from './marks';
import { idFrom, richFrom } from './words';
export type ItemRead = {
  common: Common;
  interaction: Interaction;
  /** Targets of weights, with their names. */
  targets: Map<string, string>;
  guesses: string[];
};

const INTERACTIONS: string[] = [
  ...['choiceInteraction', 'inlineChoiceInteraction', 'textEntryInteraction', 'extendedTextInteraction'],
  ...['orderInteraction', 'matchInteraction', 'associateInteraction', 'sliderInteraction', 'hottextInteraction'],
  ...['hotspotInteraction', 'graphicAssociateInteraction', 'selectPointInteraction', 'gapMatchInteraction'],
];
const UNKNOWN: Record<string, string> = {
  customInteraction: 'it runs a program of its own',
  portableCustomInteraction: 'it runs a program of its own',
  uploadInteraction: 'it asks for a file',
  drawingInteraction: 'something is drawn in it',
  mediaInteraction: 'it is a recording that is played',
  positionObjectInteraction: 'things are put on a picture in it',
  graphicOrderInteraction: 'places of a picture are put in order in it',
  graphicGapMatchInteraction: 'pictures are put on a picture in it',
  endAttemptInteraction: 'it ends by a press of its own',
};

/** @property resolve the picture at a path of the package; null where there is none */
export type Reading = { resolve: (path: string) => string | null };

/** Reads an item. @throws NotRead with the reason */
export function readItem(root: Element, { resolve }: Reading): ItemRead {
  const item = plainNames(root);
  const [body] = childrenOf(item, 'itemBody');
  if (item.name !== 'assessmentItem' || !body) throw new NotRead('it is no item');
  const [strange] = allIn(body, ...Object.keys(UNKNOWN));
  if (strange) throw new NotRead(UNKNOWN[strange.name] ?? 'it has an interaction that is not known here');
  const all = allIn(body, ...INTERACTIONS);
  const [first] = all;
  if (!first) throw new NotRead('nothing is asked in it');
  const guesses: string[] = [];
  const responses = responsesIn(item);
  const ids = new Set<string>();
  const idOf = new Map<string, string>();
  /** The id of a part by its identifier, always the same. */
  const id = (said: string | undefined): string => {
    const key = said ?? '';
    const known = idOf.get(key) ?? idFrom(key, ids);
    idOf.set(key, known);
    return known;
  };
  const picture = (within: Element): Picture | undefined => {
    const [img] = allIn(within, 'img', 'object');
    const path = img && (img.attributes['src'] ?? img.attributes['data']);
    if (!img || !path) return undefined;
    const src = resolve(path);
    if (src === null) {
      guesses.push(`the picture ${path.slice(0, 60)} is not in the package`);
      return undefined;
    }
    return { src, text: img.attributes['alt'] ?? wordsIn(img).trim() };
  };
  const part = (element: Element): Part => {
    const shown = picture(element);
    return {
      id: id(element.attributes['identifier']),
      text: wordsIn(element).replace(/\s+/g, ' ').trim().slice(0, 2_000),
      ...(shown ? { picture: shown } : {}),
    };
  };
  const weights = weightsIn(item);
  const ctx: Ctx = { item, body, all, responses, id, part, picture, guesses, weights: weights.of };
  const { interaction, marks, isShared } = interactionIn(first, ctx);
  const inside = new Set(all);
  const isGap = (element: Element) => interaction.is === 'gaps' && inside.has(element);
  const skip = (element: Element): boolean =>
    inside.has(element) ||
    ['img', 'object', 'rubricBlock', 'responseProcessing', 'modalFeedback', 'feedbackBlock'].includes(element.name) ||
    element.attributes['data-ym-kind'] === 'name';
  // The text of gaps is what they stand in; what stands before it asks.
  const gapText = interaction.is === 'gaps' ? body.children.filter((c) => holdsGap(c, inside)) : [];
  const own = body.children.filter((child) => !gapText.includes(child));
  const words = richFrom(own, () => null, skip);
  const prompts = all.flatMap((one) => childrenOf(one, 'prompt'));
  const [prompt] = prompts;
  const asked = isEmpty(words) && prompt && prompts.length === 1 ? richFrom(prompt.children, () => null, skip) : words;
  const withPrompt = !isEmpty(words) && prompt && prompts.length === 1 && interaction.is !== 'point';
  const text = withPrompt
    ? joined(
        words,
        richFrom(prompt.children, () => null, skip),
      )
    : asked;
  // Of gaps within an interaction it is known already.
  if (interaction.is === 'gaps' && interaction.text === '')
    interaction.text = richFrom(
      gapText,
      (element) => (isGap(element) ? id(gapKey(element)) : null),
      (element) => skip(element) && !isGap(element),
    );
  const title = item.attributes['title'] ?? '';
  const shown = isPictureOwn(interaction) ? undefined : picture(withoutThose(body, inside));
  const [hint] = allIn(body, 'rubricBlock').filter((one) => (one.attributes['view'] ?? '').includes('candidate'));
  const explain = explainIn(item, skip);
  const penalty = penaltyIn(item);
  const common: Common = {
    id: item.attributes['identifier'] ?? '',
    prompt: isEmpty(text) ? title || 'Untitled' : text,
    required: item.attributes['data-ym-optional'] !== 'true',
    ...(marks === 1 ? {} : { marks }),
    ...(penalty > 0 ? { penalty } : {}),
    ...(isShared ? { credit: 'share' as const } : {}),
    ...(item.attributes['data-ym-named'] === 'true' ? { name: title } : {}),
    ...(first.attributes['shuffle'] === 'true' && interaction.is !== 'order' ? { shuffle: true } : {}),
    ...(hint ? { hint: richFrom(hint.children, () => null, skip) } : {}),
    ...(shown ? { media: { picture: shown } } : {}),
    ...(Object.keys(explain).length ? { explain } : {}),
  };
  return { common, interaction, targets: weights.targets, guesses };
}

const isPictureOwn = (interaction: Interaction): boolean => interaction.is === 'point' || interaction.is === 'name';
const isEmpty = (text: RichText): boolean => plainText(text).trim() === '';
const joined = (a: RichText, b: RichText): RichText =>
  typeof a === 'string' && typeof b === 'string' ? `${a}\n${b}` : a;
const holdsGap = (child: Element | string, gaps: ReadonlySet<Element>): boolean =>
  typeof child !== 'string' && (gaps.has(child) || child.children.some((one) => holdsGap(one, gaps)));
const withoutThose = (element: Element, those: ReadonlySet<Element>): Element => ({
  ...element,
  children: element.children.flatMap((child): (Element | string)[] =>
    typeof child === 'string' ? [child] : those.has(child) ? [] : [withoutThose(child, those)],
  ),
});
/** Marks off for what is wrong, as our own items say it. */
function penaltyIn(item: Element): number {
  const [processing] = allIn(item, 'responseProcessing');
  const sets = processing ? allIn(processing, 'setOutcomeValue') : [];
  const scores = sets
    .filter(({ attributes }) => attributes['identifier'] === 'SCORE')
    .flatMap((one) => childrenOf(one, 'baseValue').flatMap((v) => numberIn(wordsIn(v).trim()) ?? []));
  return Math.max(0, ...scores.map((value) => -value));
}

/** Explanations, by when our own items show them; those of others are shown to everybody. */
function explainIn(
  item: Element,
  skip: (element: Element) => boolean,
): Partial<Record<'right' | 'wrong' | 'always', RichText>> {
  const told = childrenOf(item, 'modalFeedback').map((one) => {
    const said = (one.attributes['identifier'] ?? '').toLowerCase();
    const when = /wrong|incorrect/.test(said) ? 'wrong' : /right|correct/.test(said) ? 'right' : 'always';
    return [when, richFrom(one.children, () => null, skip)] as const;
  });
  return Object.fromEntries(told.filter(([, words]) => !isEmpty(words)));
}

/** What answers say for scales and outcomes, as our own items have it: by identifier of the answer. */
function weightsIn(item: Element) {
  const targets = new Map<string, string>();
  const own = new Set<string>();
  for (const { attributes } of childrenOf(item, 'outcomeDeclaration')) {
    const said = attributes['identifier'] ?? '';
    if (!said.startsWith('weight.')) continue;
    const target = said.slice('weight.'.length).replace(/^i\./, '');
    own.add(said);
    targets.set(target, attributes['interpretation'] ?? target);
  }
  const of = new Map<string, Record<string, number>>();
  for (const condition of own.size ? allIn(item, 'responseCondition') : []) {
    const [match] = allIn(condition, 'match', 'member');
    const [chosen] = match ? allIn(match, 'baseValue') : [];
    for (const set of allIn(condition, 'setOutcomeValue')) {
      const said = set.attributes['identifier'] ?? '';
      const weight = numberIn(allIn(set, 'baseValue').map((v) => wordsIn(v).trim())[0]);
      if (!own.has(said) || !chosen || weight === undefined) continue;
      const answer = wordsIn(chosen).trim();
      of.set(answer, { ...of.get(answer), [said.slice('weight.'.length).replace(/^i\./, '')]: weight });
    }
  }
  return { targets, of };
}
