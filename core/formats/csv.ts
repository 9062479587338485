/** Questions as a table: a row each. Read generously, written so that a spreadsheet opens it. */
import Papa from 'papaparse';
import type { Quiz } from '../schema/quiz';
import { fold } from '../text/fold';
import { quizFromList } from './from-list';
import { MOST_QUESTIONS, singleSpaced } from './lines';
import { MOST_ANSWERS } from '../questions/listed';
import { listFromQuiz } from './to-list';
import {
  type Listed,
  type ListedAnswer,
  type ListedField,
  listedFields,
  type Note,
  type Read,
} from '../questions/listed';

const names: Record<string, string[]> = {
  question: [
    'question',
    'text',
    'prompt',
    'wording',
    'question text',
    'frage',
    'fragetext',
    'pregunta',
    'domanda',
    'vraag',
    'enonce',
  ],
  kind: ['kind', 'type', 'question type', 'art', 'fragetyp', 'typ', 'genre', 'tipo', 'soort'],
  page: ['page', 'section', 'seite', 'abschnitt', 'pagina', 'rubrique'],
  right: [
    'right',
    'correct',
    'key',
    'correct answer',
    'right answer',
    'answer key',
    'solution',
    'richtig',
    'losung',
    'richtige antwort',
    'bonne reponse',
    'reponse correcte',
    'correcta',
    'respuesta correcta',
    'corretta',
    'risposta corretta',
    'juist',
    'juiste antwoord',
  ],
  id: ['id'],
  label: ['label', 'name', 'title', 'bezeichnung', 'nom', 'titre', 'nombre', 'nome', 'naam'],
  topic: ['topic', 'category', 'subject', 'tag', 'thema', 'theme', 'tema', 'argomento', 'onderwerp', 'sujet'],
  marks: ['marks', 'points', 'score', 'worth', 'punkte', 'bareme', 'puntos', 'punti', 'punten', 'note'],
  penalty: ['penalty', 'minus', 'marks off', 'abzug', 'malus', 'penalizacion', 'penalita', 'aftrek'],
  credit: ['credit'],
  required: ['required', 'mandatory', 'pflicht', 'obligatoire', 'obligatorio', 'obbligatorio', 'verplicht'],
  shuffle: ['shuffle', 'random order', 'mischen', 'melanger', 'mezclar', 'mescola', 'husselen'],
  seconds: [
    'seconds',
    'time',
    'time limit',
    'limit',
    'sekunden',
    'zeit',
    'secondes',
    'temps',
    'segundos',
    'tiempo',
    'secondi',
    'tempo',
    'seconden',
    'tijd',
  ],
  hint: ['hint', 'help', 'hinweis', 'indice', 'pista', 'suggerimento', 'aide'],
  explain: ['explain', 'explanation', 'feedback', 'erklarung', 'explication', 'explicacion', 'spiegazione', 'uitleg'],
  'explain right': ['explain right', 'feedback right', 'explanation right'],
  'explain wrong': ['explain wrong', 'feedback wrong', 'explanation wrong'],
  picture: ['picture', 'image', 'bild', 'foto', 'imagen', 'immagine', 'afbeelding'],
  least: ['least', 'min', 'minimum'],
  most: ['most', 'max', 'maximum'],
  step: ['step'],
};
/** "answer", "answer 3", "option b", "b"; in German, French, Spanish, Italian and Dutch as well */
const isAnswerColumn = (head: string): boolean =>
  /^(answer|option|choice|item|antwort|reponse|respuesta|opcion|risposta|opzione|antwoord)(s|en)?\s*([a-z]|\d{1,2})?$/.test(
    head,
  ) || /^[a-h]$/.test(head);
/** Without accents: a heading is often written without them. */
const foldedHead = (head: string): string => fold(head).normalize('NFKD').replace(/\p{M}/gu, '').replace(/[_-]+/g, ' ');
/** What a column is, by its heading; '' where that says nothing. */
export const columnNamed = (head: string): string => {
  const folded = foldedHead(head);
  return Object.keys(names).find((name) => names[name]?.includes(folded)) ?? (isAnswerColumn(folded) ? 'answer' : '');
};

const endsAsking = (cell: string | undefined): boolean => /[?？]\s*(\(.*\)\s*)?$/.test(cell ?? '');
/** Headings that say more than that an answer follows, which a single letter does as well. */
const isHeading = (cell: string): boolean => !['', 'answer'].includes(columnNamed(cell));
/**
 * The column that asks, where headings name others and not it: the one of whose cells the most, and at least half, end with a question mark.
 * Where the first row has no heading that is known, it may be a question itself, and is never taken for headings.
 * @returns its place; -1 where there is none
 */
export function askingColumn([heads = [], ...rows]: readonly string[][]): number {
  if (!heads.some(isHeading)) return -1;
  const share = heads.map((head, i) => {
    const filled = rows.filter((row) => row[i]?.trim());
    return head.trim() && !endsAsking(head) && filled.length > 1
      ? filled.filter((row) => endsAsking(row[i])).length / filled.length
      : 0;
  });
  const most = Math.max(0, ...share);
  return most >= 0.5 ? share.indexOf(most) : -1;
}

/**
 * Reads a table. The first row names the columns; where it names none that asks, it is the one that is full of questions; where there is none
 * either, the question comes first and answers follow.
 */
export function readCsv(text: string, id = 'quiz'): Read {
  const notes: Note[] = [];
  const clean = text.replace(/^\ufeff/, '');
  const { data, errors } = Papa.parse<string[]>(clean, {
    // Read one row more than the limit (and the head), to notice that there are more.
    preview: MOST_QUESTIONS + 2,
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t', '|'],
  });
  for (const e of errors) {
    if (e.type !== 'Delimiter')
      notes.push({
        line: (e.row ?? 0) + 1,
        is: 'guessed',
        message: `The quotes of this row do not close as they should: ${e.message}.`,
      });
  }
  const [first = [], ...rest] = data;
  const known = first.map(columnNamed);
  const asking = known.includes('question') ? -1 : askingColumn(data);
  if (asking >= 0) {
    known[asking] = 'question';
    notes.push({
      line: 1,
      is: 'guessed',
      message: `No column is named “question”: “${first[asking]?.trim()}” is taken for it, since it is full of questions.`,
    });
  }
  const named = known.includes('question');
  if (!named)
    notes.push({
      line: 1,
      is: 'guessed',
      message: 'No column is named “question”: the first is taken for it, and those behind it for answers.',
    });
  else
    first.forEach(
      (head, i) =>
        foldedHead(head) &&
        !known[i] &&
        notes.push({
          line: 1,
          is: 'refused',
          message: `The column “${head.trim()}” means nothing here and is left out.`,
        }),
    );
  // A table may have headings for its pages and pictures alone.
  const isHeaded = named || (known.some(Boolean) && first.every((head, i) => known[i] || !head.trim()));
  const rows = isHeaded ? rest : data;
  const bare = (isHeaded ? known : first.map(() => '')).flatMap((name, i) => (name === '' ? [i] : []));
  const columns = named
    ? known
    : first.map((_, i) => (i === bare[0] ? 'question' : bare.includes(i) ? 'answer' : (known[i] ?? '')));
  const lines = lineNumbers(clean, data);
  const questions = rows.map((row, i) => listedFrom(row, columns, lines[isHeaded ? i + 1 : i] ?? 0, notes));
  return quizFromList({ title: '', description: '', questions }, id, notes);
}

/** The line of the file on which each row begins: cells may hold line breaks. */
function lineNumbers(text: string, rows: string[][]): number[] {
  let line = 1;
  const all = text.split(/\r?\n/);
  return rows.map((row) => {
    while (line <= all.length && (all[line - 1] ?? '').replace(/[\s,;|]/g, '') === '') line += 1;
    const own = line;
    line += 1 + row.reduce((breaks, cell) => breaks + cell.split(/\r?\n/).length - 1, 0);
    return own;
  });
}

function listedFrom(row: string[], columns: string[], line: number, notes: Note[]): Listed {
  const clean = (text: string | undefined) => singleSpaced(text ?? '').trim();
  const cell = (name: string) => clean(row[columns.indexOf(name)]);
  const given = columns.flatMap((name, i) => (name === 'answer' ? [clean(row[i])] : []));
  // Empty cells behind the last answer are no answers; those before it count, so that "3" means the third column.
  const cells = given.slice(0, given.findLastIndex(Boolean) + 1);
  const several = cells.length === 1 ? (cells[0] ?? '').split(/[\n|]/).map((one) => one.trim()) : cells;
  const right = cell('right');
  const fields: Listed['fields'] = {};
  for (const name of listedFields) if (cell(name)) fields[name] = cell(name);
  const answers = answersFrom(several.slice(0, MOST_ANSWERS), right, line, notes);
  const page = cell('page');
  return {
    line,
    prompt: cell('question'),
    ...(cell('kind') ? { kind: cell('kind') } : {}),
    ...(page ? { page } : {}),
    answers,
    ...(right ? { right } : {}),
    fields,
  };
}

/** Right ones are named by number, letter or words: "2", "A; C", "The panniers", "2 (0.5)"; or marked with * or (right). */
function answersFrom(cells: string[], right: string, line: number, notes: Note[]): ListedAnswer[] {
  const answers = cells.map((cell): ListedAnswer & { starred: boolean } => {
    const [left = '', with_] = cell.split(/\s+=\s+|^=\s+/);
    const starred = /^\*\s*|\s*\((right|correct)\)$/i.test(cell);
    return {
      text: left.replace(/^\*\s*|\s*\((right|correct)\)$/gi, '').trim(),
      credit: null,
      ...(with_ === undefined ? {} : { with: with_.trim() }),
      starred,
    };
  });
  const filled = answers.filter((a) => a.text || a.with);
  if (filled.length === 0 || filled.some((a) => a.with !== undefined)) return filled.map(plain);
  const credits = new Map<number, number>();
  answers.forEach((a, i) => a.starred && credits.set(i, 1));
  const folded = answers.map((a) => a.text && fold(a.text));
  const place = (words: string) => (words ? folded.indexOf(fold(words)) : -1);
  const parts = right === '' ? [] : place(right) >= 0 ? [right] : right.split(/[;,|\n]/).map((one) => one.trim());
  for (const part of parts.filter(Boolean).slice(0, MOST_ANSWERS)) {
    const [, words = part, credit] = /^(.*?) ?\((0?\.\d+|[01])\)$/.exec(part) ?? [];
    const named = place(words);
    const index =
      named >= 0
        ? named
        : /^\d+$/.test(words)
          ? Number(words) - 1
          : /^[a-z]$/i.test(words)
            ? words.toLowerCase().charCodeAt(0) - 97
            : -1;
    if (answers[index]?.text) credits.set(index, credit === undefined ? 1 : Number(credit));
    else if (!['none', 'review'].includes(fold(words)))
      notes.push({ line, is: 'refused', message: `“${words}” is none of the answers, so it is not counted as right.` });
  }
  return answers
    .map((a, i) => ({ ...plain(a), credit: credits.size ? (credits.get(i) ?? 0) : null }))
    .filter((a) => a.text);
}

const plain = ({ text, credit, with: other }: ListedAnswer): ListedAnswer => ({
  text,
  credit,
  ...(other === undefined ? {} : { with: other }),
});

/** Writes the questions of a quiz as a table. @returns the text, and in words what it could not hold */
export function writeCsv(quiz: Quiz): { text: string; lost: string[] } {
  const { heads, rows, lost } = tableOf(quiz);
  return { text: `${Papa.unparse([heads, ...rows])}\r\n`, lost };
}

/** The same as rows of cells. */
export function tableOf(quiz: Quiz): { heads: string[]; rows: string[][]; lost: string[] } {
  const { list, lost } = listFromQuiz(quiz);
  const most = Math.max(0, ...list.questions.map((q) => q.answers.length));
  const used = listedFields.filter((field) => list.questions.some((q) => q.fields[field]));
  const heads = [
    'question',
    'kind',
    'page',
    ...Array.from({ length: most }, (_, i) => `answer ${i + 1}`),
    'right',
    ...used,
  ];
  const rows = list.questions.map((q) => [
    q.prompt,
    q.kind ?? '',
    q.page ?? '',
    ...Array.from({ length: most }, (_, i) => cellOf(q.answers[i])),
    rightOf(q),
    ...used.map((field: ListedField) => q.fields[field] ?? ''),
  ]);
  return { heads, rows, lost };
}

const cellOf = (answer: ListedAnswer | undefined): string =>
  answer ? (answer.with === undefined ? answer.text : `${answer.text} = ${answer.with}`.trim()) : '';

function rightOf(q: Listed): string {
  if (q.right !== undefined) return q.right;
  return q.answers
    .flatMap((a, i) => (a.credit ? [a.credit === 1 ? String(i + 1) : `${i + 1} (${a.credit})`] : []))
    .join('; ');
}
