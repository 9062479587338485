import { pictureOf } from '../../../../server/pictures';

/** A picture never changes under its address, so browsers may keep it for good. */
export async function GET(_request: Request, { params }: { params: Promise<{ workspace: string; picture: string }> }) {
  const { workspace, picture } = await params;
  const found = await pictureOf(workspace, picture);
  if (!found) return new Response('There is no such picture.', { status: 404 });
  return new Response(new Uint8Array(found.bytes), {
    headers: {
      'Content-Type': found.type,
      'Cache-Control': 'public, max-age=31536000, immutable',
      'Cross-Origin-Resource-Policy': 'cross-origin',
    },
  });
}
