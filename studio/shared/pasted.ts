import { hasStructure, textOfHtml } from '../../core/formats/html';

/** The lines of an HTML text. Nothing of it is run or loaded. */
export const linesOfHtml = (html: string): string =>
  textOfHtml(new DOMParser().parseFromString(html, 'text/html').body);

/** What was pasted, as lines: from its HTML where that has lists or tables, which its plain text loses. */
export function pastedText(data: DataTransfer): string {
  const html = data.getData('text/html');
  return (hasStructure(html) && linesOfHtml(html)) || data.getData('text/plain');
}
