/**
 * The rules that QTI 3.0 states of items, tests and manifests, as far as we write them: what stands in what and in which order, which
 * attributes it has to have, and how declarations, interactions and expressions fit together. Written from the text of the standard (1EdTech
 * QTI 3.0: Assessment, Section and Item information model; Content Packaging), since its schemas could not be had. Shares no code with the writer.
 */
import { readXml, type Element as XmlElement, wordsIn } from '../core/formats/xml';

/** @property has children by name, in their order; `?` at most one, `*` any number, `+` at least one, `!` just one @property needs attributes */
type Rule = { has: string; needs?: string; may?: string };
const BLOCKS =
  'p* div* ol* ul* img* qti-choice-interaction* qti-order-interaction* qti-match-interaction* qti-extended-text-interaction* qti-slider-interaction* qti-hotspot-interaction* qti-select-point-interaction* qti-graphic-gap-match-interaction* qti-gap-match-interaction* qti-prompt?';
const INLINE =
  'img* qti-text-entry-interaction* qti-inline-choice-interaction* strong* em* a* br* span* sub* sup* code*';
const EXPRESSION =
  'qti-variable qti-base-value qti-correct qti-map-response qti-map-response-point qti-match qti-member qti-and qti-or qti-not qti-equal qti-gte qti-lte qti-gt qti-lt qti-sum qti-product qti-is-null qti-inside qti-ordered qti-multiple qti-null';
const RULES = 'qti-set-outcome-value* qti-response-condition* qti-exit-response*';
const any = (names: string) => names.split(' ').join('* ') + '*';
/** Of these the order is free. */
const MIXED = new Set([
  'qti-item-body',
  'div',
  'p',
  'li',
  'qti-response-processing',
  'qti-response-if',
  'qti-response-else',
  'qti-simple-choice',
  'qti-simple-associable-choice',
  'qti-sum',
  'qti-and',
  'qti-or',
  'qti-match',
  'qti-member',
  'qti-equal',
  'qti-gte',
  'qti-lte',
  'qti-set-outcome-value',
]);

const ELEMENTS: Record<string, Rule> = {
  'qti-assessment-item': {
    has: 'qti-context-declaration* qti-response-declaration* qti-outcome-declaration* qti-template-declaration* qti-template-processing? qti-stylesheet* qti-item-body? qti-catalog-info? qti-response-processing? qti-modal-feedback*',
    needs: 'identifier title time-dependent xmlns',
    may: 'adaptive label tool-name tool-version',
  },
  'qti-response-declaration': {
    has: 'qti-default-value? qti-correct-response? qti-mapping? qti-area-mapping?',
    needs: 'identifier cardinality base-type',
  },
  'qti-correct-response': { has: 'qti-value+', may: 'interpretation' },
  'qti-mapping': { has: 'qti-map-entry+', may: 'lower-bound upper-bound default-value' },
  'qti-map-entry': { has: '', needs: 'map-key mapped-value', may: 'case-sensitive' },
  'qti-area-mapping': { has: 'qti-area-map-entry+', may: 'lower-bound upper-bound default-value' },
  'qti-area-map-entry': { has: '', needs: 'shape coords mapped-value' },
  'qti-outcome-declaration': {
    has: 'qti-default-value? qti-match-table? qti-interpolation-table?',
    needs: 'identifier cardinality base-type',
    may: 'interpretation normal-maximum normal-minimum view',
  },
  'qti-default-value': { has: 'qti-value+' },
  'qti-value': { has: '' },
  'qti-item-body': { has: BLOCKS },
  div: { has: `${BLOCKS} ${INLINE}` },
  p: { has: INLINE },
  ol: { has: 'li*' },
  li: { has: `${BLOCKS} ${INLINE}` },
  img: { has: '', needs: 'src alt', may: 'width height' },
  'qti-choice-interaction': {
    has: 'qti-prompt? qti-simple-choice+',
    needs: 'response-identifier',
    may: 'shuffle max-choices min-choices orientation',
  },
  'qti-simple-choice': { has: `${INLINE} p* div* qti-feedback-inline*`, needs: 'identifier', may: 'fixed' },
  'qti-order-interaction': {
    has: 'qti-prompt? qti-simple-choice+',
    needs: 'response-identifier',
    may: 'shuffle max-choices min-choices orientation',
  },
  'qti-match-interaction': {
    has: 'qti-prompt? qti-simple-match-set+',
    needs: 'response-identifier',
    may: 'shuffle max-associations min-associations',
  },
  'qti-simple-match-set': { has: 'qti-simple-associable-choice*' },
  'qti-simple-associable-choice': { has: `${INLINE} p* div*`, needs: 'identifier match-max', may: 'match-min fixed' },
  'qti-text-entry-interaction': {
    has: '',
    needs: 'response-identifier',
    may: 'pattern-mask placeholder-text expected-length base',
  },
  'qti-extended-text-interaction': { has: 'qti-prompt?', needs: 'response-identifier', may: 'expected-lines' },
  'qti-slider-interaction': {
    has: 'qti-prompt?',
    needs: 'response-identifier lower-bound upper-bound',
    may: 'step step-label orientation reverse',
  },
  'qti-select-point-interaction': {
    has: 'qti-prompt? img! object?',
    needs: 'response-identifier',
    may: 'max-choices min-choices',
  },
  'qti-response-processing': { has: RULES, may: 'template' },
  'qti-set-outcome-value': { has: any(EXPRESSION), needs: 'identifier' },
  'qti-response-condition': { has: 'qti-response-if! qti-response-else-if* qti-response-else?' },
  'qti-response-if': { has: `${any(EXPRESSION)} ${RULES}` },
  'qti-response-else': { has: RULES },
  'qti-variable': { has: '', needs: 'identifier', may: 'weight-identifier' },
  'qti-correct': { has: '', needs: 'identifier' },
  'qti-map-response': { has: '', needs: 'identifier' },
  'qti-base-value': { has: '', needs: 'base-type' },
  'qti-equal': { has: any(EXPRESSION), needs: 'tolerance-mode', may: 'tolerance' },
  ...Object.fromEntries(
    ['match', 'member', 'and', 'or', 'gte', 'lte', 'sum'].map((name) => [`qti-${name}`, { has: any(EXPRESSION) }]),
  ),
  'qti-assessment-test': {
    has: 'qti-outcome-declaration* qti-time-limits? qti-test-part+',
    needs: 'identifier title xmlns',
  },
  'qti-test-part': { has: 'qti-assessment-section+', needs: 'identifier navigation-mode submission-mode' },
  'qti-assessment-section': { has: 'qti-assessment-item-ref*', needs: 'identifier title visible' },
  'qti-assessment-item-ref': { has: '', needs: 'identifier href', may: 'category required fixed' },
  manifest: { has: 'metadata! organizations! resources!', needs: 'identifier xmlns' },
  metadata: { has: 'schema! schemaversion!' },
  schema: { has: '' },
  schemaversion: { has: '' },
  organizations: { has: '' },
  resources: { has: 'resource*' },
  resource: { has: 'metadata? file* dependency*', needs: 'identifier type', may: 'href' },
  file: { has: '', needs: 'href' },
  dependency: { has: '', needs: 'identifierref' },
};

/** What an interaction is answered with: base types, and cardinalities. */
const ANSWERED: Record<string, { by: string[]; as: (it: XmlElement) => string[] }> = {
  'qti-choice-interaction': {
    by: ['identifier'],
    as: ({ attributes }) => ((attributes['max-choices'] ?? '1') === '1' ? ['single', 'multiple'] : ['multiple']),
  },
  'qti-order-interaction': { by: ['identifier'], as: () => ['ordered'] },
  'qti-match-interaction': { by: ['directedPair'], as: () => ['multiple'] },
  'qti-text-entry-interaction': { by: ['string', 'integer', 'float'], as: () => ['single', 'record'] },
  'qti-extended-text-interaction': { by: ['string'], as: () => ['single', 'multiple', 'ordered', 'record'] },
  'qti-slider-interaction': { by: ['integer', 'float'], as: () => ['single'] },
  'qti-select-point-interaction': {
    by: ['point'],
    as: ({ attributes }) => ((attributes['max-choices'] ?? '1') === '1' ? ['single', 'multiple'] : ['multiple']),
  },
};

const IDENTIFIER = /^[\p{L}_][\p{L}\p{N}._-]*$/u;
const elementsIn = (it: XmlElement) => it.children.filter((child) => typeof child !== 'string');
const below = (it: XmlElement): XmlElement[] => [it, ...elementsIn(it).flatMap(below)];

/** What stands in an element that may not, or does not and has to. */
function shapeFaults(it: XmlElement): string[] {
  const rule = ELEMENTS[it.name];
  if (!rule) return [`${it.name} is no element that we know`];
  const words = (list = '') => list.split(' ').filter(Boolean);
  const slots = words(rule.has).map((slot) => [slot.slice(0, -1), slot.at(-1)] as const);
  const names = elementsIn(it).map(({ name }) => name);
  const places = names.map((name) => slots.findIndex(([slot]) => slot === name));
  const attributes = Object.keys(it.attributes).filter(
    (name) => !name.startsWith('data-') && name !== 'xml:lang' && name !== 'class' && name !== 'id',
  );
  return [
    ...names.filter((_, i) => places[i] === -1).map((name) => `${name} may not stand in ${it.name}`),
    ...(!MIXED.has(it.name) && places.some((place, i) => place < (places[i - 1] ?? 0))
      ? [`${it.name} is out of order: ${names.join(' ')}`]
      : []),
    ...slots.flatMap(([slot, often]) => {
      const many = names.filter((name) => name === slot).length;
      const isFine = often === '*' || (often === '?' ? many <= 1 : often === '+' ? many >= 1 : many === 1);
      return isFine ? [] : [`${it.name} has ${many} ${slot}`];
    }),
    ...words(rule.needs)
      .filter((name) => !attributes.includes(name))
      .map((name) => `${it.name} has no ${name}`),
    ...attributes
      .filter((name) => ![...words(rule.needs), ...words(rule.may)].includes(name))
      .map((name) => `${it.name} may have no ${name}`),
    ...('identifier' in it.attributes && !IDENTIFIER.test(it.attributes['identifier'] ?? '')
      ? [`“${it.attributes['identifier']}” is no identifier`]
      : []),
  ];
}

type Kind = { cardinality: string; base: string };
const single = (base: string): Kind => ({ cardinality: 'single', base });
const isNumber = ({ cardinality, base }: Kind) => cardinality === 'single' && (base === 'float' || base === 'integer');

/** What an expression comes to, with what is wrong with it. */
function kindOf(it: XmlElement, declared: ReadonlyMap<string, Kind>, faults: string[]): Kind {
  const of = elementsIn(it).map((child) => kindOf(child, declared, faults));
  const need = (isRight: boolean, what: string) => isRight || faults.push(`${it.name}: ${what}`);
  const variable = declared.get(it.attributes['identifier'] ?? '');
  switch (it.name) {
    case 'qti-variable':
    case 'qti-correct':
      need(variable !== undefined, `nothing is declared as ${it.attributes['identifier']}`);
      return variable ?? single('float');
    case 'qti-map-response':
      need(variable !== undefined, `nothing is declared as ${it.attributes['identifier']}`);
      return single('float');
    case 'qti-base-value':
      return single(it.attributes['base-type'] ?? '');
    case 'qti-sum':
      need(of.length > 0 && of.every(isNumber), 'numbers are added');
      return single('float');
    case 'qti-equal':
    case 'qti-gte':
    case 'qti-lte':
      need(of.length === 2 && of.every(isNumber), 'two numbers are compared');
      return single('boolean');
    case 'qti-match':
      need(
        of.length === 2 && of[0]?.base === of[1]?.base && of[0]?.cardinality === of[1]?.cardinality,
        'two of one kind are compared',
      );
      return single('boolean');
    case 'qti-member':
      need(
        of.length === 2 &&
          of[0]?.cardinality === 'single' &&
          of[1]?.cardinality !== 'single' &&
          of[0]?.base === of[1]?.base,
        'one is looked for among several of its kind',
      );
      return single('boolean');
    default:
      need(of.length > 0 && of.every(({ base }) => base === 'boolean'), 'what is true or not is joined');
      return single('boolean');
  }
}

/** Whether a value is one of its base type, of what the item has. */
function isValue(value: string, base: string, ids: ReadonlySet<string>): boolean {
  switch (base) {
    case 'identifier':
      return ids.has(value);
    case 'directedPair':
    case 'pair':
      return value.split(' ').length === 2 && value.split(' ').every((id) => ids.has(id));
    case 'float':
      return value !== '' && Number.isFinite(Number(value));
    case 'integer':
      return /^-?\d+$/.test(value);
    case 'point':
      return /^-?\d+ -?\d+$/.test(value);
    default:
      return true;
  }
}

function itemFaults(item: XmlElement): string[] {
  const faults: string[] = [];
  const all = below(item);
  const named = (suffix: string) => all.filter(({ name }) => name.endsWith(suffix));
  const kindDeclared = ({ attributes }: XmlElement): Kind => ({
    cardinality: attributes['cardinality'] ?? '',
    base: attributes['base-type'] ?? '',
  });
  const variables = [...named('-response-declaration'), ...named('-outcome-declaration')];
  const declared = new Map(variables.map((one) => [one.attributes['identifier'] ?? '', kindDeclared(one)]));
  if (declared.size !== variables.length) faults.push('a variable is declared twice');
  const asked = named('-interaction');
  const responses = asked.map(({ attributes }) => attributes['response-identifier'] ?? '');
  if (new Set(responses).size !== responses.length) faults.push('two interactions have one response');
  for (const one of named('-response-declaration'))
    if (!responses.includes(one.attributes['identifier'] ?? ''))
      faults.push('a response is declared that nothing asks for');
  const ids = new Set(
    [...named('-simple-choice'), ...named('-associable-choice')].map(
      ({ attributes }) => attributes['identifier'] ?? '',
    ),
  );
  for (const it of asked) {
    const kind = declared.get(it.attributes['response-identifier'] ?? '');
    const rule = ANSWERED[it.name];
    if (!rule || !kind || !rule.by.includes(kind.base) || !rule.as(it).includes(kind.cardinality))
      faults.push(`${it.name} is not answered by ${kind?.cardinality} ${kind?.base}`);
    const own = below(it).flatMap(({ name, attributes }) =>
      name.endsWith('-choice') ? [attributes['identifier']] : [],
    );
    if (new Set(own).size !== own.length) faults.push(`${it.name} has two choices of one identifier`);
    const [most, least] = [Number(it.attributes['max-choices'] ?? 1), Number(it.attributes['min-choices'] ?? 0)];
    if (most > 0 && least > most) faults.push(`${it.name} asks for more than it takes`);
    if (
      it.name === 'qti-match-interaction' &&
      elementsIn(it).filter(({ name }) => name === 'qti-simple-match-set').length !== 2
    )
      faults.push('a match has two sets');
  }
  for (const one of variables) {
    const { cardinality, base } = kindDeclared(one);
    for (const right of elementsIn(one)) {
      const values = right.name.endsWith('-mapping')
        ? elementsIn(right).map((entry) => entry.attributes['map-key'] ?? '')
        : elementsIn(right).map(wordsIn);
      for (const value of values) if (!isValue(value, base, ids)) faults.push(`“${value}” is no ${base} of this item`);
      if (right.name === 'qti-correct-response' && cardinality === 'single' && values.length !== 1)
        faults.push('one answer has one right value');
      if (right.name === 'qti-mapping' && new Set(values).size !== values.length)
        faults.push('a value is mapped twice');
    }
  }
  for (const it of all) {
    if (it.name === 'qti-set-outcome-value') {
      const kind = declared.get(it.attributes['identifier'] ?? '');
      const [made, ...more] = elementsIn(it).map((one) => kindOf(one, declared, faults));
      if (!kind || !made || more.length > 0 || (isNumber(kind) ? !isNumber(made) : kind.base !== made.base))
        faults.push(`${it.attributes['identifier']} is set to what it is not`);
    }
    if (it.name === 'qti-response-if') {
      const [asks, ...then] = elementsIn(it);
      if (!asks || kindOf(asks, declared, faults).base !== 'boolean') faults.push('a condition asks what is true');
      if (then.some(({ name }) => EXPRESSION.split(' ').includes(name))) faults.push('a condition asks one thing');
    }
  }
  return faults;
}

/** What is wrong with a package, by file. @param files texts by their paths */
export function qtiFaults(files: Readonly<Record<string, string>>): string[] {
  return Object.entries(files).flatMap(([path, text]) => {
    const read = readXml(text, 60);
    if (!('roots' in read)) return [`${path}: it is no XML`];
    const [root, ...more] = read.roots.filter((one) => typeof one !== 'string');
    if (!root || more.length > 0) return [`${path}: it has not one root`];
    const all = below(root);
    const listed = (name: string, attribute: string) =>
      all.filter((one) => one.name === name).map(({ attributes }) => attributes[attribute] ?? '');
    const faults = all.flatMap(shapeFaults);
    if (root.name === 'qti-assessment-item') faults.push(...itemFaults(root));
    if (root.name === 'qti-assessment-test') {
      // A period parts an item from its variable.
      const refs = listed('qti-assessment-item-ref', 'identifier');
      faults.push(...refs.filter((id) => id.includes('.')).map((id) => `${id} has a period`));
      if (new Set(refs).size !== refs.length) faults.push('two items are referred to by one identifier');
      faults.push(
        ...listed('qti-assessment-item-ref', 'href')
          .filter((href) => !(href in files))
          .map((href) => `there is no ${href}`),
      );
    }
    if (root.name === 'manifest') {
      const ids = listed('resource', 'identifier');
      if (new Set(ids).size !== ids.length) faults.push('two resources have one identifier');
      faults.push(
        ...listed('dependency', 'identifierref')
          .filter((id) => !ids.includes(id))
          .map((id) => `there is no resource ${id}`),
      );
      const inside = listed('file', 'href');
      faults.push(
        ...Object.keys(files)
          .filter((file) => file !== path && !inside.includes(file))
          .map((file) => `${file} is in no resource`),
      );
      for (const one of all.filter(({ name }) => name === 'resource'))
        if (
          one.attributes['href'] &&
          !elementsIn(one).some(({ attributes }) => attributes['href'] === one.attributes['href'])
        )
          faults.push(`${one.attributes['href']} is no file of its resource`);
    }
    return faults.map((fault) => `${path}: ${fault}`);
  });
}
