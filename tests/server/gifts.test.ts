import sharp from 'sharp';
import { giftStanding, giveAway, readGift, stopGiving, takeCopy } from '../../server/editing/gifts';
import { getQuiz } from '../../server/accounts/own-quiz';
import { findPicture } from '../../db/queries/pictures';
import { addPicture } from '../../server/media/pictures';
import { database } from './own-database';
import { importQuiz } from '../../server/editing/quizzes';
import { setAccess } from '../../server/publishing/access';
import { choice, option, page, quiz, result } from '../quizzes';
import { newId } from '../../server/platform/ids';
import { somebody } from './world';

const keyIn = (link: string | null) => new URL(link ?? 'http://nowhere').searchParams.get('key') ?? '';

async function given() {
  const giver = await somebody();
  const bytes = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#1f5c3d' } })
    .png()
    .toBuffer();
  const picture = { ...(await addPicture(giver, bytes)), text: 'A hill' };
  const first = choice('q1', [option('a', {}, { picture }), option('b')], { linked: 'kept-1' });
  const document = quiz([
    page('p1', [first], { otherwise: { quiz: 'another' } }),
    result('end', [{ id: 'on', kind: 'hand-over', quiz: 'another', button: 'On' }]),
  ]);
  const own = { ...document, id: newId('quiz', 8), title: 'Hill or lane?' };
  const quizId = await importQuiz(giver, own, newId('at'));
  await setAccess(giver, quizId, { says: 'email' });
  return { quizId, giver, picture };
}

describe('a quiz that is given away', () => {
  it('is copied without what binds it to the giver, with its pictures, and counted', async () => {
    const { giver, quizId, picture } = await given();
    const { link } = await giveAway(giver, quizId);
    expect(await giveAway(giver, quizId)).toEqual({ link, taken: 0 });
    expect(await readGift(keyIn(link))).toMatchObject({ title: 'Hill or lane?', questions: 1, by: giver.name });
    const taker = await somebody();
    const copy = await getQuiz(taker, await takeCopy(taker, keyIn(link)));
    expect(copy).toMatchObject({ workspaceId: taker.workspaceId, liveEdition: null, title: 'Hill or lane?' });
    const text = JSON.stringify(copy.draft);
    for (const own of [giver.workspaceId, 'another', 'kept-1', 'hand-over', '"says"']) expect(text).not.toContain(own);
    const [, , , id = ''] = picture.src.split('/');
    expect(text).toContain(`/media/${taker.workspaceId}/${id}`);
    expect((await findPicture(database(), taker.workspaceId, id))?.type).toBe('image/webp');
    await takeCopy(taker, keyIn(link));
    expect(await giftStanding(giver, quizId)).toEqual({ link, taken: 2 });
  });

  it('is not any more once that is stopped, and another link is another one', async () => {
    const { giver, quizId } = await given();
    const first = keyIn((await giveAway(giver, quizId)).link);
    const taker = await somebody();
    await takeCopy(taker, first);
    expect(await stopGiving(giver, quizId)).toEqual({ link: null, taken: 1 });
    expect(await readGift(first)).toBeNull();
    await expect(takeCopy(taker, first)).rejects.toMatchObject({ status: 404 });
    const second = keyIn((await giveAway(giver, quizId)).link);
    expect(second).not.toBe(first);
    await expect(takeCopy(taker, first)).rejects.toMatchObject({ status: 404 });
    await expect(takeCopy(taker, 'constructor')).rejects.toMatchObject({ status: 404 });
  });

  it('is put only where its taker may write', async () => {
    const { giver, quizId } = await given();
    const key = keyIn((await giveAway(giver, quizId)).link);
    await expect(takeCopy({ ...(await somebody()), role: 'reader' }, key)).rejects.toMatchObject({ status: 403 });
    expect((await giftStanding(giver, quizId)).taken).toBe(0);
  });
});
