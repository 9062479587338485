import { GET } from '../../app/media/[workspace]/[picture]/route';
import { addRecording } from '../../server/media/recordings';
import { somebody } from './world';

const served = (src: string, range?: string) => {
  const [, , workspace = '', picture = ''] = src.split('/');
  const request = new Request(`http://localhost${src}`, range ? { headers: { Range: range } } : {});
  return GET(request, { params: Promise.resolve({ workspace, picture }) });
};
const file = (start: (string | number)[]) =>
  Buffer.concat([
    ...start.map((s) => (typeof s === 'string' ? Buffer.from(s, 'latin1') : Buffer.from([s]))),
    Buffer.alloc(80, 7),
  ]);

test.each([
  ['MP3 with a tag', ['ID3'], 'audio/mpeg', 'sound'],
  ['MP3', [0xff, 0xfb], 'audio/mpeg', 'sound'],
  ['WAV', ['RIFF', 0, 0, 0, 0, 'WAVE'], 'audio/wav', 'sound'],
  ['OGG', ['OggS'], 'audio/ogg', 'sound'],
  ['M4A', [0, 0, 0, 24, 'ftypM4A '], 'audio/mp4', 'sound'],
  ['MP4', [0, 0, 0, 24, 'ftypisom'], 'video/mp4', 'video'],
  ['WebM', [0x1a, 0x45, 0xdf, 0xa3], 'video/webm', 'video'],
])('%s is taken in for what it is', async (_, start, type, kind) => {
  const made = await addRecording(await somebody(), file(start));
  expect(made.kind).toBe(kind);
  expect((await served(made.src)).headers.get('content-type')).toBe(type);
});

test.each([
  ['a page', ['<html><script>']],
  ['a picture', [0xff, 0xd8, 0xff, 0xe0]],
  ['nothing', []],
])('%s is refused', async (_, start) => {
  await expect(addRecording(await somebody(), start.length ? file(start) : Buffer.alloc(0))).rejects.toMatchObject({
    status: 422,
    code: 'not-a-recording',
  });
});

test('readers put nothing in', async () => {
  await expect(addRecording(await somebody('Otto', 'reader'), file(['ID3']))).rejects.toMatchObject({ status: 403 });
});

test('it is served by stretches, as players ask for it', async () => {
  const bytes = file(['ID3']);
  const { src } = await addRecording(await somebody(), bytes);
  const whole = await served(src);
  expect([whole.status, whole.headers.get('accept-ranges')]).toEqual([200, 'bytes']);
  for (const [range, status, content, from, to] of [
    ['bytes=0-2', 206, `bytes 0-2/${bytes.length}`, 0, 3],
    ['bytes=80-', 206, `bytes 80-82/${bytes.length}`, 80, 83],
    ['bytes=-2', 206, `bytes 81-82/${bytes.length}`, 81, 83],
    ['bytes=10-5000', 206, `bytes 10-82/${bytes.length}`, 10, 83],
  ] as const) {
    const part = await served(src, range);
    expect([part.status, part.headers.get('content-range')]).toEqual([status, content]);
    expect(Buffer.from(await part.arrayBuffer())).toEqual(bytes.subarray(from, to));
  }
  expect((await served(src, 'bytes=500-600')).status).toBe(416);
  expect((await served(src, 'words=1-2')).status).toBe(200);
});
