import sharp from 'sharp';
import { GET } from '../../app/media/[workspace]/[picture]/route';
import { GET as LETTER } from '../../app/media/[workspace]/[picture]/letter/route';
import { addressInLetter } from '../../server/letters/pictures';
import { addPicture, cutPicture, newest } from '../../server/media/pictures';
import { addRecording } from '../../server/media/recordings';
import { somebody } from './world';

const photo = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#12695a' } })
    .withExif({ IFD0: { Copyright: 'Pia of Slow Spoke' } })
    .jpeg()
    .toBuffer();
const served = (src: string) => {
  const [, , workspace = '', picture = ''] = src.split('/');
  return GET(new Request(`http://localhost${src}`), { params: Promise.resolve({ workspace, picture }) });
};

describe('in a letter', () => {
  const inLetter = async (src: string) => {
    const [, , workspace = '', picture = ''] = new URL(addressInLetter(src)).pathname.split('/');
    const response = await LETTER(new Request('http://localhost/'), {
      params: Promise.resolve({ workspace, picture }),
    });
    return { status: response.status, bytes: Buffer.from(await response.arrayBuffer()) };
  };

  it('a picture is one that every mail program shows: JPEG, or PNG where something shows through it', async () => {
    const member = await somebody();
    const { src } = await addPicture(member, await photo(3_000, 2_000));
    expect(await sharp((await inLetter(src)).bytes).metadata()).toMatchObject({ format: 'jpeg', width: 1_104 });
    const glass = sharp({ create: { width: 30, height: 20, channels: 4, background: '#12695a80' } });
    const through = await addPicture(member, await glass.png().toBuffer());
    expect(await sharp((await inLetter(through.src)).bytes).metadata()).toMatchObject({ format: 'png', width: 30 });
    const drawn = await inLetter('/pictures/lane-drifter.svg');
    expect(await sharp(drawn.bytes).metadata()).toMatchObject({ width: 1_104 });
  });

  it('none but ours is fetched', async () => {
    expect(addressInLetter('https://elsewhere.test/a.webp')).toBe('https://elsewhere.test/a.webp');
    for (const src of ['/pictures/nothing.svg', '/media/w-nobody/pic-nothing'])
      expect((await inLetter(src)).status).toBe(404);
    const params = Promise.resolve({ workspace: 'drawn', picture: '../../package' });
    expect((await LETTER(new Request('http://localhost/'), { params })).status).toBe(404);
  });
});

describe('a picture', () => {
  it('is made smaller, stripped, and served to be kept for good', async () => {
    const { src } = await addPicture(await somebody(), await photo(3_000, 2_000));
    const response = await served(src);
    expect(response.headers.get('cache-control')).toBe('public, max-age=31536000, immutable');
    expect(response.headers.get('content-type')).toBe('image/webp');
    const { width, height, format, exif } = await sharp(Buffer.from(await response.arrayBuffer())).metadata();
    expect({ width, height, format, exif }).toEqual({ width: 1_600, height: 1_067, format: 'webp', exif: undefined });
  });

  it('that is small stays as large as it is', async () => {
    const { src } = await addPicture(await somebody(), await photo(40, 30));
    expect(await sharp(Buffer.from(await (await served(src)).arrayBuffer())).metadata()).toMatchObject({
      width: 40,
      height: 30,
    });
  });

  it('that is none, or broken, or too large to open is refused', async () => {
    const member = await somebody();
    const whole = await photo(300, 300);
    await expect(addPicture(member, Buffer.from('a tent'))).rejects.toMatchObject({
      status: 422,
      code: 'not-a-picture',
    });
    await expect(addPicture(member, Buffer.alloc(0))).rejects.toMatchObject({ code: 'not-a-picture' });
    await expect(addPicture(member, whole.subarray(0, 200))).rejects.toMatchObject({ code: 'not-a-picture' });
    const bomb = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="20000" height="20000"/>');
    await expect(addPicture(member, bomb)).rejects.toMatchObject({ code: 'too-large' });
  });

  const svg = (inside: string) =>
    Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="400" height="400">${inside}</svg>`);
  const copies = (n: number) =>
    `<g id="a0"><rect width="9" height="9"/></g>${Array.from(
      { length: n },
      (_, i) => `<g id="a${i + 1}">${`<use href="#a${i}"/>`.repeat(9)}</g>`,
    ).join('')}<use href="#a${n}"/>`;
  /** A PNG of which only the head is there: one point wide, and sixty million high. */
  const tall = Buffer.concat([
    Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex'),
    Buffer.from([0, 0, 0, 1]),
    Buffer.from([0x03, 0x93, 0x87, 0x00]),
    Buffer.from('0802000000', 'hex'),
    Buffer.alloc(4),
  ]);
  it.each<[string, Buffer, RegExp]>([
    [
      'filters',
      svg(
        '<filter id="f"><feTurbulence baseFrequency="9" numOctaves="9999"/></filter><rect filter="url(#f)" width="400" height="400"/>',
      ),
      /filter/,
    ],
    ['copies of copies', svg(copies(9)), /copies its own copies/],
    [
      'entities',
      Buffer.from('<!DOCTYPE svg [<!ENTITY a "aaaa">]><svg xmlns="http://www.w3.org/2000/svg">&a;</svg>'),
      /./,
    ],
    ['parts in parts', svg(`${'<g>'.repeat(5_000)}${'</g>'.repeat(5_000)}`), /./],
    ['scripts', svg('<script>1</script>'), /script/],
    ['one point wide and sixty million high', tall, /./],
  ])('made of %s is refused in time, and the process goes on', async (_what, bytes, words) => {
    let beats = 0;
    const pulse = setInterval(() => (beats += 1), 10);
    const begun = performance.now();
    await expect(addPicture(await somebody(), bytes)).rejects.toMatchObject({
      status: 422,
      message: expect.stringMatching(words),
    });
    clearInterval(pulse);
    const took = performance.now() - begun;
    expect(took).toBeLessThan(12_000);
    expect(beats).toBeGreaterThan(took / 10 / 4);
  });
  it('that is drawn plainly is taken, copies in it too', async () => {
    const { src } = await addPicture(
      await somebody(),
      svg('<g id="a"><rect width="90" height="90"/></g><use href="#a" x="99"/>'),
    );
    expect((await served(src)).headers.get('content-type')).toBe('image/webp');
  });

  it('is put in by those who may edit, and found under its own workspace alone', async () => {
    const [member, other] = [await somebody(), await somebody()];
    await expect(addPicture(await somebody('Otto', 'reader'), await photo(10, 10))).rejects.toMatchObject({
      status: 403,
    });
    const { src } = await addPicture(member, await photo(10, 10));
    expect((await served(src.replace(member.workspaceId, other.workspaceId))).status).toBe(404);
  });
});

describe('a part of a picture', () => {
  const sizeOf = async (src: string) => {
    const { width, height } = await sharp(Buffer.from(await (await served(src)).arrayBuffer())).metadata();
    return { width, height };
  };
  const half = { left: 0.25, top: 0, width: 0.5, height: 1 };

  it('becomes a picture of its own, and is found again among the newest', async () => {
    const member = await somebody();
    const whole = await addPicture(member, await photo(400, 200), new Date(1_000));
    const part = await cutPicture(member, { src: whole.src, ...half }, new Date(2_000));
    expect(await sizeOf(part.src)).toEqual({ width: 200, height: 200 });
    expect(await sizeOf(whole.src)).toEqual({ width: 400, height: 200 });
    await addRecording(member, Buffer.from('ID3 and so on'));
    expect(await newest(member)).toEqual([part, whole]);
    expect(await newest(await somebody())).toEqual([]);
    // Somebody who is here for some quizzes alone sees nothing of the others.
    expect(await newest({ ...member, isLimited: true })).toEqual([]);
  });

  it('can be of one drawn for everybody', async () => {
    const { src } = await cutPicture(await somebody(), { src: '/pictures/map.svg', ...half });
    expect(await sizeOf(src)).toEqual({ width: 160, height: 160 });
  });

  it('is of nothing else, and leaves something', async () => {
    const member = await somebody();
    const own = await addPicture(member, await photo(400, 200));
    const theirs = await addPicture(await somebody(), await photo(400, 200));
    const refused = { status: 422 };
    for (const src of [
      theirs.src,
      '/pictures/../../package.json',
      '/pictures/none.svg',
      'https://example.com/a.png',
      '',
    ])
      await expect(cutPicture(member, { src, ...half })).rejects.toMatchObject(refused);
    for (const part of [
      { ...half, width: 0 },
      { ...half, left: 0.9 },
      { ...half, top: 1 },
    ])
      await expect(cutPicture(member, { src: own.src, ...part })).rejects.toMatchObject(refused);
  });
});
