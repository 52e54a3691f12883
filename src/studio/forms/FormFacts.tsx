'use client'
/** What concerns the form as a whole: its name, how it is gone through, who gets a mail, where it stands. */
import Link from 'next/link'
import { useState } from 'react'
import { toast } from 'sonner'
import type { FormShape } from '@/core/api/shapes'
import { isAddressLike } from '@/core/forms/addressLike'
import type { Form } from '@/core/forms/form'
import { api, sentenceOf } from '../api'
import { inputClass, TextField } from '../parts/TextField'
import { FormReleases } from './FormReleases'
import { PostsTo } from './PostsTo'

export interface FormFactsProps {
  readonly record: FormShape
  readonly form: Form
  readonly onChange: (form: Form, of: string) => void
  readonly onRecord: (record: FormShape) => void
}

export function FormFacts({ record, form, onChange, onRecord }: FormFactsProps) {
  const [name, setName] = useState(record.name)
  const [mails, setMails] = useState(form.mailTo.join(', '))
  const [wrong, setWrong] = useState<string>()

  async function rename() {
    const next = name.trim()
    if (next === '' || next === record.name) return setName(record.name)
    try {
      const { name: named } = await api<FormShape>('PATCH', `/forms/${record.id}`, { name: next })
      onRecord({ ...record, name: named })
    } catch (error) {
      toast.error(sentenceOf(error))
      setName(record.name)
    }
  }
  const typeMails = (text: string) => {
    setMails(text)
    const list = text.split(/[\s,;]+/).filter(Boolean)
    const bad = list.find((one) => !isAddressLike(one))
    setWrong(bad ? `“${bad}” is no e-mail address.` : undefined)
    if (!bad) onChange({ ...form, mailTo: list.slice(0, 10) }, 'mailTo')
  }
  return (
    <section aria-labelledby="form-facts" className="mt-4 flex flex-col gap-3">
      <h2 id="form-facts" className="text-lg">
        The form
      </h2>
      <TextField
        label="Name"
        value={name}
        maxLength={120}
        onChange={(event) => setName(event.target.value)}
        onBlur={() => void rename()}
        hint="For you; visitors read the widget’s heading"
      />
      <label className="flex flex-col gap-1 font-medium">
        Visitors go through it
        <select
          value={form.flow}
          onChange={(event) => onChange({ ...form, flow: event.target.value as Form['flow'] }, '')}
          className={inputClass}
        >
          <option value="pages">{form.pages.length > 1 ? 'Page by page' : 'All questions at once'}</option>
          <option value="each">One question after the other</option>
        </select>
      </label>
      <TextField
        label="Who gets a mail"
        value={mails}
        placeholder="desk@client.example"
        onChange={(event) => typeMails(event.target.value)}
        error={wrong}
        hint="Several with commas. Answers also arrive in the inbox"
      />
      <PostsTo form={form} clientId={record.clientId} onChange={(next) => onChange(next, '')} />
      <p className="text-[13px] text-faint">
        {record.widgets.length === 0 ? (
          'No widget has it yet. Choose it under Gather.'
        ) : (
          <>
            Stands in{' '}
            {record.widgets.map(({ id, name: called }, at) => (
              <span key={id}>
                {at > 0 && ', '}
                <Link href={`/widgets/${id}`} className="underline">
                  {called}
                </Link>
              </span>
            ))}
            . A change reaches them when you publish it; nothing has to be pasted.
          </>
        )}
      </p>
      <FormReleases record={record} onTake={(taken) => onChange(taken, '')} />
    </section>
  )
}
