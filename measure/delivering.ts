/** Delivery against a bare node:http server with the same bytes, in processes of their own, in turns. */
import { spawn, type ChildProcess } from 'node:child_process'
import autocannon from 'autocannon'
import { line, median, type Line } from './measure'

const bare = (port: number, url: string) => `
  const body = Buffer.from(await (await fetch(${JSON.stringify(url)}, { headers: { 'accept-encoding': 'identity' } })).arrayBuffer())
  const { createServer } = await import('node:http')
  createServer((_request, response) => { response.writeHead(200, { 'Content-Type': 'application/json; charset=utf-8', 'Content-Length': body.length, 'Cache-Control': 'public, max-age=30' }); response.end(body) }).listen(${port}, '127.0.0.2', () => console.log('up'))`

async function startBare(port: number, url: string): Promise<ChildProcess> {
  const child = spawn('node', ['--input-type=module', '-e', bare(port, url)], {
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  await new Promise<void>((done, fail) => {
    child.stdout!.once('data', () => done())
    child.once('exit', () => fail(new Error(`the bare server could not listen on port ${port}`)))
  })
  return child
}

const fire = (url: string) =>
  autocannon({ url, connections: 20, duration: 4, headers: { 'accept-encoding': 'identity' } })

const perSecond = 2_000
const sockets = 20

/**
 * So many requests a second to the visitor API, each with a body, from a process of its own. They are written to sockets as bytes, many
 * in one write and none waits for an answer, so that the flood takes little of the machine from what is measured; what is closed is opened
 * again. Tells how many were answered when it is ended.
 */
const flood = (url: string) => `
  const { connect } = await import('node:net')
  const { hostname, port, pathname } = new URL(${JSON.stringify(url)})
  let answered = 0
  const count = (data) => { answered += String(data).split('HTTP/1.1 ').length - 1 }
  const open = (at) => connect(Number(port), hostname).on('data', count).on('error', () => {}).on('close', () => { sockets[at] = open(at) })
  const sockets = Array.from({ length: ${sockets} }, (_one, at) => open(at))
  let at = 0
  const one = () => 'POST ' + pathname + '?key=' + (at += 1).toString(16).padStart(32, '0') + ' HTTP/1.1\\r\\nHost: x\\r\\nContent-Length: 2\\r\\n\\r\\n{}'
  let turn = 0
  setInterval(() => {
    let bytes = ''
    while (at < performance.now() / 1000 * ${perSecond}) bytes += one()
    sockets[(turn += 1) % ${sockets}].write(bytes)
  }, 5)
  process.on('SIGTERM', () => { console.log(answered / performance.now() * 1000); process.exit() })
  setTimeout(() => console.log('up'), 500)`

/** Pace of artifacts while visitors' requests flood in, as a share of their pace without. */
async function flooded(
  delivery: string,
  ref: string,
): Promise<{ readonly share: number; readonly rate: number }> {
  const ours = `${delivery}/w/${ref}.json`
  const shares: number[] = []
  const rates: number[] = []
  let { requests: before } = await fire(ours)
  for (let round = 0; round < 5; round += 1) {
    const child = spawn('node', ['--input-type=module', '-e', flood(`${delivery}/x/${ref}/join`)], {
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    const said = () => new Promise<string>((done) => child.stdout.once('data', (text) => done(String(text))))
    await said()
    // On a slow machine fewer are answered: what is measured is what is left beside as many as come.
    const { requests: during, errors, non2xx } = await fire(ours)
    const told = said()
    child.kill()
    rates.push(Number(await told))
    if (errors + non2xx > 0) throw new Error(`delivery failed ${errors + non2xx} requests in a flood`)
    // A machine's own pace wanders from second to second: what is beside the flood is compared with what is on both sides of it.
    const { requests: after } = await fire(ours)
    shares.push((2 * during.average) / (before.average + after.average))
    before = after
  }
  return { share: median(shares), rate: median(rates) }
}

export async function delivering(delivery: string, ref: string): Promise<Line[]> {
  const port = Number(new URL(delivery).port) + 5
  const ours = `${delivery}/w/${ref}.json`
  const child = await startBare(port, ours)
  try {
    const rates: number[] = []
    const tails: number[] = []
    await fire(ours)
    await fire(`http://127.0.0.2:${port}/`)
    for (let round = 0; round < 3; round += 1) {
      const [a, b] = [await fire(ours), await fire(`http://127.0.0.2:${port}/`)]
      if (a.non2xx > 0 || a.errors > 0)
        throw new Error(`delivery failed ${a.non2xx + a.errors} requests under load`)
      rates.push(a.requests.average / b.requests.average)
      tails.push(Math.max(a.latency.p99, 1) / Math.max(b.latency.p99, 1))
    }
    const { share, rate } = await flooded(delivery, ref)
    return [
      line('delivery: requests a second, as a share of a bare server', median(rates), 'times', ['>=', 0.8]),
      line(
        `delivery: pace of artifacts while ${Math.round(rate)} requests a second are answered of a flood of ${perSecond} at the visitor API, as a share of their own`,
        share,
        'times',
        ['>=', 0.8],
      ),
      line('delivery: p99 against a bare server’s', median(tails), 'times', ['<=', 1.5]),
    ]
  } finally {
    child.kill()
  }
}
