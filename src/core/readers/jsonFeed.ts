/** JSON Feed 1.0 and 1.1 (jsonfeed.org). Fields of a wrong type are left out and said, never trusted. */
import type { ReadItem, ReadPicture } from '../items/item'
import { oneLine, textOf } from '../items/text'
import { readDate } from './dates'
import { isObject, objects, string, type Json } from './json'
import { picturesIn, unique } from './pictures'
import type { ReadContext, ReadProblem, Reader } from './reader'
import { resolve } from './address'

const escape = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;')

export const jsonFeed: Reader = {
  id: 'json-feed',
  label: 'JSON Feed',
  sniff: (head) =>
    /^\s*\{/.test(head) ? (/jsonfeed\.org/.test(head) ? 1 : /"items"\s*:/.test(head) ? 0.7 : 0.2) : 0,
  read(text, context) {
    const problems: ReadProblem[] = []
    const root = parse(text, problems)
    if (root && !Array.isArray(root.items))
      problems.push({
        where: 'the whole document',
        what: 'there is no list of items',
        done: 'nothing could be read',
      })
    const entries = Array.isArray(root?.items) ? root.items : []
    const items = entries.flatMap((entry, at) => {
      if (isObject(entry)) return [readEntry(entry, at, root!, context, problems)]
      problems.push({ where: `entry ${at + 1}`, what: 'it is not an object', done: 'it was left out' })
      return []
    })
    return {
      feed: {
        title: string(root?.title),
        description: string(root?.description),
        url: resolve(string(root?.home_page_url), context.url),
        language: string(root?.language),
        image: resolve(string(root?.icon), context.url),
        ...hubOf(root, context.url),
      },
      items,
      problems,
    }
  },
  example:
    '{"version":"https://jsonfeed.org/version/1.1","title":"Kiln notes","items":[{"id":"1","url":"https://kiln.example/1","title":"First firing","content_text":"Hot."}]}',
}

function hubOf(root: Json | undefined, base: string | undefined) {
  const hub = objects(root?.hubs).find((one) => /^websub$/i.test(string(one.type) ?? ''))
  const url = resolve(string(hub?.url), base)
  return url ? { hub: url, self: resolve(string(root?.feed_url), base) } : {}
}

function parse(text: string, problems: ReadProblem[]): Json | undefined {
  try {
    const value: unknown = JSON.parse(text)
    if (isObject(value)) return value
    problems.push({
      where: 'the whole document',
      what: 'it is JSON, but not an object',
      done: 'nothing could be read',
    })
  } catch (error) {
    problems.push({
      where: 'the whole document',
      what: `it is not valid JSON (${error instanceof Error ? error.message : 'unreadable'})`,
      done: 'nothing could be read',
    })
  }
  return undefined
}

function readEntry(
  entry: Json,
  at: number,
  root: Json,
  context: ReadContext,
  problems: ReadProblem[],
): ReadItem {
  const url = resolve(string(entry.url) ?? string(entry.external_url), context.url)
  const plain = string(entry.content_text)
  const html =
    string(entry.content_html) ??
    (plain
      ? `<p>${escape(plain)
          .replace(/\n{2,}/g, '</p><p>')
          .replace(/\n/g, '<br>')}</p>`
      : undefined)
  const author = [
    ...objects(entry.authors),
    ...objects(entry.author),
    ...objects(root.authors),
    ...objects(root.author),
  ].find((one) => string(one.name))
  const date = (name: string) => {
    const written = string(entry[name])
    const read = written ? readDate(written) : undefined
    if (written && !read)
      problems.push({
        where: `entry ${at + 1}, ${name}`,
        what: `“${written.slice(0, 60)}” cannot be understood as a date`,
        done: 'the entry has no such date',
      })
    return read
  }
  if (entry.url !== undefined && !url)
    problems.push({
      where: `entry ${at + 1}, url`,
      what: `“${String(entry.url).slice(0, 80)}” is no web address`,
      done: 'the entry has no link',
    })
  return {
    type: 'Article',
    guid: string(entry.id),
    url,
    name: textOf(string(entry.title) ?? ''),
    summary: string(entry.summary) ? escape(string(entry.summary)!) : undefined,
    html,
    image: pictures(entry, html, url ?? context.url),
    author: author
      ? { name: oneLine(string(author.name)!), url: resolve(string(author.url), context.url) }
      : undefined,
    datePublished: date('date_published'),
    dateModified: date('date_modified'),
    keywords: Array.isArray(entry.tags) ? entry.tags.flatMap((tag) => string(tag) ?? []) : [],
    inLanguage: string(entry.language) ?? string(root.language),
  }
}

function pictures(entry: Json, html: string | undefined, base: string | undefined): ReadPicture[] {
  const named = [string(entry.image), string(entry.banner_image)]
  const attached = objects(entry.attachments)
    .filter((one) => string(one.mime_type)?.startsWith('image/'))
    .map((one) => string(one.url))
  const addresses = [...named, ...attached].flatMap((address) => resolve(address, base) ?? [])
  return unique([...addresses.map((url) => ({ url })), ...picturesIn(html ?? '', base)])
}
