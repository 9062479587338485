/** A page of a few words that needs no script: what letters and certificates lead to. */
const escape = (text: string): string =>
  text.replace(/[&<>"']/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' })[c] ?? c);

const STYLE = `
:root { color-scheme: light dark }
body { margin: 0; background: #f5f6f1; color: #1d2430; font: 18px/1.5 Georgia, serif }
main { max-width: 34rem; margin: 0 auto; padding: 12vh 24px 48px }
h1 { font-size: 28px; line-height: 1.25; margin: 0 0 20px }
p { margin: 0 0 16px; white-space: pre-line; overflow-wrap: anywhere }
small { font-size: 15px }
button { font: inherit; font-weight: 700; padding: 12px 22px; border: 2px solid #12695a; border-radius: 4px; background: #12695a; color: #fff; cursor: pointer }
button:focus-visible { outline: 3px solid #1d2430; outline-offset: 3px }
@media (prefers-color-scheme: dark) {
  body { background: #14181e; color: #e8eae4 }
  button { background: #7cc4b3; border-color: #7cc4b3; color: #14181e }
  button:focus-visible { outline-color: #e8eae4 }
}`;

export type PlainPage = {
  language: string;
  heading: string;
  /** Paragraphs; the last ones may be small. */
  words?: string[];
  small?: string[];
  /** A form that is sent to the page itself. */
  form?: { does: string; button: string };
};

export function plainPage({ language, heading, words = [], small = [], form }: PlainPage, status = 200): Response {
  const direction = /^(ar|fa|he|ur)\b/i.test(language) ? 'rtl' : 'ltr';
  const html = [
    `<!DOCTYPE html><html lang="${escape(language)}" dir="${direction}"><head><meta charset="utf-8">`,
    `<meta name="viewport" content="width=device-width, initial-scale=1"><meta name="robots" content="noindex">`,
    `<title>${escape(heading)}</title><style>${STYLE}</style></head><body><main><h1>${escape(heading)}</h1>`,
    ...words.map((one) => `<p>${escape(one)}</p>`),
    ...small.map((one) => `<p><small>${escape(one)}</small></p>`),
    ...(form
      ? [
          `<form method="post"><input type="hidden" name="do" value="${escape(form.does)}">`,
          `<button type="submit">${escape(form.button)}</button></form>`,
        ]
      : []),
    '</main></body></html>',
  ].join('');
  return new Response(html, {
    status,
    headers: {
      'Content-Type': 'text/html; charset=utf-8',
      'Cache-Control': 'no-store',
      'Referrer-Policy': 'no-referrer',
      'Content-Security-Policy':
        "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'",
    },
  });
}
