// node scripts/answers.mjs ADDRESS PID: waits until the server PID answers at ADDRESS that it is ready, however long that takes.
// Ends with 1 where the server has ended.
import http from 'node:http'
import https from 'node:https'

const [address, pid] = process.argv.slice(2)
const between = 100
const patience = 15_000

const runs = () => {
  try {
    process.kill(Number(pid), 0)
    return true
  } catch (problem) {
    return problem.code === 'EPERM'
  }
}

/** True where it answers, and says that it is ready. The certificate is this machine's own, so nobody vouches for it. */
const isReady = () =>
  new Promise((done) => {
    const ask = address.startsWith('https') ? https : http
    ask
      .get(`${address}/readyz`, { rejectUnauthorized: false, timeout: patience }, (answer) => {
        answer.resume()
        done(answer.statusCode === 200)
      })
      .on('timeout', function () {
        this.destroy()
      })
      .on('error', () => done(false))
  })

let said = Date.now()
while (!(await isReady())) {
  if (!runs()) process.exit(1)
  if (Date.now() - said > patience) {
    said = Date.now()
    console.error('\x1b[2m·\x1b[0m Still starting')
  }
  await new Promise((next) => setTimeout(next, between))
}
