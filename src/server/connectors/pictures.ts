/** Lumenfold, a network for pictures and posts: posts by, about, liked, by topic, by words, of a kept group; collections; who follows. */
import * as z from 'zod'
import { webAddress } from '@/core/items/facts'
import type { ReadItem } from '@/core/items/item'
import type { Access, Connector, Showable } from './connector'

const lists = z.object({
  me: z.string(),
  accounts: z.array(z.string()),
  topics: z.array(z.string()),
  groups: z.array(z.string()),
  collections: z.array(z.string()),
})
const posts = z.object({
  total: z.int(),
  next: z.string().nullable(),
  posts: z.array(
    z.object({
      id: z.string(),
      link: webAddress,
      words: z.string(),
      account: z.string(),
      picture: webAddress.nullable(),
      picture_size: z.tuple([z.number(), z.number()]).optional(),
      when: z.iso.datetime(),
      hearts: z.int(),
      marks: z.array(z.string()),
      answer_to: z.string().nullable(),
      first_by: z.string().nullable(),
      keep: webAddress.optional(),
      audience: z.string(),
    }),
  ),
})
const about = z.object({
  account: z.string(),
  name: z.string(),
  about: z.string(),
  picture: webAddress,
  link: webAddress,
  followers: z.int().min(0),
})
const followers = z.object({
  people: z.array(z.object({ account: z.string(), name: z.string(), picture: webAddress, link: webAddress })),
})

export const pictures: Connector = {
  id: 'pictures',
  label: 'Lumenfold',
  hint: 'Pictures and posts of an account',
  signIn: 'oauth',
  oauth: { authorize: '/authorize', token: '/token', revoke: '/revoke', clientId: 'yimble', scope: 'read' },
  async list(access, search) {
    const { me, accounts, topics, groups, collections } = await access.json('/api/showable', lists)
    const words = search.name.trim()
    const all: Showable[] = [
      { key: `by=${me}`, label: `Posts by ${me}`, hint: 'The account that signed in', group: 'This account' },
      {
        key: `page=${me}`,
        label: `The page of ${me}`,
        hint: 'Who it is, who follows, and its posts',
        group: 'This account',
      },
      { key: `about=${me}`, label: `Posts that name ${me}`, hint: '', group: 'This account' },
      { key: `liked=${me}`, label: `Posts that ${me} liked`, hint: '', group: 'This account' },
      {
        key: `followers=${me}`,
        label: `Who follows ${me}`,
        hint: 'People, with their pictures',
        group: 'This account',
      },
      ...collections.map((one) => ({
        key: `collection=${one}`,
        label: `Collection ${one.split('/')[1] ?? one}`,
        hint: '',
        group: 'Collections',
      })),
      ...groups.map((one) => ({
        key: `group=${one}`,
        label: `Posts of the group “${one}”`,
        hint: 'Accounts that are kept together over there',
        group: 'Kept groups',
      })),
      ...topics.map((one) => ({
        key: `topic=${one}`,
        label: `Posts about #${one}`,
        hint: '',
        group: 'Topics',
      })),
      ...accounts
        .filter((one) => one !== me)
        .map((one) => ({ key: `by=${one}`, label: `Posts by ${one}`, hint: '', group: 'Other accounts' })),
    ]
    const found = words ? all.filter((one) => one.label.toLowerCase().includes(words.toLowerCase())) : all
    return {
      account: me,
      showable: words
        ? [
            { key: `words=${words}`, label: `Posts with “${words}” in them`, hint: '', group: 'Words' },
            ...found,
          ]
        : found,
    }
  },
  async page(access, key, cursor) {
    const at = key.indexOf('=')
    const [kind, value] = [key.slice(0, at), key.slice(at + 1)]
    if (kind === 'followers') {
      const { people } = await access.json(`/api/followers?of=${encodeURIComponent(value)}`, followers)
      return {
        items: people.map((one): ReadItem => ({
          type: 'Person',
          guid: one.account,
          name: one.name,
          url: one.link,
          image: [{ url: one.picture, caption: one.name }],
          keywords: [],
        })),
        total: people.length,
        next: undefined,
      }
    }
    // A page tells of itself before its first posts.
    const isPage = kind === 'page'
    const page = isPage && !cursor ? [await pageItem(access, value)] : []
    const answer = await access.json(
      `/api/posts?${isPage ? 'by' : kind}=${encodeURIComponent(value)}${cursor ? `&cursor=${encodeURIComponent(cursor)}` : ''}`,
      posts,
    )
    return {
      total: answer.total,
      next: answer.next ?? undefined,
      items: [
        ...page,
        ...answer.posts.map((post): ReadItem => ({
          type: 'SocialMediaPosting',
          guid: post.id,
          url: post.link,
          name: '',
          text: post.words,
          author: { name: post.account },
          image: post.picture
            ? [{ url: post.picture, width: post.picture_size?.[0], height: post.picture_size?.[1] }]
            : [],
          datePublished: post.when,
          keywords: post.marks,
          likes: post.hearts,
          inReplyTo: post.answer_to ?? undefined,
          sharedFrom: post.first_by ?? undefined,
          keepUrl: post.keep,
          ...(post.audience === 'everyone'
            ? {}
            : { visibility: 'private' as const, hiddenBecause: `the post is for ${post.audience} only` }),
        })),
      ],
    }
  },
}

/** The account itself, with some of those who follow it among its pictures. */
async function pageItem(access: Access, account: string): Promise<ReadItem> {
  const of = encodeURIComponent(account)
  const self = await access.json(`/api/account?of=${of}`, about)
  const { people } = await access.json(`/api/followers?of=${of}`, followers)
  const picture = (url: string, caption: string) => ({ url, caption })
  return {
    type: 'Person',
    guid: `page ${self.account}`,
    name: self.name,
    text: self.about,
    url: self.link,
    image: [
      picture(self.picture, self.name),
      ...people.slice(0, 6).map((one) => picture(one.picture, one.name)),
    ],
    keywords: [],
    isPage: true,
    followers: self.followers,
  }
}
