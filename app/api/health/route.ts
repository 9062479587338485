/** Says that the server answers at all: what a balancer asks, and the baseline of the bench. */
export const dynamic = 'force-dynamic';
export const GET = () => Response.json({ ok: true });
export const POST = () => Response.json({ ok: true });
