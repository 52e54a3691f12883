'use client'
/** Rules as a tree: each must hold; a group asks for any of several. One row a rule, in words. */
import { Plus, X } from 'lucide-react'
import { useState } from 'react'
import { findPlace } from '@/core/geo/county'
import { ruleInWords } from '@/core/rules/inWords'
import type { Node } from '@/core/rules/rules'
import { noRules, type RuleTree } from '@/core/rules/tree'
import { Button } from '../../parts/Button'
import { inputClass } from '../../parts/TextField'
import type { ControlProps } from './control'
import { WordsInput } from './WordsInput'

/** What can be asked, as the menu says it, and how it begins. */
const kindsOfRule: readonly { readonly label: string; readonly start: Node }[] = [
  { label: 'Words in it', start: { type: 'words', mode: 'only', words: [] } },
  { label: 'Words not in it', start: { type: 'words', mode: 'without', words: [] } },
  { label: 'Tags', start: { type: 'tags', tags: [] } },
  { label: 'Who wrote it', start: { type: 'authors', names: [] } },
  { label: 'Last days', start: { type: 'age', days: 90 } },
  { label: 'Coming days', start: { type: 'next', days: 90 } },
  { label: 'Fixed dates', start: { type: 'dates', from: '', to: '' } },
  { label: 'Stars', start: { type: 'stars', least: 4, most: 5 } },
  { label: 'Price', start: { type: 'price', least: 0, most: 100 } },
  { label: 'Near a place', start: { type: 'near', latitude: 52.93, longitude: 1.03, km: 25, of: 'SM1' } },
  { label: 'Town', start: { type: 'area', by: 'addressLocality', names: [] } },
  { label: 'Region', start: { type: 'area', by: 'addressRegion', names: [] } },
  { label: 'Postal area', start: { type: 'area', by: 'postalCode', names: [] } },
  { label: 'Lists and groups', start: { type: 'lists', names: [] } },
  { label: 'No answers to others', start: { type: 'not', of: { type: 'answer' } } },
  { label: 'Nothing passed on', start: { type: 'not', of: { type: 'shared' } } },
  { label: 'With a picture', start: { type: 'picture' } },
  { label: 'Language', start: { type: 'language', languages: ['en'] } },
  { label: 'Any of several …', start: { type: 'any', of: [] } },
  { label: 'All of several …', start: { type: 'all', of: [] } },
]

/** Where rules stand: at the top all must hold already; in a group that asks for any, some can be put together. */
type Place = 'top' | 'any' | 'all'
const isOffered = ({ start }: (typeof kindsOfRule)[number], place: Place) =>
  start.type === 'any' ? place === 'top' : start.type === 'all' ? place === 'any' : true

/** What can be turned round; words and answers have a rule of their own for that. */
const turnable: ReadonlySet<Node['type']> = new Set<Node['type']>([
  'tags',
  'authors',
  'lists',
  'area',
  'near',
  'dates',
  'stars',
  'price',
  'picture',
  'language',
])

export function RulesControl({ id, leaf, describedBy, onChange }: ControlProps) {
  const tree = typeof leaf === 'object' && 'all' in leaf ? leaf : noRules
  const change = (all: readonly Node[]) => onChange({ v: 1, all } satisfies RuleTree)
  return (
    <NodeList
      id={id}
      describedBy={describedBy}
      nodes={tree.all}
      onChange={change}
      label="Add a rule"
      place="top"
    />
  )
}

interface NodeListProps {
  readonly id?: string
  readonly describedBy?: string
  readonly nodes: readonly Node[]
  readonly onChange: (nodes: readonly Node[]) => void
  readonly label: string
  readonly place: Place
}

function NodeList({ id, describedBy, nodes, onChange, label, place }: NodeListProps) {
  const [adding, setAdding] = useState('')
  const add = () => {
    const start = kindsOfRule.find((one) => one.label === adding)?.start
    if (start) onChange([...nodes, start])
    setAdding('')
  }
  return (
    <div className="flex flex-col gap-2">
      {nodes.map((node, at) => (
        <div key={at} className="flex items-start gap-1 border-l-2 border-edge pl-2">
          <div className="min-w-0 flex-1">
            <NodeRow
              node={node}
              onChange={(next) => onChange(nodes.map((one, index) => (index === at ? next : one)))}
            />
          </div>
          {turnable.has(node.type === 'not' ? node.of.type : node.type) && (
            <button
              type="button"
              aria-pressed={node.type === 'not'}
              aria-label={`Turn round: ${ruleInWords(node)}`}
              onClick={() =>
                onChange(
                  nodes.map((one, index) =>
                    index === at ? (one.type === 'not' ? one.of : { type: 'not', of: one }) : one,
                  ),
                )
              }
              className={`h-7 shrink-0 rounded px-1.5 text-[12px] ${node.type === 'not' ? 'bg-marigold-wash font-semibold text-marigold' : 'text-faint hover:bg-wash'}`}
            >
              {node.type === 'not' ? 'not these' : 'not'}
            </button>
          )}
          <button
            type="button"
            aria-label={`Take out: ${ruleInWords(node)}`}
            onClick={() => onChange(nodes.filter((_one, index) => index !== at))}
            className="grid size-7 shrink-0 place-items-center rounded hover:bg-wash"
          >
            <X aria-hidden className="size-4" />
          </button>
        </div>
      ))}
      <div className="flex gap-1">
        <select
          id={id}
          aria-label={label}
          aria-describedby={describedBy}
          value={adding}
          onChange={(event) => setAdding(event.target.value)}
          className={`${inputClass} min-w-0 flex-1`}
        >
          <option value="">{label} …</option>
          {kindsOfRule
            .filter((one) => isOffered(one, place))
            .map((one) => (
              <option key={one.label}>{one.label}</option>
            ))}
        </select>
        <Button small disabled={adding === ''} onClick={add} aria-label={`${label}: add`} className="h-8">
          <Plus aria-hidden className="size-4" />
          Add
        </Button>
      </div>
    </div>
  )
}

function NodeRow({ node, onChange }: { node: Node; onChange: (node: Node) => void }) {
  switch (node.type) {
    case 'any':
    case 'all':
      return (
        <div className="flex flex-col gap-1">
          <p className="text-[13px] font-medium">
            {node.type === 'any' ? 'Any of these is enough' : 'All of these must hold'}
          </p>
          <NodeList
            nodes={node.of}
            onChange={(of) => onChange({ ...node, of })}
            label="Add to this group"
            place={node.type}
          />
        </div>
      )
    case 'not':
      return turnable.has(node.of.type) ? (
        <NodeRow node={node.of} onChange={(of) => onChange({ ...node, of })} />
      ) : (
        <Named
          label={
            node.of.type === 'answer'
              ? 'No answers to others'
              : node.of.type === 'shared'
                ? 'Nothing passed on from others'
                : `Not: ${ruleInWords(node.of)}`
          }
        />
      )
    case 'answer':
    case 'shared':
    case 'picture':
      return <Named label={ruleInWords(node)} />
    case 'words':
      return (
        <WordsInput
          label={node.mode === 'only' ? 'Only with one of these words' : 'Nothing with these words'}
          words={node.words}
          onChange={(words) => onChange({ ...node, words })}
        />
      )
    case 'tags':
      return (
        <WordsInput
          label="Tagged with one of"
          words={node.tags}
          onChange={(tags) => onChange({ ...node, tags })}
        />
      )
    case 'authors':
      return (
        <WordsInput
          label="Written by one of"
          words={node.names}
          onChange={(names) => onChange({ ...node, names })}
        />
      )
    case 'lists':
      return (
        <WordsInput
          label="From one of these lists"
          words={node.names}
          placeholder="List, or List / Group"
          onChange={(names) => onChange({ ...node, names })}
        />
      )
    case 'area':
      return (
        <WordsInput
          label={
            {
              addressLocality: 'In one of these towns',
              addressRegion: 'In one of these regions',
              postalCode: 'Postcodes that begin with',
            }[node.by]
          }
          words={node.names}
          onChange={(names) => onChange({ ...node, names })}
        />
      )
    case 'language':
      return (
        <WordsInput
          label="In one of these languages"
          words={node.languages}
          placeholder="en, cy"
          onChange={(languages) =>
            onChange({
              ...node,
              languages: languages.filter((one) => /^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8})*$/.test(one)),
            })
          }
        />
      )
    case 'age':
      return (
        <Numbered
          label="No older than"
          value={node.days}
          most={3650}
          unit="days"
          onChange={(days) => onChange({ ...node, days: Math.round(days) })}
        />
      )
    case 'next':
      return (
        <Numbered
          label="Within the next"
          value={node.days}
          most={3650}
          unit="days"
          onChange={(days) => onChange({ ...node, days: Math.round(days) })}
        />
      )
    case 'dates':
      return (
        <div className="flex flex-wrap gap-2">
          {(['from', 'to'] as const).map((end) => (
            <label key={end} className="flex items-center gap-1 text-[13px]">
              {end === 'from' ? 'From' : 'until'}
              <input
                type="date"
                value={node[end]}
                onChange={(event) => onChange({ ...node, [end]: event.target.value })}
                className={inputClass}
              />
            </label>
          ))}
        </div>
      )
    case 'stars':
      return (
        <div className="flex flex-wrap gap-x-3">
          <Numbered
            label="At least"
            value={node.least}
            most={5}
            unit="stars"
            onChange={(least) => onChange({ ...node, least })}
          />
          <Numbered
            label="at most"
            value={node.most}
            most={5}
            unit="stars"
            onChange={(most) => onChange({ ...node, most })}
          />
        </div>
      )
    case 'price':
      return (
        <div className="flex flex-wrap gap-x-3">
          <Numbered
            label="From"
            value={node.least}
            most={1e9}
            unit=""
            onChange={(least) => onChange({ ...node, least })}
          />
          <Numbered
            label="to"
            value={node.most}
            most={1e9}
            unit=""
            onChange={(most) => onChange({ ...node, most })}
          />
        </div>
      )
    case 'near':
      return <NearRow node={node} onChange={onChange} />
  }
}

const Named = ({ label }: { label: string }) => <p className="py-1 text-[13px] font-medium">{label}</p>

function Numbered({
  label,
  value,
  most,
  unit,
  onChange,
}: {
  label: string
  value: number
  most: number
  unit: string
  onChange: (value: number) => void
}) {
  const [typed, setTyped] = useState<string>()
  const number = Number(typed)
  const isWrong =
    typed !== undefined && (typed.trim() === '' || !Number.isFinite(number) || number < 0 || number > most)
  return (
    <label className="flex items-center gap-1.5 text-[13px]">
      {label}
      <input
        inputMode="decimal"
        value={typed ?? String(value)}
        aria-invalid={isWrong || undefined}
        onBlur={() => setTyped(isWrong ? typed : undefined)}
        onChange={(event) => {
          setTyped(event.target.value)
          const next = Number(event.target.value)
          if (event.target.value.trim() !== '' && next >= 0 && next <= most) onChange(next)
        }}
        className="h-7 w-16 rounded-md border border-edge bg-paper px-1.5 text-right aria-invalid:border-brick"
      />
      {unit}
      {isWrong && (
        <span role="alert" className="text-brick">
          0 to {most}, please
        </span>
      )}
    </label>
  )
}

function NearRow({
  node,
  onChange,
}: {
  node: Extract<Node, { type: 'near' }>
  onChange: (node: Node) => void
}) {
  const [written, setWritten] = useState(node.of)
  const [isUnknown, setUnknown] = useState(false)
  function place(text: string) {
    setWritten(text)
    const coordinates = /^\s*(-?\d+(?:\.\d+)?)\s*[,;]\s*(-?\d+(?:\.\d+)?)\s*$/.exec(text)
    const found = coordinates
      ? { latitude: Number(coordinates[1]), longitude: Number(coordinates[2]) }
      : findPlace(text)
    const isThere = found !== undefined && Math.abs(found.latitude) <= 90 && Math.abs(found.longitude) <= 180
    setUnknown(!isThere && text.trim() !== '')
    if (found && isThere)
      onChange({ ...node, latitude: found.latitude, longitude: found.longitude, of: text.trim() })
  }
  return (
    <div className="flex flex-col gap-1">
      <div className="flex flex-wrap items-center gap-x-2">
        <Numbered
          label="Within"
          value={node.km}
          most={20_000}
          unit="km"
          onChange={(km) => onChange({ ...node, km })}
        />
        <label className="flex min-w-0 flex-1 items-center gap-1.5 text-[13px]">
          of
          <input
            value={written}
            aria-invalid={isUnknown || undefined}
            onChange={(event) => place(event.target.value)}
            placeholder="SM4 2QT"
            className={`${inputClass} min-w-20 flex-1`}
          />
        </label>
      </div>
      {isUnknown && (
        <p role="alert" className="text-[12px] text-brick">
          That postcode or town is not known here. Coordinates work, too: 52.79, 1.08. Until then it stays at{' '}
          {node.of}.
        </p>
      )}
    </div>
  )
}
