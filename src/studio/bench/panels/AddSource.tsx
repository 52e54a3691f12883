'use client'
/** An address becomes a source: paste, see what is there, add. A page that announces several feeds lets one be chosen. */
import { useState, type FormEvent } from 'react'
import type { ProbeShape, SourceShape } from '@/core/api/shapes'
import { api, ApiProblem, sentenceOf } from '../../api'
import { Button } from '../../parts/Button'
import { Notice } from '../../parts/Notice'
import { TextField } from '../../parts/TextField'

const isCode = (written: string) => /^\s*<\w/.test(written)
/** Names a code by its title and the time of pasting, since an upload replaces the file of the same name. */
function nameOfCode(code: string): string {
  const titled = new DOMParser().parseFromString(code, 'text/html').querySelector('[title]:not([title=""])')
  const title = titled?.getAttribute('title')?.trim().slice(0, 80)
  return `${title || 'Copied code'} ${new Date().toISOString().slice(0, 19).replace('T', ' ')}`
}

export function AddSource({
  clientId,
  onAdded,
  isFirst,
}: {
  clientId: string
  onAdded: (source: SourceShape) => void
  isFirst: boolean
}) {
  const [address, setAddress] = useState('')
  const [found, setFound] = useState<ProbeShape>()
  const [code, setCode] = useState<string>()
  const [fault, setFault] = useState<string>()
  const [existing, setExisting] = useState<string>()
  const [busy, setBusy] = useState<'reading' | 'adding'>()

  async function look(event?: FormEvent, written = address) {
    event?.preventDefault()
    if (written.trim() === '') return setFault('Paste the address of a feed first.')
    setBusy('reading')
    setFault(undefined)
    setExisting(undefined)
    setFound(undefined)
    if (isCode(written)) {
      setCode(nameOfCode(written))
      return setBusy(undefined)
    }
    try {
      setFound(await api<ProbeShape>('POST', '/probe', { address: written }))
    } catch (error) {
      setFault(sentenceOf(error))
    }
    setBusy(undefined)
  }

  /** Copied code has no address: it is kept as a file, and taken apart. */
  async function addCode(name: string) {
    setBusy('adding')
    setFault(undefined)
    try {
      const body = { name: `${name}.html`, text: address }
      onAdded(await api<SourceShape>('POST', `/clients/${clientId}/files`, body))
      setAddress('')
      setCode(undefined)
    } catch (error) {
      setFault(sentenceOf(error))
    }
    setBusy(undefined)
  }

  async function add(written: string) {
    setBusy('adding')
    setFault(undefined)
    try {
      onAdded(await api<SourceShape>('POST', `/clients/${clientId}/sources`, { address: written }))
      setAddress('')
      setFound(undefined)
    } catch (error) {
      if (error instanceof ApiProblem && error.details.code === 'source_exists')
        setExisting(String(error.details.facts.id))
      setFault(sentenceOf(error))
    }
    setBusy(undefined)
  }

  /** One after the other; what can't be added is said at the end, the rest is there. */
  async function addAll(addresses: readonly string[]) {
    setBusy('adding')
    setFault(undefined)
    const failed: string[] = []
    for (const one of addresses) {
      try {
        onAdded(await api<SourceShape>('POST', `/clients/${clientId}/sources`, { address: one }))
      } catch (error) {
        if (!(error instanceof ApiProblem && error.details.code === 'source_exists')) failed.push(one)
      }
    }
    if (failed.length > 0)
      setFault(
        `${failed.length} of ${addresses.length} could not be read: ${failed.slice(0, 3).join(', ')}${failed.length > 3 ? ' …' : ''}`,
      )
    else setFound(undefined)
    setBusy(undefined)
  }

  async function takeExisting(id: string) {
    onAdded(await api<SourceShape>('GET', `/sources/${id}`))
    setAddress('')
    setFound(undefined)
    setFault(undefined)
    setExisting(undefined)
  }

  const others = found?.announced.filter((feed) => feed.url !== found.address) ?? []
  return (
    <form onSubmit={(event) => void look(event)} className="flex flex-col gap-2" noValidate>
      <TextField
        label={isFirst ? 'Paste an address' : 'Add another address'}
        value={address}
        onChange={(event) => {
          setAddress(event.target.value)
          setFound(undefined)
          setCode(undefined)
        }}
        placeholder="example.org/feed.xml"
        inputMode="url"
        autoComplete="off"
        spellCheck={false}
        hint="A feed, a calendar, a table, a page, a film, an account like @name@host, or code that you copied somewhere. The site’s own address often works, too."
        error={fault}
      />
      {existing && <Button onClick={() => void takeExisting(existing)}>Use the one that is there</Button>}
      {!found && code === undefined && (
        <Button type="submit" look={isFirst ? 'main' : 'plain'} busy={busy === 'reading'}>
          {busy === 'reading' ? 'Reading …' : 'Check address'}
        </Button>
      )}
      {code !== undefined && (
        <div className="arrive flex flex-col gap-2 rounded-md border border-hair bg-paper p-3" role="status">
          <p className="font-medium">{code}</p>
          <p className="text-[13px] text-faint">
            Code that you copied. Frames, pictures, sound and films in it are taken; scripts are left out.
          </p>
          <Button look="main" busy={busy === 'adding'} onClick={() => void addCode(code)}>
            {busy === 'adding' ? 'Adding …' : 'Use this source'}
          </Button>
        </div>
      )}
      {found && (
        <div className="arrive flex flex-col gap-2 rounded-md border border-hair bg-paper p-3" role="status">
          {others.length > 0 && found.items > 0 && (
            <p className="text-[13px]">
              {found.format === 'activitystreams' ? (
                'The account shows more than its posts'
              ) : (
                <>
                  This page describes {found.items === 1 ? 'something' : `${found.items} things`} itself,
                  below.{' '}
                  {others.length === 1
                    ? 'It also announces a feed'
                    : `It also announces ${others.length} feeds`}
                </>
              )}
              :{' '}
              {others.slice(0, 5).map((feed) => (
                <Button
                  key={feed.url}
                  small
                  className="mr-1"
                  busy={busy === 'adding'}
                  onClick={() => void add(feed.url)}
                >
                  {feed.title}
                </Button>
              ))}
            </p>
          )}
          {found.announced.length > 0 && found.items === 0 ? (
            <>
              <p>
                {found.format === 'opml'
                  ? `A bundle of ${found.announced.length} feeds:`
                  : found.format === 'activitystreams'
                    ? 'An account. It shows:'
                    : `That is a web page. It announces ${found.announced.length === 1 ? 'a feed' : `${found.announced.length} feeds`}:`}
              </p>
              <ul className="flex flex-col gap-1">
                {found.announced.slice(0, found.format === 'opml' ? 100 : 8).map((feed) => (
                  <li key={feed.url} className="flex items-center justify-between gap-2">
                    <span className="min-w-0">
                      <b className="block truncate font-medium">{feed.title}</b>
                      <span className="block truncate font-mono text-[12px] text-faint">{feed.url}</span>
                    </span>
                    <Button small look="main" busy={busy === 'adding'} onClick={() => void add(feed.url)}>
                      Add
                    </Button>
                  </li>
                ))}
              </ul>
              {found.announced.length > 1 && found.format === 'opml' && (
                <Button
                  look="main"
                  busy={busy === 'adding'}
                  onClick={() => void addAll(found.announced.map((feed) => feed.url))}
                >
                  Add all {found.announced.length}
                </Button>
              )}
            </>
          ) : (
            <>
              <p className="font-medium">{found.title}</p>
              <p className="text-[13px] text-faint">
                {found.items} {found.items === 1 ? 'entry' : 'entries'} · {found.label}
                {found.mended ? ` · ${found.mended}` : ''}
              </p>
              <ul className="list-inside list-disc text-[13px]">
                {found.sample.slice(0, 3).map((one, at) => (
                  <li key={at} className="truncate">
                    {one.name}
                  </li>
                ))}
              </ul>
              {found.problems.length > 0 && (
                <Notice tone="look">
                  {found.problems.length} {found.problems.length === 1 ? 'thing is' : 'things are'} not right
                  in it: {found.problems[0]!.where}: {found.problems[0]!.what}; {found.problems[0]!.done}.
                </Notice>
              )}
              <Button look="main" busy={busy === 'adding'} onClick={() => void add(found.address)}>
                {busy === 'adding' ? 'Adding …' : 'Use this source'}
              </Button>
            </>
          )}
        </div>
      )}
    </form>
  )
}
