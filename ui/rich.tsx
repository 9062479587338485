import { Fragment, type ReactNode } from 'react';
import type { Inline, Insert, RichText } from '../core/schema/quiz';

type Parts = {
  /** what stands in a gap */ gap?: (id: string) => ReactNode;
  /** what stands for a value, where it is not its fallback */ insert?: (attrs: Insert['attrs']) => ReactNode;
};

/** Renders rich text from its structure; links open outside the frame the quiz may stand in. */
export function Rich({
  text,
  ...parts
}: {
  text: RichText | undefined;
} & Parts): ReactNode {
  if (text === undefined || text === '') return null;
  if (typeof text === 'string') {
    return text.split(/\n{2,}/).map((paragraph, i) => <p key={i}>{lines(paragraph)}</p>);
  }
  return text.content.map((block, i) => {
    if (block.type === 'paragraph') return <p key={i}>{inlines(block.content, parts)}</p>;
    const items = block.content.map((item, k) => (
      <li key={k}>
        {item.content.map((p, n) => (
          <Fragment key={n}>
            {n > 0 && <br />}
            {inlines(p.content, parts)}
          </Fragment>
        ))}
      </li>
    ));
    return block.type === 'bulletList' ? <ul key={i}>{items}</ul> : <ol key={i}>{items}</ol>;
  });
}

/** The same in one line, as headings take it: no paragraphs of its own. */
export function RichLine({ text }: { text: RichText }): ReactNode {
  if (typeof text === 'string') return lines(text);
  return text.content.map((block, i) => (
    <Fragment key={i}>
      {i > 0 && <br />}
      {block.type === 'paragraph'
        ? inlines(block.content)
        : block.content.map((item, k) => (
            <Fragment key={k}>
              {k > 0 && <br />}
              {block.type === 'bulletList' ? '– ' : `${k + 1}. `}
              {item.content.map((p, n) => (
                <Fragment key={n}>
                  {n > 0 && <br />}
                  {inlines(p.content)}
                </Fragment>
              ))}
            </Fragment>
          ))}
    </Fragment>
  ));
}

const lines = (text: string): ReactNode =>
  text.split('\n').map((line, i) => (
    <Fragment key={i}>
      {i > 0 && <br />}
      {line}
    </Fragment>
  ));

const inlines = (nodes: Inline[] | undefined, { gap, insert }: Parts = {}): ReactNode =>
  (nodes ?? []).map((node, i) => {
    if (node.type === 'hardBreak') return <br key={i} />;
    if (node.type === 'gap') return <Fragment key={i}>{gap?.(node.attrs.gap) ?? '___'}</Fragment>;
    if (node.type === 'insert') return <Fragment key={i}>{insert?.(node.attrs) ?? node.attrs.fallback}</Fragment>;
    return (
      <Fragment key={i}>
        {(node.marks ?? []).reduce<ReactNode>((inner, mark) => {
          if (mark.type === 'bold') return <strong>{inner}</strong>;
          if (mark.type === 'italic') return <em>{inner}</em>;
          return (
            <a href={mark.attrs.href} target="_blank" rel="noopener noreferrer">
              {inner}
            </a>
          );
        }, node.text)}
      </Fragment>
    );
  });
