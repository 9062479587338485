/** A language of a quiz for translators: XLIFF 2.0 (OASIS, 2014), a unit for each text. */
import { linesIn, type TranslatedLine } from '../languages/translate';
import { whereIs } from '../languages/texts';
import type { Quiz } from '../schema/quiz';
import { type Code, codesIn, NAMESPACE, type Part, partsOf } from './xliff-parts';

const SPECIAL: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', '\r': '&#13;' };
const escaped = (text: string): string => text.replace(/[&<>"\r]/g, (one) => SPECIAL[one] ?? one);
/** In an attribute line ends and tabs would become blanks. */
const attribute = (text: string): string =>
  escaped(text).replace(/[\n\t]/g, (one) => (one === '\n' ? '&#10;' : '&#9;'));

/** Characters that XML cannot hold stand as code points (XLIFF 2.0, 4.2.3.1). */
const words = (text: string): string =>
  escaped(text).replace(
    /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g,
    (one) => `<cp hex="${one.charCodeAt(0).toString(16).toUpperCase().padStart(4, '0')}"/>`,
  );

const keyOf = ({ of, data }: Code): string => `${of} ${data}`;

/** Gives each code its number: that of the same code in the source, where there is one. */
function numbering(source: Part[]): (target: Part[]) => Map<Code, number> {
  const own = codesIn(source);
  return (target) => {
    const left = own.map((code, i) => ({ key: keyOf(code), number: i + 1 }));
    let next = own.length;
    return new Map(
      codesIn(target).map((code) => {
        const at = left.findIndex(({ key }) => key === keyOf(code));
        return [code, at < 0 ? (next += 1) : (left.splice(at, 1)[0]?.number ?? 0)];
      }),
    );
  };
}

function written(parts: Part[], numbers: Map<Code, number>, dataOf: (data: string) => string): string {
  return parts
    .map((part): string => {
      if (typeof part === 'string') return words(part);
      const { of, data } = part.code;
      const id = `id="${numbers.get(part.code) ?? 0}"`;
      const kind = `type="${of.startsWith('xlf:') ? 'fmt' : 'other'}" subType="${of}"`;
      const said = data === '' ? '' : ` data${part.inside ? 'RefStart' : 'Ref'}="${dataOf(data)}"`;
      if (!part.inside) return `<ph ${id} ${kind}${said}/>`;
      return `<pc ${id} ${kind}${said}>${written(part.inside, numbers, dataOf)}</pc>`;
    })
    .join('');
}

function unit(line: TranslatedLine, i: number): string {
  const source = partsOf(line.text);
  const target = line.to === undefined ? null : partsOf(line.to);
  const datas = [...new Set([...codesIn(source), ...codesIn(target ?? [])].map(({ data }) => data).filter(Boolean))];
  const dataOf = (data: string) => `d${datas.indexOf(data) + 1}`;
  const numbers = numbering(source);
  // What was made from another wording is not done: whoever translates looks at it again.
  const state = line.state === 'done' ? 'translated' : 'initial';
  return [
    `    <unit id="u${i + 1}" name="${attribute(line.place)}" xml:space="preserve">`,
    '      <notes>',
    `        <note category="place">${words(whereIs(line))}</note>`,
    ...(line.isKey ? ['        <note category="how">Spellings that are accepted, with ; between them.</note>'] : []),
    ...(line.was === undefined
      ? []
      : ['        <note category="how">The wording has changed since this was translated.</note>']),
    '      </notes>',
    ...(datas.length
      ? [
          '      <originalData>',
          ...datas.map((data, n) => `        <data id="d${n + 1}">${words(data)}</data>`),
          '      </originalData>',
        ]
      : []),
    `      <segment state="${state}">`,
    `        <source>${written(source, numbers(source), dataOf)}</source>`,
    ...(target ? [`        <target>${written(target, numbers(target), dataOf)}</target>`] : []),
    '      </segment>',
    '    </unit>',
  ].join('\n');
}

/** @returns an XLIFF document with every text of the quiz, and what it is in the language so far */
export function xliffOf(quiz: Quiz, language: string): string {
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<xliff xmlns="${NAMESPACE}" version="2.0" srcLang="${attribute(quiz.language)}" trgLang="${attribute(language)}">`,
    `  <file id="quiz" original="${attribute(quiz.id)}">`,
    ...linesIn(quiz, language).map(unit),
    '  </file>',
    '</xliff>',
    '',
  ].join('\n');
}
