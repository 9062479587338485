/** A letter as mail programs show it: tables and styles within it for HTML, and the same words as plain text. Every text is escaped by React. */
import { Body } from '@react-email/body';
import { Button } from '@react-email/button';
import { Container } from '@react-email/container';
import { Head } from '@react-email/head';
import { Hr } from '@react-email/hr';
import { Html } from '@react-email/html';
import { Img } from '@react-email/img';
import { Link } from '@react-email/link';
import { Preview } from '@react-email/preview';
import { Section } from '@react-email/section';
import { Text } from '@react-email/text';
import { Fragment, type ReactNode } from 'react';
import type { LetterBlock, LetterDress, Sheet } from '../../core/flow/letter';
import type { Inline, RichDoc } from '../../core/schema/quiz';
import { plainText } from '../../core/text/rich';
import { addressInLetter } from './pictures';

/** @property foot below the letter: why it came, and how to get no more */
export type Drawn = {
  subject: string;
  language: string;
  sheet: Sheet;
  foot?: { because: string; stop: string; url: string };
};

const FAMILIES: Record<LetterDress['family'], string> = {
  serif: "Georgia, 'Times New Roman', serif",
  'sans-serif': "'Helvetica Neue', Helvetica, Arial, sans-serif",
  monospace: "'Courier New', Courier, monospace",
};
/** px: the width that mail programs show whole on a desk, and make narrower on a phone. */
const WIDTH = 560;
const isRightToLeft = (language: string): boolean => /^(ar|fa|he|ur)\b/i.test(language);

/** Mail programs know no address of a page that an address could be read from. */

function InlineOf({ node, colour }: { node: Inline; colour: string }): ReactNode {
  if (node.type === 'hardBreak') return <br />;
  if (node.type === 'gap') return '___';
  if (node.type === 'insert') return node.attrs.fallback;
  return (node.marks ?? []).reduce<ReactNode>((inside, mark) => {
    if (mark.type === 'link')
      return (
        <Link className="link" href={mark.attrs.href} style={{ color: colour, textDecoration: 'underline' }}>
          {inside}
        </Link>
      );
    return mark.type === 'bold' ? <strong>{inside}</strong> : <em>{inside}</em>;
  }, node.text);
}

const Line = ({ nodes = [], colour }: { nodes?: Inline[] | undefined; colour: string }): ReactNode =>
  nodes.length === 0 ? '\u00a0' : nodes.map((node, i) => <InlineOf key={i} node={node} colour={colour} />);

type RichProps = { text: RichDoc; dress: LetterDress; kind?: 'ink' | 'quiet'; size?: number };

function RichOf({ text, dress, kind = 'ink', size = 16 }: RichProps): ReactNode {
  const colour = dress[kind];
  const style = { margin: '0 0 16px', fontSize: size, lineHeight: '1.5', color: colour };
  return text.content.map((block, i) => {
    if (block.type === 'paragraph')
      return (
        <Text key={i} className={kind} style={style}>
          <Line nodes={block.content} colour={colour} />
        </Text>
      );
    const List = block.type === 'bulletList' ? 'ul' : 'ol';
    return (
      <List key={i} className={kind} style={{ ...style, padding: '0 0 0 24px' }}>
        {block.content.map((item, k) => (
          <li key={k} style={{ margin: '0 0 6px' }}>
            {item.content.map((p, n) => (
              <Fragment key={n}>
                {n > 0 && <br />}
                <Line nodes={p.content} colour={colour} />
              </Fragment>
            ))}
          </li>
        ))}
      </List>
    );
  });
}

function BlockOf({ block, dress }: { block: LetterBlock; dress: LetterDress }): ReactNode {
  if (block.kind === 'words') return <RichOf text={block.text} dress={dress} />;
  if (block.kind === 'picture')
    return (
      <Img
        src={addressInLetter(block.picture.src)}
        alt={block.picture.text}
        width={WIDTH - 64}
        style={{ width: '100%', maxWidth: WIDTH - 64, height: 'auto', margin: '0 0 16px' }}
      />
    );
  return (
    <Section style={{ margin: '8px 0 24px' }}>
      <Button
        href={block.url}
        style={{
          backgroundColor: dress.button,
          color: dress.onButton,
          padding: '13px 24px',
          fontSize: 16,
          fontWeight: 700,
          textDecoration: 'none',
          borderRadius: dress.corner,
        }}
        className="button"
      >
        {block.text}
      </Button>
    </Section>
  );
}

/** For mail programs that are dark and ask for it; the others turn colours round by themselves. */
const darkStyle = ({ ground, onGround, paper, ink, quiet, button, onButton }: LetterDress['dark']): string =>
  `@media (prefers-color-scheme: dark) {
    .ground { background-color: ${ground} !important }
    .paper { background-color: ${paper} !important }
    .ink, .link { color: ${ink} !important }
    .quiet { color: ${quiet} !important }
    .foot { color: ${onGround} !important }
    .button { background-color: ${button} !important; color: ${onButton} !important }
  }`;

function LetterOf({ subject, language, sheet, foot }: Drawn) {
  const { dress, blocks, signature, preview } = sheet;
  return (
    <Html lang={language} dir={isRightToLeft(language) ? 'rtl' : 'ltr'}>
      <Head>
        <title>{subject || 'Letter'}</title>
        <meta name="color-scheme" content="light dark" />
        <meta name="supported-color-schemes" content="light dark" />
        <style>{darkStyle(dress.dark)}</style>
      </Head>
      <Body className="ground" style={{ margin: 0, backgroundColor: dress.ground, fontFamily: FAMILIES[dress.family] }}>
        {preview === undefined ? null : <Preview>{preview}</Preview>}
        <Container style={{ maxWidth: WIDTH, padding: '24px 12px' }}>
          <Section className="paper" style={{ backgroundColor: dress.paper, padding: '32px 32px 16px' }}>
            {blocks.map((block, i) => (
              <BlockOf key={i} block={block} dress={dress} />
            ))}
            {signature && (
              <>
                <Hr style={{ borderColor: dress.quiet, opacity: 0.4, margin: '8px 0 16px' }} />
                <RichOf text={signature} dress={dress} kind="quiet" size={14} />
              </>
            )}
          </Section>
          {foot && (
            <Text
              className="foot"
              style={{ fontSize: 13, lineHeight: '1.5', color: dress.onGround, padding: '0 32px' }}
            >
              {foot.because}{' '}
              <Link className="foot" href={foot.url} style={{ color: dress.onGround, textDecoration: 'underline' }}>
                {foot.stop}
              </Link>
            </Text>
          )}
        </Container>
      </Body>
    </Html>
  );
}

export async function letterHtml(letter: Drawn): Promise<string> {
  // Fetched here, since Next lets no page import it.
  const { renderToStaticMarkup } = await import('react-dom/server');
  return `<!DOCTYPE html>${renderToStaticMarkup(<LetterOf {...letter} />)}`;
}

/** The text part: the same words, and behind the words of a link or button the address that it leads to. */
export function letterText({ sheet: { blocks, signature }, foot }: Drawn): string {
  const rich = (text: RichDoc) =>
    text.content.map((block) => plainText({ type: 'doc', content: [withAddresses(block)] })).join('\n\n');
  const parts = blocks.map((block) => {
    if (block.kind === 'words') return rich(block.text);
    return block.kind === 'picture' ? block.picture.text && `[${block.picture.text}]` : `${block.text}: ${block.url}`;
  });
  return [
    ...parts,
    ...(signature ? [`-- \n${rich(signature)}`] : []),
    ...(foot ? [`${foot.because}\n${foot.stop}: ${foot.url}`] : []),
  ]
    .filter(Boolean)
    .join('\n\n');
}

type Part = RichDoc['content'][number];

function withAddresses(block: Part): Part {
  const inline = (nodes: Inline[] | undefined): Inline[] =>
    (nodes ?? []).flatMap((node): Inline[] => {
      const link = node.type === 'text' ? node.marks?.find((mark) => mark.type === 'link') : undefined;
      const href = link && 'attrs' in link ? link.attrs.href : '';
      if (node.type !== 'text' || !href || node.text.includes(href)) return [node];
      return [node, { type: 'text', text: ` (${href.replace(/^mailto:/, '')})` }];
    });
  if (block.type === 'paragraph') return { ...block, content: inline(block.content) };
  const content = block.content.map((item) => ({
    ...item,
    content: item.content.map((p) => ({ ...p, content: inline(p.content) })),
  }));
  return { ...block, content };
}
