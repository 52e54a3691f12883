'use client'
/** Rules as a tree: each must hold; a group asks for any of several. One row a rule, in words. */
import { Plus, X } from 'lucide-react'
import { useState } from 'react'
import { ruleInWords } from '@/core/rules/inWords'
import type { Node } from '@/core/rules/rules'
import { noRules, type RuleTree } from '@/core/rules/tree'
import { Button } from '../../parts/Button'
import { inputClass } from '../../parts/TextField'
import type { ControlProps } from './control'
import { NearRow } from './NearRow'
import { Numbered } from './Numbered'
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
  { label: 'Near a place', start: { type: 'near', latitude: 0, longitude: 0, km: 25, of: '' } },
  { label: 'Town', start: { type: 'area', by: 'addressLocality', names: [] } },
  { label: 'Region', start: { type: 'area', by: 'addressRegion', names: [] } },
  { label: 'Postal area', start: { type: 'area', by: 'postalCode', names: [] } },
  { label: 'Lists and groups', start: { type: 'lists', names: [] } },
  { label: 'No replies', start: { type: 'not', of: { type: 'answer' } } },
  { label: 'No shared posts', start: { type: 'not', of: { type: 'shared' } } },
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

export function RulesControl({ id, leaf, describedBy, clientId, onChange }: ControlProps) {
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
      clientId={clientId}
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
  readonly clientId: string
}

function NodeList({ id, describedBy, nodes, onChange, label, place, clientId }: NodeListProps) {
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
              clientId={clientId}
              onChange={(next) => onChange(nodes.map((one, index) => (index === at ? next : one)))}
            />
          </div>
          {turnable.has(node.type === 'not' ? node.of.type : node.type) && (
            <button
              type="button"
              aria-pressed={node.type === 'not'}
              aria-label={`Exclude: ${ruleInWords(node.type === 'not' ? node.of : node)}`}
              onClick={() =>
                onChange(
                  nodes.map((one, index) =>
                    index === at ? (one.type === 'not' ? one.of : { type: 'not', of: one }) : one,
                  ),
                )
              }
              className={`h-7 shrink-0 rounded px-1.5 text-[12px] ${node.type === 'not' ? 'bg-marigold-wash font-semibold text-marigold' : 'text-faint hover:bg-wash'}`}
            >
              Exclude
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

function NodeRow({
  node,
  clientId,
  onChange,
}: {
  node: Node
  clientId: string
  onChange: (node: Node) => void
}) {
  switch (node.type) {
    case 'any':
    case 'all':
      return (
        <div className="flex flex-col gap-1">
          <p className="text-[13px] font-medium">
            {node.type === 'any' ? 'Any of these is enough' : 'All of these must hold'}
          </p>
          <NodeList
            clientId={clientId}
            nodes={node.of}
            onChange={(of) => onChange({ ...node, of })}
            label="Add to this group"
            place={node.type}
          />
        </div>
      )
    case 'not':
      return turnable.has(node.of.type) ? (
        <NodeRow node={node.of} clientId={clientId} onChange={(of) => onChange({ ...node, of })} />
      ) : (
        <Named
          label={
            node.of.type === 'answer'
              ? 'No replies'
              : node.of.type === 'shared'
                ? 'No posts shared from others'
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
      return <NearRow node={node} clientId={clientId} onChange={onChange} />
  }
}

const Named = ({ label }: { label: string }) => <p className="py-1 text-[13px] font-medium">{label}</p>
