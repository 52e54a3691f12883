/** Starts the simulated outside world: an index, the publisher, and the client sites, each at an address of its own. */
import { createServer } from 'node:http'
import { createEmbeds } from './embeds'
import { publications } from './entries'
import { createCommunity, createOffers, createPeople, createReviews } from './directories'
import { fileNames } from './feedFormats'
import { propPage, send } from './html'
import { createExchange } from './exchange'
import { createHub } from './hub'
import { createLetters } from './letters'
import { createMailbox } from './mailbox'
import { createNetwork } from './network'
import { createPublisher } from './publisher'
import { createSite } from './siteServer'
import { standinSites } from './sites'
import { openState } from './state'
import { createTiles } from './tiles'

const port = Number(process.env.YIMBLE_STANDINS_PORT ?? 4330)
const delivery = process.env.YIMBLE_DELIVERY_URL ?? 'http://127.0.0.2:4320'
const { state, save } = openState(process.env.YIMBLE_STANDINS_FOLDER ?? '.yimble')
const at = (host: string) => `http://${host}:${port}`
const publisherHost = '127.0.0.4'
const hubHost = '127.0.0.16'
const mailboxHost = '127.0.0.19'
const hub = createHub(state, save)
/** 127.0.0.8 and 127.0.0.9 are free for what a test wants to be the outside. */
const siteHosts = ['127.0.0.5', '127.0.0.6', '127.0.0.7', '127.0.0.17', '127.0.0.18'] as const
const siteHost = (index: number) => siteHosts[index]!

type Handler = (
  request: import('node:http').IncomingMessage,
  response: import('node:http').ServerResponse,
) => Promise<void> | void

const index: Handler = (request, response) => {
  if (request.url === '/healthz')
    return send(response, JSON.stringify({ process: 'standins', status: 'ok' }), {
      'Content-Type': 'application/json',
    })
  const sites = standinSites.map(
    (site, order) =>
      `<li><a href="${at(siteHost(order))}/">${site.name.replace('&', '&amp;')}</a> (<a href="${at(siteHost(order))}/edit">edit</a>): ${site.manner}</li>`,
  )
  const feeds = publications.map(
    (one) =>
      `<li><code>${at(publisherHost)}/${one.id}/${fileNames[one.format]}</code> · ${one.title.replace('&', '&amp;')}</li>`,
  )
  send(
    response,
    propPage(
      'The stand-ins',
      `<h2>Client sites</h2><ul>${sites.join('')}</ul><h2>Feeds</h2><ul>${feeds.join('')}</ul><p><a href="${at(publisherHost)}/control">Make a feed slow, broken, empty, gone; add an entry</a></p><h2>Places with accounts and lists</h2><ul><li><a href="${at('127.0.0.11')}/control">Lumenfold</a>, a network for pictures and posts (password <code>lumen</code>)</li><li><a href="${at('127.0.0.12')}/">County Opinions</a>, a reviews directory</li><li><a href="${at('127.0.0.13')}/">Hearthroom</a>, a community host</li><li><a href="${at('127.0.0.14')}/">Register of People</a>, by key</li><li><a href="${at('127.0.0.15')}/">Saltmere Offers</a>, lists of offers</li><li><a href="${at('127.0.0.23')}/">Lantern Slides</a>, whose things may be shown elsewhere</li><li><a href="${at('127.0.0.24')}/">Penwether Exchange</a>, whose telephones ring in a browser</li><li><a href="${at('127.0.0.22')}/">County Surveyors</a>, whose maps may be used</li><li><a href="${at('127.0.0.20')}/">Saltmere Letters</a>, which takes those who sign up, by key</li><li><a href="${at(hubHost)}/">Saltmere Signals</a>, a hub that tells of the publisher’s news</li><li><a href="${at(mailboxHost)}/">Mailbox</a>, where every mail of the demo ends up</li></ul>`,
    ),
  )
}

const handlers: [string, Handler][] = [
  ['127.0.0.3', index],
  [
    publisherHost,
    createPublisher(at(publisherHost), state, save, {
      address: `${at(hubHost)}/`,
      publish: (topic) => void hub.publish(topic).catch((error: unknown) => console.error('hub', error)),
    }),
  ],
  [hubHost, hub.handle],
  ['127.0.0.11', createNetwork(at('127.0.0.11'), state, save)],
  ['127.0.0.12', createReviews(at('127.0.0.12'), state)],
  ['127.0.0.13', createCommunity(at('127.0.0.13'))],
  ['127.0.0.14', createPeople(at('127.0.0.14'))],
  ['127.0.0.15', createOffers(at('127.0.0.15'))],
  ['127.0.0.20', createLetters()],
  ['127.0.0.22', createTiles()],
  ['127.0.0.23', createEmbeds(at('127.0.0.23'))],
  ['127.0.0.24', createExchange(process.env.YIMBLE_EXCHANGE_KEY ?? '').handle],
  [mailboxHost, createMailbox(Number(process.env.YIMBLE_STANDINS_SMTP ?? 4335), mailboxHost)],
  ...standinSites.map((site, order): [string, Handler] => [
    siteHost(order),
    createSite(site, at(siteHost(order)), delivery, state, save),
  ]),
]

const servers = handlers.map(([host, handle]) =>
  createServer((request, response) => {
    void Promise.resolve(handle(request, response)).catch((error: unknown) => {
      console.error(host, error)
      if (!response.headersSent) response.writeHead(500)
      response.end()
    })
  }).listen(port, host),
)

const stop = () => {
  for (const server of servers) {
    server.close()
    server.closeAllConnections()
  }
  process.exit(0)
}
process.once('SIGTERM', stop)
process.once('SIGINT', stop)
