// Signed in at one server process with a token of the other, one is known to both: run by ./juvenal test.
const [one, two] = process.argv.slice(2);
const jar = new Map();
async function ask(url, init = {}) {
  const cookie = [...jar].map(([name, value]) => `${name}=${value}`).join('; ');
  const answer = await fetch(url, { ...init, headers: { ...init.headers, cookie } });
  for (const line of answer.headers.getSetCookie()) {
    const [name, ...value] = line.split(';')[0].split('=');
    jar.set(name, value.join('='));
  }
  return answer;
}
const session = async (server) => (await ask(`${server}/api/session`)).json();
const { token } = await session(one);
const entered = await ask(`${two}/api/demo`, {
  method: 'POST',
  headers: { 'content-type': 'application/json', 'X-Juvenal-Token': token },
  body: '{"role":"grower"}',
});
const names = [(await session(one)).name, (await session(two)).name];
console.log(entered.status, names);
process.exit(entered.status === 204 && names.every((n) => n === 'Yard grower') ? 0 : 1);
