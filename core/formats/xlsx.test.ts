/** Spreadsheets: what is written is read as the same table; sheets as people keep them. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import exceljs from 'exceljs';
import { strToU8, zipSync } from 'fflate';
import { anyQuiz } from '../../tests/any-quiz';
import { page, quiz, result } from '../../tests/quizzes';
import { isQuestion } from '../document/lookup';
import { readCsv, writeCsv } from './csv';
import { readXlsx, writeXlsx } from './xlsx';

async function textIn(bytes: Uint8Array) {
  const read = await readXlsx(bytes);
  if ('trouble' in read) throw new Error(read.trouble);
  return read;
}
async function book(fill: (book: exceljs.Workbook) => void): Promise<Uint8Array> {
  const made = new exceljs.Workbook();
  fill(made);
  return new Uint8Array(await made.xlsx.writeBuffer());
}
const questionsIn = (text: string) => readCsv(text).quiz.pages.flatMap((p) => p.blocks.filter(isQuestion));

it.each(Array.from({ length: 40 }, (_, seed) => seed))('holds what a table holds (%i)', async (seed) => {
  const any = anyQuiz(seed, { branching: false });
  const { bytes, lost } = await writeXlsx(any);
  expect(lost).toEqual(writeCsv(any).lost);
  const { text } = await textIn(bytes);
  expect(readCsv(text).quiz).toEqual(readCsv(writeCsv(any).text).quiz);
});

it('writes words as words, and lists of what may stand there', async () => {
  const from = quiz([
    page('p1', [
      { id: 'q', kind: 'text', prompt: '=HYPERLINK("http://evil.test")', required: true, accept: ['+1', '@x', '007'] },
    ]),
    result('end'),
  ]);
  const { bytes } = await writeXlsx(from);
  const made = new exceljs.Workbook();
  await made.xlsx.load(new Uint8Array(bytes).buffer);
  const [sheet, lists] = made.worksheets;
  sheet?.eachRow((row) => row.eachCell((cell) => expect(cell.type).not.toBe(exceljs.ValueType.Formula)));
  expect(sheet?.getCell('A2').value).toBe('=HYPERLINK("http://evil.test")');
  expect(sheet?.getCell('B2').dataValidation.formulae[0]).toContain('May stand there');
  expect(lists?.getColumn(1).values).toContain('text');
  const { text } = await textIn(bytes);
  expect(questionsIn(text)).toMatchObject([
    {
      prompt: '=HYPERLINK("http://evil.test")',
      accept: ['+1', '@x', '007'].map((words) => ({ text: words, credit: 1 })),
    },
  ]);
});

it.each([
  ['de', ['Frage', 'Antwort 1', 'Antwort 2', 'richtig', 'Punkte', 'Erklärung']],
  ['fr', ['Énoncé', 'Réponse 1', 'Réponse 2', 'Bonne réponse', 'Barème', 'Explication']],
  ['es', ['Pregunta', 'Respuesta 1', 'Respuesta 2', 'Correcta', 'Puntos', 'Explicación']],
  ['it', ['Domanda', 'Risposta 1', 'Risposta 2', 'Corretta', 'Punti', 'Spiegazione']],
  ['nl', ['Vraag', 'Antwoord 1', 'Antwoord 2', 'Juist', 'Punten', 'Uitleg']],
  ['en', ['Question', 'Answer 1', 'Answer 2', 'Correct answer', 'Points', 'Explanation']],
])('knows its columns by headings in %s, above which other things stand', async (_, heads) => {
  const bytes = await book((made) => {
    const sheet = made.addWorksheet('Reifen');
    sheet.addRow(['Fahrradladen Slow Spoke']);
    sheet.mergeCells('A1:F1');
    sheet.addRow([]);
    sheet.addRow(heads);
    sheet.addRow(['What holds air?', 'A tube', 'A spoke', 1, 2, 'It is round.']);
  });
  expect(questionsIn((await textIn(bytes)).text)).toMatchObject([
    {
      ...{ prompt: 'What holds air?', marks: 2, explain: { always: 'It is round.' } },
      options: [{ text: 'A tube', credit: 1 }, { text: 'A spoke' }],
    },
  ]);
});

it('reads several sheets as pages, and pictures as those of their rows', async () => {
  const png = new Uint8Array([137, 80, 78, 71, 13, 10, 26, 10]);
  const bytes = await book((made) => {
    for (const name of ['Tyres', 'Chains']) {
      const sheet = made.addWorksheet(name);
      sheet.addRow(['question', 'answer 1', 'answer 2', 'right']);
      sheet.addRow([`First of ${name}?`, 'Yes', 'No', 'Yes']);
      sheet.addRow([`Second of ${name}?`, 'Yes', 'No', 2]);
      const id = made.addImage({ base64: Buffer.from(png).toString('base64'), extension: 'png' });
      sheet.addImage(id, { tl: { col: 5, row: 2 }, ext: { width: 20, height: 20 } });
    }
    made.addWorksheet('Notes').addRow(['Ask Otto about these']);
  });
  const { text, pictures } = await textIn(bytes);
  const { pages } = readCsv(text).quiz;
  expect(pages.slice(0, 2).map(({ name, blocks }) => [name, blocks.length])).toEqual([
    ['Tyres', 2],
    ['Chains', 2],
  ]);
  expect(questionsIn(text).map((q) => q.media?.picture?.src)).toEqual([
    ...[undefined, '/package/1', undefined, '/package/2'],
  ]);
  expect(pictures.map((one) => [...one.bytes])).toEqual([[...png], [...png]]);
});

it('refuses what is none, what is damaged and what swells, in words', async () => {
  const trouble = async (bytes: Uint8Array) => {
    const read = await readXlsx(bytes);
    return 'trouble' in read ? read.trouble : '';
  };
  expect(await trouble(strToU8('question,answer'))).toContain('it is none');
  expect(await trouble(zipSync({ 'a.txt': strToU8('x') }))).toMatch(/damaged|nothing/);
  expect(await trouble(zipSync({ 'xl/worksheets/sheet1.xml': new Uint8Array(100_000_000) }))).toContain('too large');
  expect(await trouble(await book((made) => made.addWorksheet('Empty')))).toContain('nothing stands in it');
});

describe('sheets that others made', () => {
  const read = async (name: string) =>
    readCsv((await textIn(new Uint8Array(readFileSync(join('tests/files/sheets', name))))).text);

  it('finds the questions of one that calls them “label”, by their question marks', async () => {
    const { quiz: made, notes } = await read('interview.xlsx');
    const asked = made.pages.flatMap((p) => p.blocks.filter(isQuestion));
    expect(asked).toHaveLength(16);
    expect(asked[0]).toMatchObject({
      ...{ name: 'start', kind: 'text' },
      prompt: 'How would you characterize your experience as an interviewer/interviewee?',
    });
    expect(asked.filter(({ prompt }) => typeof prompt === 'string' && prompt.includes('?'))).toHaveLength(14);
    expect(notes.slice(0, 2)).toEqual([
      {
        ...{ line: 1, is: 'guessed' },
        message: 'No column is named “question”: “label” is taken for it, since it is full of questions.',
      },
      { line: 1, is: 'refused', message: 'The column “tags” means nothing here and is left out.' },
    ]);
    expect(notes.filter(({ line }) => line === 1)).toHaveLength(2);
  });

  it('says of one that asks nothing what it takes for questions', async () => {
    const { quiz: made, notes } = await read('fruit-and-cars.xlsx');
    expect(made.pages.slice(0, 2).map(({ name, blocks }) => [name, blocks.length])).toEqual([
      ['fruit', 4],
      ['car', 3],
    ]);
    expect(notes[0]).toMatchObject({
      is: 'guessed',
      message: expect.stringContaining('the first is taken for it') as string,
    });
  });
});
