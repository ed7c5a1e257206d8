/** What a page asked of the server. */
export interface Asked {
  method: string;
  path: string;
  body: unknown;
}

type Reply = (asked: Asked) => { status?: number; json?: unknown };

const replies = new Map<string, Reply>();
let log: Asked[] = [];

export const nursery = '11111111-1111-7111-8111-111111111111';

/** Everything that was asked but the reads that answer themselves. */
export const asked = (method?: string): Asked[] => log.filter((a) => !method || a.method === method);

/** How the server answers a path below the nursery: "POST lots/x/entries". */
export function on(what: string, reply: Reply | object): void {
  replies.set(what, typeof reply === 'function' ? (reply as Reply) : () => ({ json: reply }));
}

/** A refusal as the server words it: a sentence at a field. */
export const refused = (field: string, sentence: string) => () => ({
  status: 422,
  json: { title: sentence, errors: { [field]: [sentence] } },
});

export function forget(): void {
  replies.clear();
  log = [];
}

export const answer: typeof fetch = async (input, init) => {
  const request = input instanceof Request ? input : new Request(new URL(String(input), window.location.origin), init);
  const url = new URL(request.url);
  const path = url.pathname.replace(`/api/nurseries/${nursery}/`, '').replace('/api/', '') + url.search;
  const text = await request.text();
  const one: Asked = { method: request.method, path, body: text === '' ? null : (JSON.parse(text) as unknown) };
  log.push(one);
  const reply = replies.get(`${one.method} ${path}`);
  if (!reply) throw new TypeError(`Nothing answers ${one.method} ${path}.`);
  const { status = 200, json } = reply(one);
  return new Response(json === undefined ? null : JSON.stringify(json), {
    status: json === undefined ? 204 : status,
    headers: { 'Content-Type': status >= 400 ? 'application/problem+json' : 'application/json' },
  });
};
