/** Packages of QTI: what is written is read as it was; items of others are read or refused whole; archives that harm are refused. */
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { anyQuestion, anyQuiz, dice } from '../../../tests/any-quiz';
import { qtiFaults } from '../../../tests/qti-rules';
import { choice, option, page, quiz, result, valid } from '../../../tests/quizzes';
import { isQuestion } from '../../document/lookup';
import { samples } from '../../questions/samples';
import { kindOf } from '../../questions/registry';
import type { Question, Quiz } from '../../schema/quiz';
import { plainText } from '../../text/rich';
import { readXml } from '../xml';
import { looksLikeQti, readQti, writeQtiPackage } from './package';
import { writeQti } from './write';

const none = () => null;
const packed = (from: Quiz) => writeQtiPackage(from, none).bytes;
const questionsIn = (from: Quiz): Question[] => from.pages.flatMap((p) => p.blocks.filter(isQuestion));
function back(from: Quiz) {
  const read = readQti(packed(from));
  if ('trouble' in read) throw new Error(read.trouble);
  return read;
}

/** What an item holds of a question, with the same ids. */
function held(question: Question) {
  const it = kindOf(question).interaction(question);
  const options = it.is === 'choice' && !it.many ? it.options : null;
  const best = options ? Math.max(0, ...options.map(({ credit = 0 }) => credit)) : 0;
  return {
    id: question.id,
    prompt: plainText(question.prompt),
    marks: kindOf(question).isKeyed(question) ? (question.marks ?? 1) : undefined,
    required: question.required ?? false,
    best,
    is: it.is,
  };
}

describe('what is written', () => {
  it.each(samples.map((question, i) => [`${question.kind} ${i}`, question] as const))(
    '%s comes back',
    (_, question) => {
      const from = quiz([page('p1', [{ ...question, showIf: undefined }]), result('end')]);
      const [read] = questionsIn(back(from).quiz);
      expect(read && held(read)).toEqual(held(question));
    },
  );

  it.each(Array.from({ length: 150 }, (_, seed) => seed))('any quiz comes back (%i)', (seed) => {
    const from = anyQuiz(seed, { branching: false });
    const read = back(from);
    expect(valid(read.quiz)).toBeTruthy();
    expect(read.notes.filter(({ is }) => is === 'refused')).toEqual([]);
    expect(questionsIn(read.quiz).map(held)).toEqual(
      questionsIn({ ...from, pages: from.pages.filter(({ stage }) => stage === 'ask') }).map(held),
    );
    // Once more it is the same to the letter.
    expect(questionsIn(back(read.quiz).quiz)).toEqual(questionsIn(read.quiz));
  });

  it.each(Array.from({ length: 300 }, (_, seed) => seed))(
    'keeps all that is asked and all that is right (%i)',
    (seed) => {
      const question = anyQuestion(dice(seed, 'qti'), 'q');
      const [read] = questionsIn(back(quiz([page('p1', [question]), result('end')])).quiz);
      // No credit and a credit of 0 are one, and so are a credit of 1 that is said and one that is not; one answer is the least anyway.
      const plain = (of: Question) =>
        JSON.stringify(kindOf(of).interaction(of), (key, value: unknown) =>
          (key === 'credit' && value === 0) || (key === 'min' && value === 1) ? undefined : value,
        ).replace(/(\{"text":"[^"]*"),"credit":1\}/g, '$1}');
      expect(read && plain(read)).toBe(plain(question));
    },
  );

  it('is XML in every file, and named by the manifest', () => {
    const { files } = writeQti(anyQuiz(3, { branching: false }));
    const manifest = files['imsmanifest.xml'] ?? '';
    for (const [path, text] of Object.entries(files)) {
      expect('roots' in readXml(text, 60)).toBe(true);
      if (path !== 'imsmanifest.xml') expect(manifest).toContain(`href="${path}"`);
    }
    // Each response is declared once, and every one that is asked for is.
    for (const [path, text] of Object.entries(files)) {
      if (!path.startsWith('items/')) continue;
      const declared = [...text.matchAll(/qti-response-declaration identifier="([^"]+)"/g)].map(([, id]) => id);
      const asked = [...text.matchAll(/response-identifier="([^"]+)"/g)].map(([, id]) => id);
      expect(new Set(declared).size).toBe(declared.length);
      expect(asked.sort()).toEqual(declared.sort());
    }
  });

  it.each(Array.from({ length: 150 }, (_, seed) => seed))('keeps to the rules of the standard (%i)', (seed) => {
    expect(qtiFaults(writeQti(anyQuiz(seed, { branching: false })).files)).toEqual([]);
  });

  it('keeps to them with any kind of question', () => {
    const asked = samples.map((question, i) => ({ ...question, id: `q${i}`, showIf: undefined }));
    expect(qtiFaults(writeQti(quiz([page('p1', asked), result('end')])).files)).toEqual([]);
  });

  it.each([
    ['without a title', / title="[^"]*"/, 'has no title'],
    ['with an answer that is none of its own', /<qti-value>o\d/, '“nowhere'],
    ['with a response that nothing asks for', 'response-identifier="RESPONSE"', 'nothing asks for'],
    [
      'with a body after its processing',
      /(<qti-item-body>[\s\S]*<\/qti-item-body>)\s*(<qti-response-processing>[\s\S]*<\/qti-response-processing>)/,
      'out of order',
    ],
  ])('has rules that an item %s breaks', (_, what, says) => {
    const right = quiz([
      page('p1', [
        {
          ...choice('q', [option('o0'), option('o1')]),
          options: [
            { id: 'o0', text: 'a', credit: 1 },
            { id: 'o1', text: 'b' },
          ],
        },
      ]),
      result('end'),
    ]);
    const { files } = writeQti(right);
    const item = files['items/q.xml'] ?? '';
    const broken = item.replace(what, (all: string, ...groups: string[]) =>
      says === 'out of order'
        ? `${groups[1]}${groups[0]}`
        : all.includes('qti-value')
          ? '<qti-value>nowhere'
          : all.includes('title')
            ? ''
            : 'response-identifier="ELSEWHERE"',
    );
    expect(broken).not.toBe(item);
    expect(qtiFaults({ ...files, 'items/q.xml': broken }).join()).toContain(says);
  });

  it('says what it cannot hold', () => {
    const { lost } = writeQti(anyQuiz(5));
    expect(lost).toContain('how verdicts are decided');
  });

  it('takes hostile words as words', () => {
    const words = '<script>&amp; "]]> \u0000\u000b ﬁ 👩‍🦽 <img src=x>';
    const from = quiz([
      page('p1', [{ id: '1-q', kind: 'text', prompt: words, required: true, accept: [words, 'a"b<c'] }]),
      result('end'),
    ]);
    const [read] = questionsIn(back(from).quiz);
    // XML cannot hold two of the characters; white space inside a line is one blank.
    const kept = words.replace(/[\u0000\u000b]/g, '').replace(/\s+/g, ' ');
    expect(read).toMatchObject({ id: '1-q', prompt: kept });
    expect(read?.kind === 'text' && read.accept?.[1]).toBe('a"b<c');
  });

  it('carries pictures', () => {
    const png = new Uint8Array([137, 80, 78, 71]);
    const from = quiz([
      page('p1', [
        {
          ...{ id: 'q', kind: 'choice', pick: 'one', prompt: 'Which?', required: true },
          options: [
            { id: 'a', text: '', picture: { src: '/media/w/one', text: 'A lamp' } },
            { id: 'b', text: 'None' },
          ],
        },
      ]),
      result('end'),
    ]);
    const { bytes, lost } = writeQtiPackage(from, () => png);
    expect(lost).toEqual([]);
    const read = readQti(bytes);
    if ('trouble' in read) throw new Error(read.trouble);
    expect(read.pictures).toEqual([{ src: '/package/1', name: 'pictures/1-one.webp', bytes: png }]);
    const [question] = questionsIn(read.quiz);
    expect(question?.kind === 'choice' && question.options[0]?.picture).toEqual({ src: '/package/1', text: 'A lamp' });
    expect(writeQtiPackage(from, none).lost).toEqual(['the picture /media/w/one']);
  });
});

describe('an archive', () => {
  const manifest = (href: string) =>
    strToU8(`<manifest><resources><resource type="imsqti_item_xmlv3p0" href="${href}"/></resources></manifest>`);
  const trouble = (bytes: Uint8Array) => {
    const read = readQti(bytes);
    return 'trouble' in read ? read.trouble : '';
  };

  it.each(['../evil.xml', '/etc/evil.xml', 'a/../../evil.xml', 'C:/evil.xml', 'a\\..\\evil.xml'])(
    'with a file at %s is refused',
    (path) => {
      expect(trouble(zipSync({ 'imsmanifest.xml': manifest('a.xml'), [path]: strToU8('x') }))).toContain('outside');
    },
  );
  it('that swells is refused before it has', () => {
    const start = performance.now();
    expect(trouble(zipSync({ 'imsmanifest.xml': new Uint8Array(200_000_000) }))).toContain('too large');
    expect(performance.now() - start).toBeLessThan(30_000);
  });
  it('that says it is small is not believed', () => {
    const bytes = zipSync({ 'imsmanifest.xml': new Uint8Array(50_000_000) });
    const view = new DataView(bytes.buffer, bytes.byteOffset);
    // The size in the local header (APPNOTE 4.3.7) and in the directory.
    view.setUint32(22, 10, true);
    const directory = view.getUint32(bytes.length - 6, true);
    view.setUint32(directory + 24, 10, true);
    expect(trouble(bytes)).toContain('too large');
  });
  it('of very many files, broken ones and no ones are refused', () => {
    const many = Object.fromEntries(Array.from({ length: 6_001 }, (_, i) => [`${i}`, new Uint8Array()]));
    expect(trouble(zipSync(many))).toContain('more than 6000 files');
    expect(trouble(new Uint8Array([0x50, 0x4b, 3, 4, 9, 9, 9]))).not.toBe('');
    expect(trouble(zipSync({ 'readme.txt': strToU8('hello') }))).toContain('imsmanifest.xml');
    expect(trouble(new Uint8Array(20_000_001))).toContain('larger than 20 MB');
    const good = packed(anyQuiz(1, { branching: false }));
    for (let cut = 1; cut < good.length; cut += Math.ceil(good.length / 200)) {
      const read = readQti(good.slice(0, cut));
      expect('trouble' in read || read.quiz).toBeTruthy();
    }
  });
  it.each([
    ['<!DOCTYPE x [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;">]><x>&b;</x>'],
    ['<!DOCTYPE x SYSTEM "file:///etc/passwd"><x/>'],
    [`${'<a>'.repeat(200)}${'</a>'.repeat(200)}`],
    ['<a><b></a>'],
    [''],
  ])('with an item of %.40s leaves it out, and says so', (item) => {
    const read = readQti(zipSync({ 'imsmanifest.xml': manifest('a.xml'), 'a.xml': strToU8(item) }));
    if ('trouble' in read) throw new Error(read.trouble);
    expect(questionsIn(read.quiz)).toEqual([]);
    expect(read.notes).toMatchObject([{ line: 1, is: 'refused' }]);
  });
});

const folder = join(__dirname, '../../../tests/files/qti');
describe('items of others', () => {
  const files = readdirSync(folder).filter((name) => name.endsWith('.xml'));
  it('are at least ten', () => expect(files.length).toBeGreaterThanOrEqual(10));
  it.each(files)('%s is read, or refused with a reason', (name) => {
    const bytes = new Uint8Array(readFileSync(join(folder, name)));
    expect(looksLikeQti(bytes)).toBe(true);
    const read = readQti(bytes);
    if ('trouble' in read) throw new Error(read.trouble);
    expect(valid(read.quiz)).toBeTruthy();
    const expected = JSON.parse(readFileSync(join(folder, `${name.slice(0, -4)}.json`), 'utf8')) as object;
    const [question] = questionsIn(read.quiz);
    expect(question ?? { refused: read.notes[0]?.message }).toMatchObject(expected);
  });
});

it('unpacks as any program does', () => {
  expect(Object.keys(unzipSync(packed(anyQuiz(2, { branching: false })))).sort()).toContain('imsmanifest.xml');
});
