/** Requests of the studio to the server. */
export class RequestFailed extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly details?: unknown,
  ) {
    super(message);
  }
}

/** GET without a body, POST with one, or another method. @throws RequestFailed with words for the creator */
export function request<T>(url: string, body?: unknown, method = body === undefined ? 'GET' : 'POST'): Promise<T> {
  return send<T>(url, {
    method,
    ...(body === undefined ? {} : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
  });
}

/** Sends a file as it is. @throws RequestFailed with words for the creator */
export const upload = <T>(url: string, file: Blob): Promise<T> =>
  send<T>(url, { method: 'POST', headers: { 'Content-Type': 'application/octet-stream' }, body: file });

async function send<T>(url: string, init: RequestInit): Promise<T> {
  let response: Response;
  try {
    response = await fetch(url, init);
  } catch {
    throw new RequestFailed(
      503,
      'The server cannot be reached. What you did is kept in this window and sent when it can be.',
    );
  }
  const answer = (await response.json().catch(() => ({}))) as { message?: string; details?: unknown };
  if (!response.ok)
    throw new RequestFailed(
      response.status,
      answer.message ?? 'That did not work just now. Please try again.',
      answer.details,
    );
  return answer as T;
}
