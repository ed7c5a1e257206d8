import createClient from 'openapi-fetch';
import type { components, paths } from './schema';

export type Schemas = components['schemas'];

/** What the server says when it refuses: a sentence, sentences at fields, and what stands now. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    title: string,
    readonly code: string | null,
    readonly errors: Record<string, string[]>,
    readonly current: unknown,
    /** What is hard to believe of it: sent again with these, it is taken. */
    readonly doubts: string[] = [],
  ) {
    super(title);
  }

  /** The first sentence at a field, or at one below it. */
  at(field: string): string | undefined {
    return this.errors[field]?.[0];
  }
}

let token = '';

export const api = createClient<paths>({ baseUrl: window.location.origin });
api.use({
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-Juvenal-Token', token);
    return request;
  },
});

export async function openSession(): Promise<Schemas['Session']> {
  const session = await unwrap(api.GET('/api/session'));
  token = session.token;
  return session;
}

/** One of the public calculators, by name: all take and give plain JSON. */
export async function calculate(name: string, body: string): Promise<Record<string, unknown>> {
  const response = fetch(`/api/calc/${name}`, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body }).then(
    async (r): Promise<Answer<Record<string, unknown>>> => {
      const json = (await r.json()) as Record<string, unknown>;
      return r.ok ? { data: json, response: r } : { error: json, response: r };
    },
  );
  return unwrap(response);
}

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The answer's data, or a Problem. */
export async function unwrap<T>(answer: Promise<Answer<T>>): Promise<NonNullable<T>> {
  let got: Answer<T>;
  try {
    got = await answer;
  } catch {
    throw new Problem(0, 'The server does not answer. What you typed is still here.', 'offline', {}, null);
  }
  if (got.response.ok) return (got.data ?? {}) as NonNullable<T>;
  const body = (typeof got.error === 'object' && got.error !== null ? got.error : {}) as Record<string, unknown>;
  throw new Problem(
    got.response.status,
    typeof body.detail === 'string' ? body.detail : typeof body.title === 'string' ? body.title : 'Something went wrong.',
    typeof body.code === 'string' ? body.code : null,
    (body.errors ?? {}) as Record<string, string[]>,
    body.current ?? null,
    Array.isArray(body.doubts) ? (body.doubts as string[]) : [],
  );
}
