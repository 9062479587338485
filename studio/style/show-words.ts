/** Shows where words stand in a view, by the browser's own highlights; where it has none, the view alone tells. */

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** Whatever a wording can become: what is put into it is anything. */
const pattern = (words: string): RegExp =>
  new RegExp(
    words
      .split(/\{\w+\}/)
      .map(escaped)
      .join('.{1,40}?'),
    'i',
  );

/** @param words of a phrase, with `{name}` where something is put in */
export function showWords(view: HTMLElement | null, words: string): void {
  if (!view || !('highlights' in CSS)) return;
  CSS.highlights.delete('worded');
  if (words.replace(/\{\w+\}/g, '').trim() === '') return;
  const looked = pattern(words);
  const walker = document.createTreeWalker(view, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const found = looked.exec(node.textContent ?? '');
    if (!found) continue;
    const range = new Range();
    range.setStart(node, found.index);
    range.setEnd(node, found.index + found[0].length);
    CSS.highlights.set('worded', new Highlight(range));
    node.parentElement?.scrollIntoView({ block: 'nearest' });
    return;
  }
}
