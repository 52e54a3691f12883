/** What tests of the visitor API share: it and its letters behind a socket of their own. */
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'

/** @returns its origin, and how it is ended */
export async function startVisitors(): Promise<{ readonly origin: string; readonly stop: () => void }> {
  const { answerVisitor, visitorPath } = await import('./visitors')
  const { answerLetter, letterPath } = await import('./letters')
  const { answerTimes, timesPath } = await import('./timesPage')
  const { answerBooking, bookingPath, feedPath, sendFeed } = await import('./bookingPage')
  const { answerExchange } = await import('./exchangeCalls')
  const { tellPath } = await import('../services/ring/exchange')
  const { answerPosted } = await import('./postedPage')
  const { postedPath } = await import('../services/visitors/posting')
  const server = createServer((request, response) => {
    const path = request.url!.split('?')[0]!
    const [visit, letter] = [visitorPath.exec(path), letterPath.exec(path)]
    const [booking, feed] = [bookingPath.exec(path), feedPath.exec(path)]
    const times = timesPath.exec(path)
    const told = tellPath.exec(path)
    const posted = postedPath.exec(path)
    const work = visit
      ? answerVisitor(request, response, visit)
      : letter
        ? answerLetter(request, response, letter)
        : booking
          ? answerBooking(request, response, booking)
          : feed
            ? sendFeed(response, feed)
            : times
              ? answerTimes(request, response, times)
              : posted
                ? answerPosted(request, response, posted)
                : told
                  ? answerExchange(request, response, told)
                  : Promise.resolve(void response.writeHead(404).end())
    work.catch(() => response.writeHead(503).end('{}'))
  })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  return {
    origin: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    stop() {
      server.closeAllConnections()
      server.close()
    },
  }
}

/** A key as the embed's door makes one for each send. */
export { newKey } from '@/kinds/newKey'
