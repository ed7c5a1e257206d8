// Asks a running server for what growers ask for, one after the other, and says what each costs: processor time of the server and its
// PostgreSQL together, as it is and in paces of this machine, and wall time. Run by ./juvenal bench big.
// node load.mjs URL SERVER-PID POSTMASTER-PID
import { readdirSync, readFileSync } from 'node:fs';

const [url, server, postmaster] = process.argv.slice(2);
const nursery = `${url}/api/nurseries/019c0de0-0000-7000-8000-000000000001`;
const ticks = 100;
const jar = new Map();
let token = '';

async function ask(method, address, body) {
  const cookie = [...jar].map(([name, value]) => `${name}=${value}`).join('; ');
  const answer = await fetch(address, {
    method,
    headers: { cookie, 'X-Juvenal-Token': token, ...(body ? { 'content-type': 'application/json' } : {}) },
    body: body ? JSON.stringify(body) : undefined,
  });
  for (const line of answer.headers.getSetCookie()) {
    const [name, ...value] = line.split(';')[0].split('=');
    jar.set(name, value.join('='));
  }
  const text = await answer.text();
  return {
    status: answer.status,
    bytes: text.length,
    json: text.startsWith('{') || text.startsWith('[') ? JSON.parse(text) : null,
  };
}

/** Milliseconds of processor time of the server, the postmaster, and its children, living and gone. */
function cpu() {
  let sum = 0;
  for (const pid of readdirSync('/proc').filter((p) => /^\d+$/.test(p))) {
    try {
      const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
      const fields = stat.slice(stat.lastIndexOf(')') + 2).split(' ');
      const own = Number(fields[11]) + Number(fields[12]);
      if (pid === server) sum += own;
      else if (pid === postmaster) sum += own + Number(fields[13]) + Number(fields[14]);
      else if (fields[1] === postmaster) sum += own;
    } catch {
      // It ended meanwhile.
    }
  }
  return (sum * 1000) / ticks;
}

const memory = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server}/status`, 'utf8'))[1]) / 1024;

const numbers = new Uint32Array(20_000);

/** Milliseconds of processor time to sort 20,000 numbers: machines differ, and one machine from hour to hour. */
function pace() {
  const took = [];
  for (let run = 0; run < 60; run++) {
    for (let i = 0, x = 1; i < numbers.length; i++) numbers[i] = x = (Math.imul(x, 1664525) + 1013904223) >>> 0;
    const before = process.cpuUsage();
    numbers.sort();
    const { user, system } = process.cpuUsage(before);
    took.push((user + system) / 1000);
  }
  return took.sort((a, b) => a - b)[took.length >> 1];
}

/** A server runs for weeks: what it is asked for has been asked for before, and its code is compiled. That goes on beside the asking. */
async function quiet() {
  for (let i = 0, last = cpu(); i < 40; i++) {
    await new Promise((r) => setTimeout(r, 500));
    const now = cpu();
    if (now - last <= 20) return;
    last = now;
  }
}

async function measure(name, times, act, warm = 200) {
  let first;
  // Code is compiled, watched, and compiled again.
  for (let i = 0; i < warm; i++) {
    first = await act(-1 - i);
    if (i % Math.ceil(warm / 3) === 0) await quiet();
  }
  if (first.status >= 300) {
    console.log(`${name.padEnd(16)} ${first.status}`);
    return;
  }
  await quiet();
  const unit = pace();
  const [before, began] = [cpu(), performance.now()];
  let statuses = '';
  for (let i = 0; i < times; i++) {
    const { status } = await act(i);
    if (status >= 300) statuses += ` ${status}`;
  }
  const wall = (performance.now() - began) / times;
  const cost = (cpu() - before) / times;
  console.log(
    `${name.padEnd(16)} ${cost.toFixed(1).padStart(8)} ms CPU ${(cost / unit).toFixed(1).padStart(7)} paces ${wall.toFixed(1).padStart(8)} ms ${(first.bytes / 1024).toFixed(0).padStart(6)} kB${statuses}`,
  );
}

const session = async () => (token = (await ask('GET', `${url}/api/session`)).json.token);
await session();
await ask('POST', `${url}/api/demo`, { role: 'owner' });
await session();

const batches = [];
for (let more = true; more;) {
  const page = (await ask('GET', `${nursery}/batches?take=200&skip=${batches.length}`)).json;
  batches.push(...page.batches);
  more = batches.length < page.total;
}
const growing = batches.filter((b) => !b.endedOn && b.standing > 40);
const uuid = () => {
  const hex = Date.now().toString(16).padStart(12, '0');
  const rest = [...crypto.getRandomValues(new Uint8Array(10))].map((b) => b.toString(16).padStart(2, '0')).join('');
  return `${hex.slice(0, 8)}-${hex.slice(8)}-7${rest.slice(0, 3)}-8${rest.slice(3, 6)}-${rest.slice(6, 18)}`;
};
const full = new Map();
for (const b of growing.slice(0, 25)) full.set(b.id, (await ask('GET', `${nursery}/batches/${b.id}`)).json);
const some = [...full.keys()];
const pick = (i) => some[((i % some.length) + some.length) % some.length];
const today = (await ask('GET', `${nursery}/site`)).json.today;

console.log(`A pace of this machine is ${pace().toFixed(2)} ms`);
console.log(`${batches.length} batches, ${batches.filter((b) => !b.endedOn).length} not ended`);
await measure('Round', 40, () => ask('GET', `${nursery}/round`));
await measure('Batches', 40, () => ask('GET', `${nursery}/batches`));
await measure('Batch', 20, (i) => ask('GET', `${nursery}/batches/${pick(i)}`));
await measure('Trays', 20, (i) => ask('GET', `${nursery}/batches/${pick(i)}/trays`));
await measure('Site', 20, () => ask('GET', `${nursery}/site/view`));
await measure('Seeds', 20, () => ask('GET', `${nursery}/lots`), 60);
await measure('Bench sheet', 20, () => ask('GET', `${nursery}/sowing`), 60);
await measure('Beds', 20, () => ask('GET', `${nursery}/beds`), 60);
await measure('Go or hold', 20, () => ask('GET', `${nursery}/go`), 60);
await measure('Sale', 20, () => ask('GET', `${nursery}/sale`), 60);
await measure('One entry', 200, (i) => {
  const group = full.get(pick(i)).groups.find((g) => g.seedlings > 20);
  const from = { containerId: group.containerId, placeId: group.placeId };
  return ask('POST', `${nursery}/batches/${pick(i)}/entries`, {
    id: uuid(),
    kind: 'lost',
    happenedOn: today,
    from,
    group: group.id,
    seedlings: 1,
    reason: 'slug',
  });
});
/** Plans that take longer than one waits for follow. */
async function followed() {
  while ((await ask('GET', `${nursery}/planning`)).json.waiting > 0) await new Promise((r) => setTimeout(r, 100));
}
let rules = (await ask('GET', `${nursery}/rules`)).json;
await measure(
  'Re-plan, rule',
  2,
  async () => {
    const days = rules.rules.hardeningDays === 10 ? 7 : 10;
    const answer = await ask('PUT', `${nursery}/rules`, {
      version: rules.version,
      rules: { ...rules.rules, hardeningDays: days },
    });
    await followed();
    rules = (await ask('GET', `${nursery}/rules`)).json;
    return answer.status === 202 ? { ...answer, status: 200 } : answer;
  },
  3,
);
await measure(
  'A new day',
  2,
  async () => {
    const answer = await ask('POST', `${nursery}/clock`, { days: 1 });
    await followed();
    return answer.status === 202 ? { ...answer, status: 200 } : answer;
  },
  2,
);
await measure('Export', 1, () => ask('GET', `${nursery}/export`), 1);
// On the big nursery, at last: eight who log for a minute while rules change and everything is planned anew under them.
if (batches.length > 1000) {
  const stood = new Map();
  for (const id of some) stood.set(id, (await ask('GET', `${nursery}/batches/${id}`)).json.standing);
  const lost = new Map(some.map((id) => [id, 0]));
  const [took, statuses] = [[], new Map()];
  const until = performance.now() + 60_000;
  const told = (status) => statuses.set(status, (statuses.get(status) ?? 0) + 1);
  const writer = async (w) => {
    for (let i = w; performance.now() < until; i += 8) {
      const id = pick(i);
      const group = full.get(id).groups.find((g) => g.seedlings > 20);
      const from = { containerId: group.containerId, placeId: group.placeId };
      const entry = { id: uuid(), kind: 'lost', happenedOn: today, from, group: group.id, seedlings: 1, reason: 'slug' };
      const began = performance.now();
      const { status } = await ask('POST', `${nursery}/batches/${id}/entries`, entry);
      took.push(performance.now() - began);
      told(status);
      if (status !== 200) continue;
      // Nine of ten are taken back; one in five is sent twice, as a phone with a poor line does.
      if (i % 5 === 0) told((await ask('POST', `${nursery}/batches/${id}/entries`, entry)).status);
      const undo = { id: uuid(), kind: 'undo', happenedOn: today, corrects: entry.id };
      const undone = i % 10 === 0 ? 0 : (await ask('POST', `${nursery}/batches/${id}/entries`, undo)).status;
      if (undone) told(undone);
      if (undone !== 200) lost.set(id, lost.get(id) + 1);
    }
  };
  const planner = async () => {
    while (performance.now() < until) {
      const now = (await ask('GET', `${nursery}/rules`)).json;
      const days = now.rules.hardeningDays === 10 ? 7 : 10;
      told((await ask('PUT', `${nursery}/rules`, { version: now.version, rules: { ...now.rules, hardeningDays: days } })).status);
      await new Promise((r) => setTimeout(r, 4000));
    }
  };
  await Promise.all([...Array.from({ length: 8 }, (_, w) => writer(w)), planner()]);
  await followed();
  let wrong = 0;
  for (const id of some) {
    const now = (await ask('GET', `${nursery}/batches/${id}`)).json;
    const groups = now.groups.reduce((n, g) => n + g.seedlings, 0);
    if (now.standing !== stood.get(id) - lost.get(id) || groups !== now.standing || now.outOfDate) wrong++;
  }
  took.sort((a, b) => a - b);
  const bad = [...statuses].filter(([status]) => status >= 500).reduce((n, [, times]) => n + times, 0);
  console.log(
    `Eight writers    ${(took.length / 60).toFixed(0)} entries a second beside re-planning, half within ${took[took.length >> 1].toFixed(0)} ms, 95 of 100 within ${took[Math.floor(took.length * 0.95)].toFixed(0)} ms; ` +
      `${bad} × 5xx, ${wrong} of ${some.length} batches whose counts do not agree; ${[...statuses].map(([status, times]) => `${times} × ${status}`).join(', ')}`,
  );
}
console.log(`Server memory    ${memory().toFixed(0).padStart(8)} MB`);
