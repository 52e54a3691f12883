'use client'
/** The limits of an answer, by its kind. */
import { useState } from 'react'
import { fileKinds } from '@/core/forms/files'
import type { Question } from '@/core/forms/form'
import { inputClass, TextField } from '../parts/TextField'
import { Tick } from './Tick'

export interface LimitsProps {
  readonly question: Question
  readonly onChange: (change: object, field?: string) => void
}

const kindLabels = {
  picture: 'Pictures',
  document: 'Documents: PDF, text, office files',
  sound: 'Sound',
  video: 'Video',
} as const

/** Empty is no bound. */
const numberIn = (text: string): number | null =>
  text.trim() === '' || Number.isNaN(Number(text)) ? null : Number(text)

export function Limits({ question, onChange }: LimitsProps) {
  const line = (label: string, field: string, value: string | number | null, hint?: string) => (
    <TextField
      label={label}
      value={value ?? ''}
      hint={hint}
      onChange={(event) => onChange({ [field]: event.target.value }, field)}
    />
  )
  const count = (label: string, field: string, value: number | null, least: number, most: number) => (
    <TextField
      label={label}
      type="number"
      min={least}
      max={most}
      value={value ?? ''}
      onChange={(event) => {
        const number = numberIn(event.target.value)
        onChange({ [field]: number === null ? null : Math.min(most, Math.max(least, number)) }, field)
      }}
    />
  )
  switch (question.type) {
    case 'short':
      return (
        <>
          {line(
            'Written like',
            'like',
            question.like,
            'An answer that fits, such as QM1 2AB: letters for letters, digits for digits',
          )}
          {count('Letters at most', 'most', question.most, 1, 500)}
        </>
      )
    case 'long':
      return (
        <div className="grid grid-cols-2 gap-3">
          {count('Lines', 'lines', question.lines, 2, 12)}
          {count('Letters at most', 'most', question.most, 1, 5000)}
        </div>
      )
    case 'one':
    case 'several':
    case 'list':
      return (
        <>
          <Choices
            key={question.id}
            options={question.options}
            onChange={(options) => onChange({ options }, 'options')}
          />
          {question.type === 'several' && count('At most', 'atMost', question.atMost, 1, 100)}
        </>
      )
    case 'number':
      return (
        <>
          <div className="grid grid-cols-2 gap-3">
            {count('At least', 'least', question.least, -1e12, 1e12)}
            {count('At most', 'greatest', question.greatest, -1e12, 1e12)}
          </div>
          <Tick
            label="A whole number"
            isOn={question.isWhole}
            onChange={(isWhole) => onChange({ isWhole })}
          />
        </>
      )
    case 'date':
      return (
        <div className="grid grid-cols-2 gap-3">
          <Day label="Not before" value={question.earliest} onChange={(earliest) => onChange({ earliest })} />
          <Day label="Not after" value={question.latest} onChange={(latest) => onChange({ latest })} />
        </div>
      )
    case 'file':
      return (
        <>
          <div className="grid grid-cols-2 gap-3">
            {count('Files at most', 'atMost', question.atMost, 1, 10)}
            {count('MB each, at most', 'mostMb', question.mostMb, 1, 20)}
          </div>
          <fieldset className="flex flex-col gap-1">
            <legend className="font-medium">They may be</legend>
            {fileKinds.map((kind) => (
              <Tick
                key={kind}
                label={kindLabels[kind]}
                isOn={question.kinds.includes(kind)}
                onChange={(isOn) =>
                  onChange({
                    kinds: fileKinds.filter((one) => (one === kind ? isOn : question.kinds.includes(one))),
                  })
                }
              />
            ))}
          </fieldset>
          {question.kinds.includes('picture') && (
            <Tick
              label="They may take a picture of what they see, and mark it"
              isOn={question.fromScreen}
              onChange={(fromScreen) => onChange({ fromScreen })}
            />
          )}
        </>
      )
    case 'rating':
      return count('Stars', 'of', question.of, 3, 10)
    case 'hidden':
      return (
        <>
          <label className="flex flex-col gap-1 font-medium">
            It is
            <select
              value={question.from}
              onChange={(event) => onChange({ from: event.target.value })}
              className={inputClass}
            >
              <option value="title">the title of the page</option>
              <option value="parameter">a parameter of its address</option>
            </select>
          </label>
          {question.from === 'parameter' &&
            line('Parameter', 'parameter', question.parameter, 'Such as “ref” in ?ref=autumn')}
        </>
      )
    default:
      return null
  }
}

const choicesIn = (text: string) =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)

/** What is typed stays as it is; empty lines are no choices. */
function Choices({
  options,
  onChange,
}: {
  options: readonly string[]
  onChange: (options: string[]) => void
}) {
  const [text, setText] = useState(options.join('\n'))
  // Undone elsewhere: what is shown follows.
  const isElse = choicesIn(text).join('\n') !== options.join('\n')
  return (
    <TextField
      isLong
      label="Choices, one a line"
      value={isElse ? options.join('\n') : text}
      onChange={(event) => {
        setText(event.target.value)
        onChange(choicesIn(event.target.value).slice(0, 100))
      }}
    />
  )
}

function Day({ label, value, onChange }: { label: string; value: string; onChange: (day: string) => void }) {
  const kind = value === '' || value === 'today' ? value : 'day'
  return (
    <div className="flex flex-col gap-1">
      <label className="flex flex-col gap-1 font-medium">
        {label}
        <select
          value={kind}
          onChange={(event) =>
            onChange(
              event.target.value === 'day' ? new Date().toISOString().slice(0, 10) : event.target.value,
            )
          }
          className={inputClass}
        >
          <option value="">any day</option>
          <option value="today">today</option>
          <option value="day">a day</option>
        </select>
      </label>
      {kind === 'day' && (
        <input
          type="date"
          aria-label={`${label}: the day`}
          value={value}
          onChange={(event) => event.target.value && onChange(event.target.value)}
          className={inputClass}
        />
      )}
    </div>
  )
}
