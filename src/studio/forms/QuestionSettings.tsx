'use client'
/** The settings of one question. */
import { changeEntry, retyped, type EntryType } from '@/core/forms/edit'
import type { Entry, Form, Question } from '@/core/forms/form'
import { inputClass, TextField } from '../parts/TextField'
import { AskedWhen } from './AskedWhen'
import { Limits } from './Limits'
import { Tick } from './Tick'
import { typeLabels, types } from './types'

export interface QuestionSettingsProps {
  readonly form: Form
  readonly entry: Entry
  /** @param of - names the field: typing on in it is one step back */
  readonly onChange: (form: Form, of?: string) => void
}

export function QuestionSettings({ form, entry, onChange }: QuestionSettingsProps) {
  const change = (change: object, field = '') =>
    onChange(changeEntry(form, entry.id, change), field && `${entry.id} ${field}`)
  return (
    <>
      {entry.type === 'text' ? (
        <TextField
          isLong
          label="Text"
          value={entry.words}
          maxLength={2000}
          onChange={(event) => change({ words: event.target.value }, 'words')}
        />
      ) : (
        <TextField
          label={entry.type === 'consent' ? 'What is agreed to' : 'Question'}
          value={entry.label}
          maxLength={300}
          onChange={(event) => change({ label: event.target.value }, 'label')}
        />
      )}
      <label className="flex flex-col gap-1 font-medium">
        Answer
        <select
          value={entry.type}
          onChange={(event) => onChange(retyped(form, entry.id, event.target.value as EntryType))}
          className={inputClass}
        >
          {types.map((type) => (
            <option key={type} value={type}>
              {typeLabels[type]}
            </option>
          ))}
        </select>
      </label>
      {entry.type !== 'text' && <OfQuestion question={entry} onChange={change} />}
      <AskedWhen form={form} entry={entry} onChange={(when) => change({ when })} />
    </>
  )
}

function OfQuestion({
  question,
  onChange,
}: {
  question: Question
  onChange: (change: object, field?: string) => void
}) {
  return (
    <>
      <Limits question={question} onChange={onChange} />
      {question.type !== 'hidden' && (
        <>
          <TextField
            label="Hint below it"
            value={question.hint}
            maxLength={400}
            placeholder="No hint"
            onChange={(event) => onChange({ hint: event.target.value }, 'hint')}
          />
          <Tick
            label="It has to be answered"
            isOn={question.isRequired}
            onChange={(isRequired) => onChange({ isRequired })}
          />
          <Tick
            label="Beside the next one, where there is room"
            isOn={question.isHalf}
            onChange={(isHalf) => onChange({ isHalf })}
          />
        </>
      )}
      <Tick
        label="It is about the person, not the matter"
        isOn={question.about === 'person'}
        onChange={(isPerson) => onChange({ about: isPerson ? 'person' : 'matter' })}
      />
    </>
  )
}
