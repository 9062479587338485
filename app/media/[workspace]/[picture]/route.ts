import { pictureOf } from '../../../../server/media/pictures';

/** A picture or recording never changes under its address, so browsers may keep it for good. Players ask for a stretch of it at a time. */
export async function GET(request: Request, { params }: { params: Promise<{ workspace: string; picture: string }> }) {
  const { workspace, picture } = await params;
  const found = await pictureOf(workspace, picture);
  if (!found) return new Response('There is nothing under this address.', { status: 404 });
  const headers = {
    'Content-Type': found.type,
    'Cache-Control': 'public, max-age=31536000, immutable',
    'Cross-Origin-Resource-Policy': 'cross-origin',
    'X-Content-Type-Options': 'nosniff',
    'Accept-Ranges': 'bytes',
  };
  const size = found.bytes.length;
  const range = stretchOf(request.headers.get('range'), size);
  if (range === undefined) return new Response(new Uint8Array(found.bytes), { headers });
  if (range === null)
    return new Response(null, { status: 416, headers: { ...headers, 'Content-Range': `bytes */${size}` } });
  const { from, to } = range;
  return new Response(new Uint8Array(found.bytes.subarray(from, to + 1)), {
    status: 206,
    headers: { ...headers, 'Content-Range': `bytes ${from}-${to}/${size}` },
  });
}

/** The stretch that a Range header asks for (RFC 9110, 14.1); undefined where it asks for all, null where there is no such stretch. */
function stretchOf(header: string | null, size: number): { from: number; to: number } | null | undefined {
  const [, first, last] = /^bytes=(\d*)-(\d*)$/.exec(header ?? '') ?? [];
  if (first === undefined || last === undefined || (!first && !last)) return undefined;
  const from = first ? Number(first) : Math.max(0, size - Number(last));
  const to = first && last ? Math.min(Number(last), size - 1) : size - 1;
  return from <= to ? { from, to } : null;
}
