/** The kind that presents an account or a page: its name, its followers, its news and a button to follow it. */
import { author } from '../facts/author'
import { day, likes, postPicture, shared, toPost } from '../facts/post'
import { row } from '../facts/row'
import { said } from '../facts/said'
import { bare } from '../layouts/bare'
import { column } from '../layouts/column'
import { list } from '../layouts/list'
import { showing } from '../showing'
import { heading } from '../strips/heading'
import { followButton, followers, who } from '../strips/page'
import { steps } from '../strips/steps'
import { exampleProfile } from './example'

export const profile = showing({
  id: 'profile',
  label: 'Profile',
  description: 'Who an account or a page is, a way to follow it, who follows it, and what is new there.',
  alsoCalled: ['page summary', 'follow us', 'followers', 'social page', 'about us', 'fans'],
  accepts: ['SocialMediaPosting', 'Article', 'Person'],
  card: { lead: [day], words: [shared, said, postPicture, row([author, likes, toPost])] },
  above: [heading],
  below: [steps],
  arranged: {
    strips: [who, followButton, followers],
    labels: {
      who: 'Who it is',
      follow: 'Button to follow',
      followers: 'Who follows',
      entries: 'What is new',
    },
    default: ['who', 'follow', 'followers', 'entries'],
  },
  layouts: [column, list, bare],
  called: { list: 'What is new', card: 'One post' },
  adjust: {
    'rules.tree': { default: { v: 1, all: [{ type: 'not', of: { type: 'answer' } }] } },
    'rules.limit': { default: 3, label: 'New posts, at most' },
    'post.picture': { default: 'small' },
    'said.lines': { default: '4' },
    'post.label': { default: '' },
  },
  startingPoints: [
    {
      id: 'column',
      label: 'Narrow column',
      hint: 'For a side column: what is new first, then who says it',
      settings: {
        'parts.order': ['entries', 'who', 'follow', 'followers'],
        'rules.limit': 1,
        'facts.day': false,
        'look.spacing': 16,
      },
    },
    {
      id: 'body',
      label: 'In the body',
      hint: 'For a wide page: who it is at one side, what is new at the other, more on demand',
      settings: {
        layout: 'list',
        'parts.beside': true,
        'rules.limit': 12,
        'steps.size': 3,
        'post.picture': 'large',
        'said.lines': '8',
        'look.spacing': 20,
      },
    },
    {
      id: 'card',
      label: 'Who we are',
      hint: 'For a footer or a contact page: no posts, only who it is and the way to follow',
      settings: { 'parts.order': ['who', 'followers', 'follow'], 'look.spacing': 16 },
    },
  ],
  example: exampleProfile,
})
