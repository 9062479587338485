/** Questions as a page of text: a heading with a task list each, ticked where an answer is right. */
import type { Quiz } from '../schema/quiz';
import { fold } from '../text/fold';
import { quizFromList } from './from-list';
import { linesOf, withoutEnding } from './lines';
import { listFromQuiz } from './to-list';
import { type Listed, type ListedAnswer, listedFields, type Note, type Read } from '../questions/listed';

const item = /^\s*(?:[-*+]|(\d+)[.)])\s+(?:\[(.)\]\s+)?(.*)$/;
const field = /^\s*([A-Za-z][A-Za-z ]{0,20}?)\s*:\s*(.*)$/;
const own = new Set<string>([...listedFields, 'kind', 'page', 'right', 'answer', 'accept']);

/**
 * Reads a page. The first heading of level one is the title; every other heading is a question; list items below it are its answers, numbered
 * ones are to be put in order; lines like "Topic: Kit" are its settings; what else stands there belongs to the question before the answers.
 */
export function readMarkdown(text: string, id = 'quiz'): Read {
  const notes: Note[] = [];
  const questions: Listed[] = [];
  let title = '';
  const description: string[] = [];
  let here: Listed | null = null;
  let fence = false;
  linesOf(text, notes).forEach(({ number: line, text: raw }) => {
    if (/^\s*```/.test(raw)) fence = !fence;
    const heading = fence ? null : /^(#{1,6})\s(.*)$/.exec(raw);
    if (heading) {
      const [, level = '', rest = ''] = heading;
      const words = withoutEnding(rest, '#').trim();
      if (level === '#' && !title && questions.length === 0) title = words;
      else questions.push((here = { line, prompt: unescape(words), answers: [], fields: {} }));
      return;
    }
    if (!raw.trim()) return;
    if (!here) {
      description.push(raw.trim());
      return;
    }
    const listed = item.exec(raw);
    const named = field.exec(raw);
    const name = named ? fold(named[1] ?? '') : '';
    if (listed) here.answers.push(answerFrom(listed, here));
    else if (named && own.has(name)) setField(here, name, unescape(named[2] ?? ''));
    else if (here.answers.length === 0) here.prompt += ` ${unescape(raw.trim())}`;
    else
      notes.push({
        line,
        is: 'refused',
        message: `“${raw.trim().slice(0, 40)}” belongs to no answer and is left out.`,
      });
  });
  if (!title)
    notes.push({ line: 1, is: 'guessed', message: 'There is no title; a line that begins with # would be one.' });
  return quizFromList({ title: unescape(title), description: description.join(' '), questions }, id, notes);
}

const ticks: Record<string, number> = { x: 1, X: 1, '✓': 1, '●': 1, ' ': 0, '○': 0, '~': 0.5, '◐': 0.5, '½': 0.5 };

function answerFrom([, number, tick, rest = '']: RegExpExecArray, question: Listed): ListedAnswer {
  if (number !== undefined && tick === undefined && question.kind === undefined) question.kind = 'order';
  const [, words = rest, credit] =
    /^(.*?)\s*\((0?\.\d+)\)$/.exec(tick === undefined || ticks[tick] !== 0.5 ? '' : rest) ?? [];
  const [left = '', other] = words.split(/\s+=\s+|^=\s+/);
  return {
    text: unescape(left.trim()),
    credit: tick === undefined ? null : credit !== undefined ? Number(credit) : (ticks[tick] ?? 0),
    ...(other === undefined ? {} : { with: unescape(other.trim()) }),
  };
}

function setField(question: Listed, name: string, value: string): void {
  if (name === 'kind') question.kind = value;
  else if (name === 'page') question.page = value;
  else if (name === 'right' || name === 'answer' || name === 'accept')
    question.right = question.right === undefined ? value : `${question.right}\n${value}`;
  else {
    const field = listedFields.find((f) => f === name);
    if (field) question.fields[field] = value;
  }
}

const escape = (text: string): string =>
  text
    .replace(/\\/g, '\\\\')
    .replace(/\n/g, ' ')
    .replace(/^([#*+-]|\d+[.)])(?=\s)/, '\\$1')
    .replace(/ = /g, ' \\= ');
const unescape = (text: string): string => text.replace(/\\([\\#*+=.)\d-])/g, '$1');

/** Writes the questions of a quiz as a page. @returns the text, and in words what it could not hold */
export function writeMarkdown(quiz: Quiz): { text: string; lost: string[] } {
  const { list, lost } = listFromQuiz(quiz);
  const lines = [`# ${list.title}`, ''];
  if (list.description) lines.push(list.description, '');
  for (const q of list.questions) {
    lines.push(`## ${escape(q.prompt)}`, '');
    lines.push(...q.answers.map((a) => answerLine(a, q)));
    if (q.answers.length) lines.push('');
    // A list is a choice of one, unless several answers are right.
    if (q.kind && (q.kind !== 'one' || q.answers.filter((a) => a.credit === 1).length > 1))
      lines.push(`Kind: ${q.kind}`);
    if (q.page) lines.push(`Page: ${q.page}`);
    if (q.right !== undefined) lines.push(...q.right.split('\n').map((line) => `Right: ${line}`));
    for (const name of listedFields) {
      const value = q.fields[name];
      if (value) lines.push(`${name.charAt(0).toUpperCase()}${name.slice(1)}: ${value.replace(/\n/g, ' ')}`);
    }
    lines.push('');
  }
  return { text: `${lines.join('\n').trimEnd()}\n`, lost };
}

function answerLine(answer: ListedAnswer, { kind: listed, answers }: Listed): string {
  const words =
    answer.with === undefined ? escape(answer.text) : `${escape(answer.text)} = ${escape(answer.with)}`.trim();
  if (listed === 'order' || answer.with !== undefined || answer.credit === null)
    return listed === 'order' ? `${answers.indexOf(answer) + 1}. ${words}` : `- ${words}`;
  if (answer.credit === 1) return `- [x] ${words}`;
  return answer.credit === 0 ? `- [ ] ${words}` : `- [~] ${words} (${answer.credit})`;
}
