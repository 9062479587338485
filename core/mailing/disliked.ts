/** What filters against unwanted mail dislike in a letter, said plainly. Rules of thumb; no filter tells its own. */
import type { Composed } from '../flow/letter';
import type { Inline, RichDoc } from '../schema/quiz';
import { plainText } from '../text/rich';

/** Characters of a subject that a phone shows. */
const SHOWN_SUBJECT = 60;
/** Some mail programs cut off what is longer. Bytes. */
const LARGEST = 100_000;
const FEW_WORDS = 15;
const FEW_LETTERS = 8;

/** @param bytes of the HTML part */
export function dislikedIn({ subject, sheet }: Composed, bytes: number): string[] {
  const texts = sheet.blocks.flatMap((block) => (block.kind === 'words' ? [block.text] : []));
  const words = texts.map((text) => plainText(text)).join(' ');
  const count = words.split(/\s+/).filter(Boolean).length;
  const pictures = sheet.blocks.filter((block) => block.kind === 'picture').length;
  const letters = subject.replace(/[^\p{L}]/gu, '');
  const isLoud =
    letters.length >= FEW_LETTERS && letters === letters.toUpperCase() && letters !== letters.toLowerCase();
  return [
    ...(isLoud ? ['The subject is in capitals alone.'] : []),
    ...(/[!?]{2,}|!.*!/.test(subject) ? ['The subject shouts: one “!” is enough.'] : []),
    ...(subject.length > SHOWN_SUBJECT
      ? [`Phones show some ${SHOWN_SUBJECT} characters of the subject; it has ${subject.length}.`]
      : []),
    ...(pictures > 0 && count < FEW_WORDS ? ['It is pictures with hardly a word.'] : []),
    ...(texts.some((text) => text.content.some(hasMisleadingLink))
      ? ['A link reads as one address and leads to another.']
      : []),
    ...(bytes > LARGEST ? [`It weighs ${Math.round(bytes / 1000)} kB; what is over 100 is cut off.`] : []),
  ];
}

type Part = RichDoc['content'][number];

const inlinesIn = (part: Part): Inline[] =>
  part.type === 'paragraph'
    ? (part.content ?? [])
    : part.content.flatMap((item) => item.content.flatMap((p) => p.content ?? []));

const hostIn = (address: string): string =>
  address
    .toLowerCase()
    .replace(/^https?:\/\//, '')
    .replace(/^www\./, '');

const hasMisleadingLink = (part: Part): boolean =>
  inlinesIn(part).some((node) => {
    if (node.type !== 'text') return false;
    const link = node.marks?.find((mark) => mark.type === 'link');
    const shown = /^(?:https?:\/\/)?([\w-]+(?:\.[\w-]+)+)(?:[/?#]|$)/i.exec(node.text.trim())?.[1];
    if (!link || !('attrs' in link) || shown === undefined) return false;
    return !hostIn(link.attrs.href).startsWith(hostIn(shown));
  });
