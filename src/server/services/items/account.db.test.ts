/** A social account: found by its name, paged in, and never more than is public. */
import { beforeEach, describe, expect, test } from '@jest/globals'
import { makeActor } from '../../db/testDatabase'
import type { Actor } from '../access/actor'
import { codeOf, startServices } from '../testServices'

const { s, outside } = startServices()

let actor: Actor
let client: string
beforeEach(async () => {
  actor = await makeActor()
  client = (await s.createClient(actor, { name: 'Hall', locale: 'en', timeZone: 'UTC' })).id
})

describe('a social account', () => {
  test('is found by its name at its host, and its posts are paged in', async () => {
    const at = outside.origin
    const note = (id: number, to = 'as:Public') => ({
      type: 'Create',
      object: {
        id: `${at}/n/${id}`,
        type: 'Note',
        content: `<p>Post ${id}</p>`,
        attributedTo: `${at}/users/ada`,
        to: [to],
        published: '2026-03-02T08:00:00Z',
      },
    })
    outside.answer = (request, response) => {
      const body = request.url!.startsWith('/.well-known/webfinger')
        ? { links: [{ rel: 'self', type: 'application/activity+json', href: `${at}/users/ada` }] }
        : request.url === '/users/ada'
          ? {
              '@context': 'https://www.w3.org/ns/activitystreams',
              type: 'Person',
              name: 'Ada',
              outbox: `${at}/outbox`,
            }
          : request.url === '/outbox'
            ? {
                '@context': 'https://www.w3.org/ns/activitystreams',
                type: 'OrderedCollection',
                first: `${at}/outbox?page=1`,
              }
            : request.url === '/outbox?page=1'
              ? {
                  '@context': 'https://www.w3.org/ns/activitystreams',
                  type: 'OrderedCollectionPage',
                  orderedItems: [note(1), note(2, 'followers')],
                  next: `${at}/outbox?page=2`,
                }
              : {
                  '@context': 'https://www.w3.org/ns/activitystreams',
                  type: 'OrderedCollectionPage',
                  orderedItems: [note(3)],
                  next: `${at}/outbox?page=2`,
                }
      response.writeHead(200, { 'content-type': 'application/activity+json' }).end(JSON.stringify(body))
    }
    const source = await s.addSource(actor, client, { address: `@ada@${new URL(at).host}` })
    expect(source).toMatchObject({
      label: 'Ada',
      reader: 'activitystreams',
      items: 3,
      closed: 1,
      address: `${at}/outbox`,
    })
    expect((await s.itemsOfSources(actor, [source.id])).map((one) => one.text)).toEqual(['Post 1', 'Post 3'])
    const before = outside.answer
    outside.answer = (request, response) =>
      request.url === '/outbox?page=1'
        ? void response.writeHead(200, { 'content-type': 'application/activity+json' }).end(
            JSON.stringify({
              '@context': 'https://www.w3.org/ns/activitystreams',
              type: 'OrderedCollectionPage',
              orderedItems: [note(4), note(1)],
              next: `${at}/outbox?page=2`,
            }),
          )
        : before(request, response)
    await s.refreshSource(actor, source.id)
    expect((await s.itemsOfSources(actor, [source.id])).map((one) => one.text)).toContain('Post 4')
  })
  test('shows what it likes and who follows it, read where it lies, as far as it is public', async () => {
    const at = outside.origin
    const as = (body: object) => ({ '@context': 'https://www.w3.org/ns/activitystreams', ...body })
    const post = (id: number, to: string) =>
      as({
        id: `${at}/n/${id}`,
        type: 'Note',
        content: `<p>Post ${id}</p>`,
        attributedTo: `${at}/users/bo`,
        to: [to],
        published: '2026-03-02T08:00:00Z',
      })
    const bodies: Record<string, object> = {
      '/liked': as({
        type: 'OrderedCollection',
        orderedItems: [
          `${at}/n/1`,
          `${at}/n/2`,
          `${at}/n/3`,
          'http://10.0.0.1/n/4',
          { type: 'Announce', id: `${at}/b`, object: `${at}/n/5`, published: '2026-04-01T00:00:00Z' },
        ],
      }),
      '/n/1': post(1, 'as:Public'),
      '/n/2': post(2, `${at}/users/bo/followers`),
      '/n/5': post(5, 'as:Public'),
      '/followers': as({ type: 'Collection', items: [`${at}/users/bo`] }),
      '/users/bo': as({
        type: 'Person',
        name: 'Bo',
        url: `${at}/@bo`,
        outbox: `${at}/o`,
        icon: { type: 'Image', url: `${at}/bo.png` },
      }),
    }
    outside.answer = (request, response) => {
      const body = bodies[request.url!]
      response
        .writeHead(body ? 200 : 403, { 'content-type': 'application/activity+json' })
        .end(JSON.stringify(body ?? {}))
    }
    const liked = await s.addSource(actor, client, { address: `${at}/liked` })
    expect(liked).toMatchObject({ items: 3, closed: 1 })
    expect((await s.itemsOfSources(actor, [liked.id])).map((one) => [one.text, one.sharedFrom])).toEqual([
      ['Post 1', undefined],
      ['Post 5', 'bo'],
    ])
    const followers = await s.addSource(actor, client, { address: `${at}/followers` })
    expect(await s.itemsOfSources(actor, [followers.id])).toMatchObject([
      { type: 'Person', name: 'Bo', url: `${at}/@bo`, image: [{}] },
    ])
    const before = outside.answer
    outside.answer = (request, response) =>
      request.url!.startsWith('/n/') ? void response.writeHead(503).end() : before(request, response)
    await s.refreshSource(actor, liked.id)
    expect((await s.itemsOfSources(actor, [liked.id])).map((one) => one.text)).toEqual(['Post 1', 'Post 5'])
    outside.answer = before
    bodies['/n/1'] = post(1, `${at}/users/bo/followers`)
    await s.refreshSource(actor, liked.id)
    expect((await s.itemsOfSources(actor, [liked.id])).map((one) => one.text)).toEqual(['Post 5'])
  })
  test('that nobody knows is said, and nothing is kept', async () => {
    outside.answer = (_request, response) => void response.writeHead(404).end()
    expect(
      await codeOf(s.addSource(actor, client, { address: `@nobody@${new URL(outside.origin).host}` })),
    ).not.toBe('done')
    expect(await s.listSources(actor, client)).toEqual([])
  })
})
