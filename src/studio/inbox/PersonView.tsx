'use client'
/** Finds what is kept of a person by their address, hands it over as a file, and deletes it. */
import Link from 'next/link'
import { useState, type FormEvent } from 'react'
import { toast } from 'sonner'
import type { ForgottenShape, PersonShape } from '@/core/api/shapes'
import { api, sentenceOf } from '../api'
import { useAct } from '../clients/useAct'
import { Button } from '../parts/Button'
import { Dialog } from '../parts/Dialog'
import { DayAndTime } from '../parts/Local'
import { Notice } from '../parts/Notice'
import { ForEditors } from '../parts/Role'
import { saveFile } from '../parts/saveFile'
import { TextField } from '../parts/TextField'
import { TopLine } from '../parts/TopLine'
import { titleOf } from './InboxList'

const many = (count: number, one: string) => `${count} ${count === 1 ? one : `${one}s`}`

const inWords = ({ submissions, subscriptions }: PersonShape) =>
  [
    submissions.length > 0 ? many(submissions.length, 'submission') : '',
    subscriptions.length > 0 ? `${many(subscriptions.length, 'place')} on lists` : '',
  ]
    .filter(Boolean)
    .join(' and ')

export function PersonView() {
  const [email, setEmail] = useState('')
  const [person, setPerson] = useState<PersonShape>()
  const [fault, setFault] = useState<string>()
  const [isAsking, setIsAsking] = useState(false)
  const { busy, act } = useAct()

  async function find(event: FormEvent) {
    event.preventDefault()
    setFault(undefined)
    try {
      setPerson(await api<PersonShape>('POST', '/people/find', { email }))
    } catch (error) {
      setPerson(undefined)
      setFault(sentenceOf(error))
    }
  }
  const forget = () =>
    act(async () => {
      const gone = await api<ForgottenShape>('POST', '/people/forget', { email: person!.email })
      toast(
        `Deleted: ${many(gone.submissions, 'submission')}, ${many(gone.subscriptions, 'place')} on lists.${
          gone.elsewhere.length > 0
            ? ` ${gone.elsewhere.join(', ')} was told of them, too: have them deleted there.`
            : ''
        }`,
      )
      setPerson(await api<PersonShape>('POST', '/people/find', { email: person!.email }))
      setIsAsking(false)
    })
  return (
    <>
      <TopLine crumbs={[{ label: 'Inbox', href: '/inbox' }, { label: 'A person’s data' }]} />
      <main className="mx-auto flex max-w-3xl flex-col gap-6 px-4 py-8 sm:px-6">
        <div>
          <h1 className="text-3xl">A person’s data</h1>
          <p className="mt-1 text-faint">
            What they sent to any client of the agency, and the lists that they are on, by their address.
          </p>
        </div>
        <form onSubmit={(event) => void find(event)} className="flex flex-wrap items-end gap-2">
          <div className="min-w-60 flex-1">
            <TextField
              label="E-mail address"
              type="email"
              required
              value={email}
              onChange={(event) => setEmail(event.target.value)}
              error={fault}
            />
          </div>
          <Button type="submit" look="main">
            Find
          </Button>
        </form>
        {person && (
          <section aria-live="polite" className="flex flex-col gap-4">
            <p>
              {person.submissions.length + person.subscriptions.length === 0
                ? `Nothing is kept of ${person.email}.`
                : `Of ${person.email} there is ${inWords(person)}.`}
            </p>
            <ul className="divide-y divide-hair border-y border-hair empty:hidden">
              {person.submissions.map((one) => (
                <li key={one.id}>
                  <Link href={`/inbox?at=${one.id}`} className="block px-1 py-2.5 hover:bg-wash">
                    <span className="font-medium break-words">{titleOf(one)}</span>
                    <span className="block text-[13px] text-faint">
                      {one.widgetName}, {one.clientName}, <DayAndTime iso={one.sentAt} />
                    </span>
                  </Link>
                </li>
              ))}
              {person.subscriptions.map(({ list, clientName, state, askedAt }) => (
                <li key={clientName + list} className="px-1 py-2.5">
                  <span className="font-medium">{list}</span>
                  <span className="block text-[13px] text-faint">
                    List of {clientName},{' '}
                    {{ asked: 'not confirmed', confirmed: 'on it', left: 'has left' }[state]}, since{' '}
                    <DayAndTime iso={askedAt} />
                  </span>
                </li>
              ))}
            </ul>
            {person.submissions.length + person.subscriptions.length > 0 && (
              <div className="flex flex-wrap gap-2">
                <Button
                  onClick={() => saveFile('person.json', JSON.stringify(person, null, 2), 'application/json')}
                >
                  Hand it over as a file
                </Button>
                <ForEditors>
                  <Button look="grave" onClick={() => setIsAsking(true)}>
                    Delete all of it …
                  </Button>
                </ForEditors>
              </div>
            )}
            <Dialog
              open={isAsking}
              onClose={() => setIsAsking(false)}
              title={`Delete what is kept of ${person.email}?`}
            >
              <Notice tone="broken">
                This cannot be undone. Files and conversations go with it. Mails that were sent already lie
                with whoever got them.
              </Notice>
              <div className="flex flex-wrap gap-2">
                <Button look="grave" busy={busy} onClick={() => void forget()}>
                  Delete for good
                </Button>
                <Button onClick={() => setIsAsking(false)}>Keep it</Button>
              </div>
            </Dialog>
          </section>
        )}
      </main>
    </>
  )
}
