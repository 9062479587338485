/** Reading whatever somebody pastes or opens: which format it is is found from the text itself. */
import type { Quiz } from '../schema/quiz';
import { readCsv } from './csv';
import { readJson } from './json';
import { LONGEST_TEXT, MOST_NOTES } from './lines';
import type { Note } from '../questions/listed';
import { readMarkdown } from './markdown';
import { readPlain } from './plain';

export type Format = 'json' | 'table' | 'markdown' | 'plain';

/** The format a text looks like; the ending of a file's name decides where there is one. */
export function formatOf(text: string, fileName = ''): Format {
  const ending = /\.(\w+)$/.exec(fileName)?.[1]?.toLowerCase();
  if (ending === 'json') return 'json';
  if (ending === 'csv' || ending === 'tsv') return 'table';
  if (ending === 'md' || ending === 'markdown') return 'markdown';
  const lines = text.split(/\r?\n/).filter((line) => line.trim());
  if (/^\s*\{/.test(text) && /\}\s*$/.test(text)) return 'json';
  if (lines.length > 0 && lines.filter((line) => line.includes('\t')).length >= lines.length * 0.8) return 'table';
  const [first = ''] = lines;
  const heads = first.toLowerCase().split(/[,;|]/);
  if (heads.length > 1 && heads.some((head) => /^"?\s*(question|prompt|text)\s*"?$/.test(head))) return 'table';
  return lines.some((line) => /^#{1,6}\s/.test(line)) ? 'markdown' : 'plain';
}

/**
 * Reads questions out of a text.
 * @returns the quiz with notes by line of what was guessed and refused, or why the text is none at all
 */
export function readQuestions(
  text: string,
  { fileName = '', id = 'quiz' }: { fileName?: string; id?: string } = {},
): { format: Format; quiz: Quiz; notes: Note[] } | { format: Format; trouble: string } {
  if (text.length > LONGEST_TEXT)
    return {
      format: 'plain',
      trouble: `This is too long to be read at once: ${LONGEST_TEXT / 1_000_000} million characters at most.`,
    };
  const format = formatOf(text, fileName);
  if (format === 'json') {
    const read = readJson(text);
    if ('quiz' in read) return { format, quiz: { ...read.quiz, id }, notes: [] };
    const [fault] = read.faults;
    return {
      format,
      trouble: `This is no quiz that can be read: ${fault?.place || 'the file'}: ${fault?.reason ?? ''}.`,
    };
  }
  const read =
    format === 'table' ? readCsv(text, id) : format === 'markdown' ? readMarkdown(text, id) : readPlain(text, id);
  return { format, quiz: read.quiz, notes: read.notes.slice(0, MOST_NOTES) };
}
