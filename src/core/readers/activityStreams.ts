/**
 * ActivityStreams 2.0 (W3C) as ActivityPub servers speak it: an actor leads to its outbox; collections and their pages
 * hold posts. A post that was not addressed to the public is marked private.
 */
import type { ReadItem, ReadPicture } from '../items/item'
import { oneLine, textOf } from '../items/text'
import { readMoment, writeMoment } from '../schedule/moment'
import { readDate } from './dates'
import { isObject, listOf, number, objects, parseTolerant, string, strings, type Json } from './json'
import { picturesIn, unique } from './pictures'
import type { AnnouncedFeed, ReadProblem, Reader, Reference } from './reader'
import { resolve } from './address'

const actorTypes = new Set(['Person', 'Organization', 'Service', 'Application', 'Group'])
const collectionTypes = new Set([
  'Collection',
  'OrderedCollection',
  'CollectionPage',
  'OrderedCollectionPage',
])
const postTypes = new Set([
  'Note',
  'Article',
  'Page',
  'Image',
  'Video',
  'Audio',
  'Question',
  'Event',
  'Document',
])
const publicNames = /(^|[#:])Public$/

export const activityStreams: Reader = {
  id: 'activitystreams',
  label: 'social account',
  sniff: (head) =>
    !/^\s*[{[]/.test(head)
      ? 0
      : /www\.w3\.org\/ns\/activitystreams/.test(head)
        ? 0.95
        : /"type"\s*:\s*"(OrderedCollection|Collection)(Page)?"/.test(head)
          ? 0.85
          : 0,
  read(text, context) {
    const problems: ReadProblem[] = []
    const root = parseTolerant(text)
    if (!isObject(root))
      return {
        feed: {},
        items: [],
        problems: [
          { where: 'the whole document', what: 'it is not valid JSON', done: 'nothing could be read' },
        ],
      }
    const type = string(root.type) ?? ''
    if (actorTypes.has(type)) {
      return {
        feed: {
          title: textOf(string(root.name) ?? string(root.preferredUsername) ?? ''),
          description: textOf(string(root.summary) ?? '') || undefined,
          url: linkOf(root.url, context.url),
          image: pictures(root.icon, context.url)[0]?.url,
        },
        items: [],
        problems,
        announced: collectionsOf(root, context.url),
      }
    }
    const isCollection = collectionTypes.has(type)
    const entries = isCollection
      ? [
          ...listOf(root.orderedItems),
          ...listOf(root.items),
          ...(isObject(root.first) ? [...listOf(root.first.orderedItems), ...listOf(root.first.items)] : []),
        ]
      : [root]
    const items = entries.flatMap((entry) => readEntry(entry, context.url) ?? [])
    const references = entries.flatMap((entry) => referenceIn(entry, context.url) ?? [])
    if (references.length > 0)
      problems.push({
        where: references.length === 1 ? 'an entry' : `${references.length} entries`,
        what: 'only the address is told',
        done: 'what is public is read from there',
      })
    const next = resolve(
      string(root.next) ??
        (isObject(root.first)
          ? string(root.first.next)
          : entries.length === 0
            ? string(root.first)
            : undefined),
      context.url,
    )
    return {
      feed: { title: textOf(string(root.name) ?? ''), language: undefined },
      items,
      problems,
      next,
      ...(references.length > 0 ? { references } : {}),
    }
  },
  example:
    '{"@context":"https://www.w3.org/ns/activitystreams","type":"OrderedCollection","orderedItems":[{"type":"Create","actor":"https://kiln.example/ada","published":"2026-03-02T08:00:00Z","to":["https://www.w3.org/ns/activitystreams#Public"],"object":{"id":"https://kiln.example/1","type":"Note","content":"<p>First firing</p>","to":["as:Public"]}}]}',
}

/** A post, also inside the activity that made or passed it on; what is deleted or only liked is nothing. */
function readEntry(entry: unknown, base: string | undefined): ReadItem | undefined {
  if (!isObject(entry)) return undefined
  const type = strings(entry.type)[0] ?? ''
  if (type === 'Create' || type === 'Update' || type === 'Add')
    return isObject(entry.object)
      ? readEntry({ ...pick(entry, 'published', 'to', 'cc', 'actor'), ...entry.object }, base)
      : undefined
  if (type === 'Announce') {
    const object = isObject(entry.object) ? readEntry(entry.object, base) : undefined
    if (!object) return undefined
    return {
      ...object,
      guid: string(entry.id) ?? object.guid,
      sharedFrom: object.author?.name ?? object.author?.url ?? 'another account',
      datePublished: readDate(string(entry.published) ?? '') ?? object.datePublished,
    }
  }
  if (actorTypes.has(type)) return readActor(entry, base)
  return postTypes.has(type) ? readPost(entry, type, base) : undefined
}

/** What an account shows: its posts first, then what it keeps at the top, likes, lists, and who follows. */
function collectionsOf(actor: Json, base: string | undefined): AnnouncedFeed[] {
  const name = textOf(string(actor.name) ?? string(actor.preferredUsername) ?? 'this account')
  const named: readonly (readonly [unknown, string])[] = [
    [actor.outbox, `Posts by ${name}`],
    [actor.featured, `What ${name} keeps at the top`],
    [actor.liked, `What ${name} likes`],
    ...listOf(actor.streams).map(
      (stream, at) =>
        [
          stream,
          (isObject(stream) && textOf(string(stream.name) ?? '')) || `List ${at + 1} of ${name}`,
        ] as const,
    ),
    [actor.followers, `Who follows ${name}`],
  ]
  return named.flatMap(([value, title]) => {
    const url = resolve(isObject(value) ? string(value.id) : string(value), base)
    return url ? [{ url, title, contentType: 'application/activity+json' }] : []
  })
}

function readActor(actor: Json, base: string | undefined): ReadItem {
  return {
    type: 'Person',
    guid: string(actor.id),
    url: linkOf(actor.url, base) ?? resolve(string(actor.id), base),
    name: textOf(string(actor.name) ?? string(actor.preferredUsername) ?? ''),
    html: string(actor.summary),
    image: pictures(actor.icon, base),
    keywords: [],
  }
}

/** An address, a link, or something passed on by its address. */
function referenceIn(entry: unknown, base: string | undefined): Reference | undefined {
  if (!isObject(entry)) {
    const url = typeof entry === 'string' ? resolve(entry, base) : undefined
    return url ? { url } : undefined
  }
  const type = strings(entry.type)[0]
  if (type === 'Link' || (type === undefined && Object.keys(entry).length <= 2)) {
    const url = resolve(string(entry.href) ?? string(entry.id), base)
    return url ? { url } : undefined
  }
  const told = type === 'Announce' ? resolve(string(entry.object), base) : undefined
  return told
    ? {
        url: told,
        isShared: true,
        more: { guid: string(entry.id), datePublished: readDate(string(entry.published) ?? '') },
      }
    : undefined
}

const pick = (entry: Json, ...names: string[]) =>
  Object.fromEntries(names.flatMap((name) => (entry[name] === undefined ? [] : [[name, entry[name]]])))

function readPost(post: Json, type: string, base: string | undefined): ReadItem {
  const by = listOf(post.attributedTo ?? post.actor)[0]
  const byUrl = resolve(isObject(by) ? (string(by.url) ?? string(by.id)) : string(by), base)
  const byName = isObject(by)
    ? (string(by.name) ?? string(by.preferredUsername))
    : byUrl
      ? nameIn(byUrl)
      : undefined
  const content =
    string(post.content) ?? string(Object.values(isObject(post.contentMap) ? post.contentMap : {})[0])
  const language = isObject(post.contentMap) ? Object.keys(post.contentMap)[0] : undefined
  const audience = [...strings(post.to), ...strings(post.cc)]
  const isClosed =
    (post.to !== undefined || post.cc !== undefined) && !audience.some((one) => publicNames.test(one))
  const warning = string(post.summary)
  return {
    type:
      type === 'Article' || type === 'Page'
        ? 'Article'
        : type === 'Image'
          ? 'ImageObject'
          : type === 'Event'
            ? 'Event'
            : 'SocialMediaPosting',
    guid: string(post.id),
    url: linkOf(post.url, base) ?? resolve(string(post.id), base),
    name: textOf(string(post.name) ?? ''),
    summary: type === 'Article' ? warning : undefined,
    html: content,
    image: unique([
      ...(type === 'Image' ? pictures(post, base) : []),
      ...objects(post.attachment).flatMap((one) =>
        /^(Image|Document)$/.test(string(one.type) ?? '') &&
        !/^(video|audio|application|text)\//.test(string(one.mediaType) ?? '')
          ? pictures(one, base)
          : [],
      ),
      ...pictures(post.image, base),
      ...picturesIn(content ?? '', base),
    ]),
    author: byName ? { name: oneLine(byName), url: byUrl } : undefined,
    datePublished: readDate(string(post.published) ?? ''),
    dateModified: readDate(string(post.updated) ?? ''),
    keywords: objects(post.tag)
      .filter((tag) => /Hashtag$/.test(string(tag.type) ?? ''))
      .flatMap((tag) => string(tag.name)?.replace(/^#/, '') ?? []),
    inLanguage: language,
    startDate: timeOf(post.startTime),
    endDate: timeOf(post.endTime),
    inReplyTo: resolve(isObject(post.inReplyTo) ? string(post.inReplyTo.id) : string(post.inReplyTo), base),
    likes: number(isObject(post.likes) ? post.likes.totalItems : undefined),
    visibility: isClosed ? 'private' : undefined,
    hiddenBecause: isClosed ? 'the post was not meant for the public' : undefined,
  }
}

const timeOf = (value: unknown): string | undefined => {
  const moment = readMoment(string(value) ?? '')
  return moment && writeMoment(moment)
}

/** `…/users/ada` and `…/@ada` are ada. */
const nameIn = (address: string) => /\/@?([^/@]+)\/?$/.exec(new URL(address).pathname)?.[1]

function linkOf(value: unknown, base: string | undefined): string | undefined {
  const links = listOf(value)
  const page = links.find((one) => isObject(one) && /html/.test(string(one.mediaType) ?? '')) ?? links[0]
  return resolve(isObject(page) ? string(page.href) : string(page), base)
}

function pictures(value: unknown, base: string | undefined): ReadPicture[] {
  return listOf(value).flatMap((one) => {
    const url = isObject(one)
      ? (linkOf(one.url, base) ?? resolve(string(one.href), base))
      : resolve(string(one), base)
    return url
      ? [
          {
            url,
            width: isObject(one) ? number(one.width) : undefined,
            height: isObject(one) ? number(one.height) : undefined,
            caption: isObject(one) ? string(one.name) : undefined,
          },
        ]
      : []
  })
}
