/** @jsxImportSource preact */
/** Help articles that fit what is typed, opened in place. Loaded with the first letter of the subject. */
import { createElement, type VNode } from 'preact'
import { useEffect, useRef, useState } from 'preact/hooks'
import type { TreeNode } from '../../core/items/tree'
import type { GivenBy } from '../actions'
import type { Door } from '../door'
import { signal } from '../signal'
import type { questionsActions } from './actions'
import type { IslandWord } from './words'

type Actions = typeof questionsActions
type Articles = GivenBy<typeof questionsActions.help>['articles']
type Article = GivenBy<typeof questionsActions.article>

export interface HelpProps {
  readonly typed: string
  readonly door: Pick<Door<Actions, IslandWord>, 'ask' | 'address' | 'typed' | 'words'>
}

/** ms without a key, until what fits is asked for. */
const restMs = 250
const leastLetters = 3

export function View({ typed, door }: HelpProps): VNode | null {
  const { words } = door
  const [fitting, setFitting] = useState<Articles>([])
  const [open, setOpen] = useState<{ readonly id: string; readonly article?: Article }>()
  const latestRef = useRef('')
  const asked = typed.trim()

  useEffect(() => {
    latestRef.current = asked
    if (asked.length < leastLetters) return setFitting([])
    const timer = setTimeout(async () => {
      const answer = await door.ask('help', { typed: asked })
      // What does not answer says nothing: the form works without it. An older answer comes too late.
      if (answer.ok && latestRef.current === asked) setFitting(answer.value.articles)
    }, restMs)
    return () => clearTimeout(timer)
  }, [asked])

  const toggle = async (id: string) => {
    if (open?.id === id) return setOpen(undefined)
    setOpen({ id })
    const answer = await door.ask('article', { id })
    if (!answer.ok) return setOpen((now) => (now?.id === id ? undefined : now))
    setOpen((now) => (now?.id === id ? { id, article: answer.value } : now))
    noteOpened(door, id)
  }
  if (fitting.length === 0) return null
  return (
    <div part="help">
      <p role="status">{words.helps}</p>
      <ul>
        {fitting.map(({ id, title, minutes }) => {
          const isOpen = open?.id === id
          return (
            <li key={id}>
              <button type="button" aria-expanded={isOpen} onClick={() => void toggle(id)}>
                <span>
                  {title.map((piece, at) => (at % 2 === 1 ? <mark key={at}>{piece}</mark> : piece))}
                </span>
                <small>{words.minutes.replace('{n}', String(minutes))}</small>
              </button>
              {isOpen && open.article && (
                <div part="article">
                  {open.article.body.map(drawn)}
                  {open.article.url && (
                    <p>
                      <a href={open.article.url} target="_blank" rel="noopener">
                        {words.ownPage}
                      </a>
                    </p>
                  )}
                </div>
              )}
            </li>
          )
        })}
      </ul>
    </div>
  )
}

/** Once a tab; what is sent afterwards says which they were. */
function noteOpened(door: HelpProps['door'], id: string): void {
  const typed = door.typed.get()
  const opened = JSON.parse(typed.opened ?? '[]') as string[]
  if (opened.includes(id)) return
  door.typed.set({ ...typed, opened: JSON.stringify([...opened, id].slice(-20)) })
  signal<Actions>(door, 'opened', { id })
}

/** Built element by element: no markup is parsed in the page. */
const drawn = (node: TreeNode): VNode | string => {
  if (typeof node === 'string') return node
  const { tag, href, inside } = node
  return createElement(tag, href ? { href, target: '_blank', rel: 'noopener' } : {}, ...inside.map(drawn))
}
