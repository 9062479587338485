// A small client of the API: it waits where it asks too much, sends again what was not answered, and reads page after page.
// YES_MAYBE_URL and YES_MAYBE_TOKEN say where and by which token; `node docs/examples/client.mjs` lists the finished runs of each quiz.
import { randomUUID } from 'node:crypto';

const url = process.env.YES_MAYBE_URL;
const token = process.env.YES_MAYBE_TOKEN;
const pause = (seconds) => new Promise((resume) => setTimeout(resume, seconds * 1000));

export async function ask(method, path, body) {
  // Under the same key the same request is done once, however often it is sent.
  const key = randomUUID();
  for (let tries = 1; ; tries++) {
    let response;
    try {
      response = await fetch(url + path, {
        method,
        headers: {
          Authorization: `Bearer ${token}`,
          ...(method === 'GET' ? {} : { 'Idempotency-Key': key, 'Content-Type': 'application/json' }),
        },
        ...(method === 'GET' ? {} : { body: JSON.stringify(body ?? {}) }),
      });
    } catch (error) {
      if (tries === 5) throw error;
      await pause(tries);
      continue;
    }
    const isLater = response.status === 429 || response.status === 503 || response.status === 409;
    const after = Number(response.headers.get('Retry-After'));
    if (isLater && after > 0 && tries < 5) await pause(after);
    else if (response.ok) return response.json();
    else {
      // RFC 9457: `detail` is for a person, `code` for a program.
      const { detail, code } = await response.json();
      throw Object.assign(new Error(detail), { code, status: response.status });
    }
  }
}

export async function* quizzes() {
  for (let next = ''; next !== null;) {
    const page = await ask('GET', `/api/quizzes${next && `?after=${encodeURIComponent(next)}`}`);
    yield* page.quizzes;
    next = page.next;
  }
}

if (process.argv[1]?.endsWith('client.mjs'))
  for await (const { title, state, finished } of quizzes())
    process.stdout.write(`${title} (${state}): ${finished} finished\n`);
