import { newId } from '../../server/platform/ids';
import { getQuiz } from '../../server/accounts/own-quiz';
import { importQuiz, listQuizzes, readIntoQuiz, writeQuizFile } from '../../server/editing/quizzes';
import { demoQuiz, smallQuiz, somebody } from './world';

const list = '1. Tea?\na) Yes *\nb) No\nTopic: Drinks\n\n2. Milk?\na) Yes\nb) No\nAnswer: b';

describe('questions from elsewhere', () => {
  it('become a quiz of their own, with ids that no other has', async () => {
    const member = await somebody();
    const ids = [
      await readIntoQuiz(member, { text: list, fileName: '' }),
      await readIntoQuiz(member, { text: list, fileName: '' }),
    ];
    expect(new Set(ids).size).toBe(2);
    const { draft, address } = await getQuiz(member, ids[0] ?? '');
    expect(draft).toMatchObject({ title: 'Untitled quiz', topics: [{ name: 'Drinks' }] });
    expect(draft.pages.flatMap((p) => p.blocks.filter((b) => b.kind === 'choice'))).toMatchObject([
      { prompt: 'Tea?', options: [{ text: 'Yes', credit: 1 }, { text: 'No' }] },
      { prompt: 'Milk?', options: [{ text: 'Yes' }, { text: 'No', credit: 1 }] },
    ]);
    expect(address).not.toBe((await getQuiz(member, ids[1] ?? '')).address);
  });

  it('come back out of the file that they were written to', async () => {
    const member = await somebody();
    const id = await importQuiz(member, { ...demoQuiz('repair'), id: newId('quiz', 8) }, newId('at'));
    const whole = await writeQuizFile(member, id, 'json');
    expect(whole).toMatchObject({ name: 'roadside-repair-check.json', lost: [] });
    const copy = await readIntoQuiz(member, { text: whole.text, fileName: whole.name });
    const [old, fresh] = [await getQuiz(member, id), await getQuiz(member, copy)];
    expect({ ...fresh.draft, id: '' }).toEqual({ ...old.draft, id: '' });
    for (const format of ['csv', 'md'] as const) {
      const { text, name, lost } = await writeQuizFile(member, id, format);
      expect(lost.join()).toContain('a picture with places');
      const again = await getQuiz(member, await readIntoQuiz(member, { text, fileName: name }));
      const wordings = (q: typeof old.draft) =>
        q.pages.flatMap((p) => p.blocks.flatMap((b) => (b.kind === 'match' ? [b.pairs.length] : [])));
      expect(wordings(again.draft)).toEqual(wordings(old.draft));
    }
  });

  it('that cannot be read make nothing', async () => {
    const member = await somebody();
    for (const [text, code] of [
      ['{ "format": "yes-maybe-quiz", "version": 99 }', 'not-a-quiz'],
      ['{}', 'not-a-quiz'],
      [' \n', 'no-questions'],
    ])
      await expect(readIntoQuiz(member, { text: text ?? '', fileName: '' })).rejects.toMatchObject({ code });
    expect(await listQuizzes(member)).toEqual([]);
  });

  it('are read and written by those of the workspace alone', async () => {
    const [member, stranger, reader] = [await somebody(), await somebody(), await somebody('Otto', 'reader')];
    const id = await importQuiz(member, { ...smallQuiz(), id: newId('quiz', 8) }, newId('at'));
    await expect(writeQuizFile(stranger, id, 'json')).rejects.toMatchObject({ status: 404 });
    await expect(readIntoQuiz(reader, { text: list, fileName: '' })).rejects.toMatchObject({ status: 403 });
  });
});
