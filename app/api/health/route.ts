/** Says that the server answers at all; the baseline of the bench. Whether it should be sent requests is told by /api/health/ready. */
export const dynamic = 'force-dynamic';
export const GET = () => Response.json({ ok: true });
export const POST = () => Response.json({ ok: true });
