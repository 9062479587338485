/**
 * CSS that a creator writes for a quiz: read, held to what it may do, and made to reach the quiz alone. Only names that are told here can be
 * dressed, and only with properties that neither cover what stands elsewhere nor hide what must be seen, such as consent.
 */
import generate from 'css-tree/generator';
import parse from 'css-tree/parser';
import type { Atrule, CssNode, Declaration, List, Rule, Selector } from 'css-tree';

/** Where each name leads: kept as they are, since creators have written them down. */
export const CSS_NAMES = {
  sheet: 'v-panel',
  title: 'v-headline',
  question: 'v-prompt',
  answers: 'v-options',
  answer: 'v-option',
  button: 'v-next',
  back: 'v-back',
  progress: 'v-progress',
  words: 'v-words',
  outcome: 'v-outcome',
  offer: 'v-offer',
  picture: 'v-picture',
} as const;
type Name = keyof typeof CSS_NAMES;
const isName = (text: string): text is Name => Object.hasOwn(CSS_NAMES, text);

/** What a name may wear. The sheet, in which consent stands, takes less: nothing that its words inherit. */
const ANY =
  /^(background(-(color|image|size|position|repeat))?|border(-.+)?|box-shadow|padding(-.+)?|margin(-.+)?|gap|row-gap|column-gap|transition(-.+)?|max-width|min-height)$/;
const NOT_THE_SHEET =
  /^(color|font(-(size|weight|style|variant|stretch))?|letter-spacing|word-spacing|line-height|text-(align|transform|decoration(-.+)?|shadow|wrap)|cursor|accent-color|width|content)$/;
const FUNCTIONS =
  /^(rgba?|hsla?|oklch|oklab|lch|lab|color-mix|calc|min|max|clamp|(repeating-)?(linear|radial|conic)-gradient|var|cubic-bezier|steps)$/;
const PSEUDO =
  /^(hover|active|first-child|last-child|only-child|nth-child|nth-last-child|not|is|where|before|after|first-letter|first-line|checked|dir)$/;
const AT_RULES = new Set(['media', 'container', 'supports']);

export type Refusal = { line: number; reason: string };
export type OwnCss = { css: string; refused: Refusal[] };

/** Characters, and rules inside each other. */
export const LONGEST_CSS = 20_000;
const DEEPEST = 4;

const lineOf = (node: CssNode): number => node.loc?.start.line ?? 1;

/**
 * What of a style sheet may be used, reaching the quiz alone, and what is refused, by line. What is refused is left out; the rest holds.
 */
export function ownCss(text: string): OwnCss {
  const refused: Refusal[] = [];
  const refuse = (line: number, reason: string) => void refused.push({ line, reason });
  if (text.length > LONGEST_CSS)
    return { css: '', refused: [{ line: 1, reason: `${LONGEST_CSS} characters at most` }] };
  const sheet = parse(text, {
    positions: true,
    parseCustomProperty: true,
    onParseError: (error) => refuse(error.line, 'this cannot be read as CSS'),
  });
  if (sheet.type !== 'StyleSheet') return { css: '', refused };
  const kept = sheet.children.toArray().flatMap((node) => keptIn(node, refuse, 0));
  return { css: kept.map((node) => generate(node)).join('\n'), refused };
}

type Refuse = (line: number, reason: string) => void;

function keptIn(node: CssNode, refuse: Refuse, depth: number): CssNode[] {
  if (node.type === 'Comment') return [];
  if (node.type === 'Rule') return keptRule(node, refuse);
  if (node.type === 'Atrule') return keptAtrule(node, refuse, depth);
  refuse(lineOf(node), 'this is no rule');
  return [];
}

function keptAtrule(node: Atrule, refuse: Refuse, depth: number): CssNode[] {
  const name = node.name.toLowerCase();
  if (!AT_RULES.has(name) || !node.block) {
    refuse(lineOf(node), `@${node.name} cannot be used here`);
    return [];
  }
  if (depth >= DEEPEST) {
    refuse(lineOf(node), 'these stand too deep in each other');
    return [];
  }
  const inside = node.block.children.toArray().flatMap((child) => keptIn(child, refuse, depth + 1));
  if (inside.length === 0) return [];
  return [{ ...node, block: { ...node.block, children: node.block.children.fromArray(inside) } }];
}

function keptRule(node: Rule, refuse: Refuse): CssNode[] {
  if (node.prelude.type !== 'SelectorList') {
    refuse(lineOf(node), 'what it is for cannot be read');
    return [];
  }
  const selectors = node.prelude.children.toArray();
  const reasons = selectors.flatMap((one) =>
    one.type === 'Selector' ? faultIn(one.children) : ['this is no selector'],
  );
  if (reasons[0] !== undefined) {
    refuse(lineOf(node), reasons[0]);
    return [];
  }
  const ofSheet = selectors.some((one) => one.type === 'Selector' && lastName(one) === 'sheet');
  const declarations = node.block.children.toArray().filter((child): child is Declaration => {
    const reason =
      child.type === 'Declaration'
        ? faultOf(child, ofSheet)
        : child.type === 'Comment'
          ? null
          : 'rules cannot stand in rules';
    if (reason !== null) refuse(lineOf(child), reason);
    return reason === null && child.type === 'Declaration';
  });
  if (declarations.length === 0) return [];
  const scoped = selectors.flatMap((one) => (one.type === 'Selector' ? [scopedTo(one)] : []));
  return [
    {
      ...node,
      prelude: { ...node.prelude, children: node.prelude.children.fromArray(scoped) },
      block: { ...node.block, children: node.block.children.fromArray(declarations) },
    },
  ];
}

/** Why a selector cannot be used: what it names, by what it asks. */
function faultIn(parts: List<CssNode>): string[] {
  return parts.toArray().flatMap((part): string[] => {
    switch (part.type) {
      case 'ClassSelector':
        return isName(part.name) ? [] : [`.${part.name} is no name that can be dressed`];
      case 'Combinator':
      case 'Nth':
        return [];
      case 'PseudoElementSelector':
      case 'PseudoClassSelector': {
        if (!PSEUDO.test(part.name.toLowerCase())) return [`:${part.name} cannot be used here`];
        const inside = part.children?.toArray() ?? [];
        return inside.flatMap((one) =>
          one.type === 'SelectorList'
            ? one.children
                .toArray()
                .flatMap((each) => (each.type === 'Selector' ? faultIn(each.children) : ['this is no selector']))
            : one.type === 'Nth' || one.type === 'Identifier'
              ? []
              : [`what stands in :${part.name}() cannot be read`],
        );
      }
      default:
        return ['only names with a dot can be dressed, such as .answer'];
    }
  });
}

const namesIn = (selector: Selector): Name[] =>
  selector.children
    .toArray()
    .flatMap((part) => (part.type === 'ClassSelector' && isName(part.name) ? [part.name] : []));
/** The name that a selector dresses; where none follows the last space or sign, it is whatever stands there: held as the sheet is. */
function lastName(selector: Selector): Name {
  const parts = selector.children.toArray();
  const from = parts.findLastIndex((part) => part.type === 'Combinator') + 1;
  const last = parts.slice(from).find((part) => part.type === 'ClassSelector');
  return last?.type === 'ClassSelector' && isName(last.name) ? last.name : 'sheet';
}

/** Names become ours, and what does not begin with the sheet stands inside it. */
function scopedTo(selector: Selector): Selector {
  const mapped = (parts: List<CssNode>): List<CssNode> =>
    parts.map((part): CssNode => {
      if (part.type === 'ClassSelector' && isName(part.name)) return { ...part, name: CSS_NAMES[part.name] };
      if (part.type !== 'PseudoClassSelector' || !part.children) return part;
      return {
        ...part,
        children: part.children.map((one) =>
          one.type === 'SelectorList'
            ? {
                ...one,
                children: one.children.map((each) =>
                  each.type === 'Selector' ? { ...each, children: mapped(each.children) } : each,
                ),
              }
            : one,
        ),
      };
    });
  const children = mapped(selector.children);
  if (namesIn(selector)[0] !== 'sheet') {
    children.prependData({ type: 'Combinator', name: ' ' });
    children.prependData({ type: 'ClassSelector', name: CSS_NAMES.sheet });
  }
  return { ...selector, children };
}

function faultOf(node: Declaration, ofSheet: boolean): string | null {
  const property = node.property.toLowerCase();
  if (node.important) return '!important cannot be used here';
  if (!ANY.test(property) && (ofSheet || !NOT_THE_SHEET.test(property)))
    return ofSheet && NOT_THE_SHEET.test(property)
      ? `${property} of the sheet is set under Style: what stands in it must stay readable`
      : `${property} cannot be set here`;
  return faultInValue(node.value, property);
}

function faultInValue(node: CssNode, property: string): string | null {
  switch (node.type) {
    case 'Raw':
      return 'this value cannot be read';
    case 'Url':
      return 'addresses cannot be used here';
    case 'String':
      return /[<>\\]/.test(node.value) ? 'this text cannot be used here' : null;
    case 'Number':
    case 'Dimension':
    case 'Percentage':
      return property.startsWith('margin') && Number(node.value) < 0
        ? 'a margin below 0 would cover what stands beside'
        : null;
    case 'Function': {
      if (!FUNCTIONS.test(node.name.toLowerCase())) return `${node.name}() cannot be used here`;
      if (property.startsWith('margin')) return 'a margin is a plain length';
      return firstFault(node.children, property);
    }
    case 'Value':
    case 'Parentheses':
      return firstFault(node.children, property);
    default:
      return null;
  }
}
const firstFault = (nodes: List<CssNode>, property: string): string | null =>
  nodes.toArray().reduce<string | null>((found, node) => found ?? faultInValue(node, property), null);
