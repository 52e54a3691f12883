/** The folders of the inbox, and what sorting into them means. */
import type { SubmissionShape } from '@/core/api/shapes'

export type FolderId = SubmissionShape['state'] | 'junk'
export interface Sorting {
  readonly state?: SubmissionShape['state']
  readonly isJunk?: boolean
}

export const folders: readonly { readonly id: FolderId; readonly label: string; readonly empty: string }[] = [
  { id: 'new', label: 'New', empty: 'Nothing new. What visitors send turns up here by itself.' },
  { id: 'open', label: 'Open', empty: 'Nothing is open: nobody has anything in hand.' },
  { id: 'waiting', label: 'Waiting', empty: 'Nothing waits for somebody else.' },
  { id: 'done', label: 'Done', empty: 'Nothing is done yet.' },
  { id: 'junk', label: 'Junk', empty: 'No junk. What looks like it comes here, with the reason.' },
]

export const folderOf = ({ state, junk }: SubmissionShape): FolderId => (junk === null ? state : 'junk')

/** What can be done with one, by its key. */
export const sortings: readonly {
  readonly key: string
  readonly label: string
  readonly sorting: Sorting
  isFor(submission: SubmissionShape): boolean
}[] = [
  {
    key: 'e',
    label: 'Done',
    sorting: { state: 'done' },
    isFor: ({ state, junk }) => state !== 'done' && junk === null,
  },
  {
    key: 'o',
    label: 'Open',
    sorting: { state: 'open' },
    isFor: ({ state, junk }) => state !== 'open' && junk === null,
  },
  {
    key: 'w',
    label: 'Waiting',
    sorting: { state: 'waiting' },
    isFor: ({ state, junk }) => state !== 'waiting' && junk === null,
  },
  {
    key: 'n',
    label: 'New again',
    sorting: { state: 'new' },
    isFor: ({ state, junk }) => state !== 'new' && junk === null,
  },
  { key: '!', label: 'Junk', sorting: { isJunk: true }, isFor: ({ junk }) => junk === null },
  { key: '!', label: 'No junk', sorting: { isJunk: false }, isFor: ({ junk }) => junk !== null },
]
