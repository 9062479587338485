import nodemailer, { type Transporter } from 'nodemailer';
import type { Inline, RichDoc } from '../../core/schema/quiz';
import { plainText } from '../../core/text/rich';
import { readConfig } from './config';

let transport: Transporter | undefined;
const transporter = () =>
  (transport ??= nodemailer.createTransport({
    url: readConfig().smtpUrl,
    connectionTimeout: 8_000,
    greetingTimeout: 8_000,
    socketTimeout: 20_000,
  }));

/** Hands a letter to the post office. @throws what the post office or the network said */
export async function sendMail(letter: {
  to: string;
  subject: string;
  text: string;
  html?: string;
  messageId?: string;
}): Promise<void> {
  await transporter().sendMail({ from: readConfig().mailFrom, ...letter });
}

const escape = (text: string): string =>
  text.replace(/[&<>"']/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' })[c] ?? c);

function inlineHtml(node: Inline): string {
  if (node.type === 'hardBreak') return '<br>';
  if (node.type === 'gap') return '___';
  if (node.type === 'insert') return escape(node.attrs.fallback);
  return (node.marks ?? []).reduce((html, mark) => {
    if (mark.type === 'link') return `<a href="${escape(mark.attrs.href)}" style="color:#12695A">${html}</a>`;
    return mark.type === 'bold' ? `<strong>${html}</strong>` : `<em>${html}</em>`;
  }, escape(node.text));
}

/**
 * A letter's HTML part, made from its structure: every text in it is escaped.
 * @param about what it is called, and the language it is in
 */
export function letterHtml(body: RichDoc, { subject, language }: { subject: string; language: string }): string {
  const paragraph = (p: { content?: Inline[] }, style: string) =>
    `<p style="margin:${style}">${(p.content ?? []).map(inlineHtml).join('') || '&nbsp;'}</p>`;
  const blocks = body.content.map((block) => {
    if (block.type === 'paragraph') return paragraph(block, '0 0 16px');
    const tag = block.type === 'bulletList' ? 'ul' : 'ol';
    return `<${tag} style="margin:0 0 16px;padding-left:24px">${block.content.map((item) => `<li>${item.content.map((p) => paragraph(p, '0 0 6px')).join('')}</li>`).join('')}</${tag}>`;
  });
  const direction = /^(ar|fa|he|ur)\b/.test(language) ? ' dir="rtl"' : '';
  return [
    `<!DOCTYPE html><html lang="${escape(language)}"${direction}><head><meta charset="utf-8">`,
    `<meta name="viewport" content="width=device-width"><title>${escape(subject) || 'Letter'}</title></head>`,
    '<body style="margin:0;background:#F5F6F1"><div style="max-width:560px;margin:0 auto;padding:32px 24px;background:#fff;color:#1D2430;font:16px/1.5 Georgia,serif">',
    ...blocks,
    '</div></body></html>',
  ].join('');
}

/** The text part: the same words, and behind the words of a link the address that it leads to. */
export const letterText = (body: RichDoc): string =>
  body.content.map((block) => plainText({ type: 'doc', content: [withAddresses(block)] })).join('\n\n');

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
