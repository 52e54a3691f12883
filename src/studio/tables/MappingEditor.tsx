'use client'
/** What the columns of a table mean: a guess to begin with, each mended by hand, with the first rows in view. */
import { useMemo } from 'react'
import type { TableHeadShape } from '@/core/api/shapes'
import type { ItemType } from '@/core/items/item'
import { columnsOf, guessMapping, tableTypes } from '@/core/readers/tableMapping'
import { inputClass } from '../parts/TextField'

export type MappingValue = TableHeadShape['mapping']

export interface MappingEditorProps {
  readonly headings: readonly string[]
  readonly rows: readonly (readonly string[])[]
  readonly mapping: MappingValue
  readonly onChange: (mapping: MappingValue) => void
}

export function MappingEditor({ headings, rows, mapping, onChange }: MappingEditorProps) {
  const usable = useMemo(() => columnsOf(mapping.type), [mapping.type])
  const taken = new Set(mapping.columns)
  const left = headings.filter((_heading, at) => !mapping.columns[at])
  function retype(type: ItemType) {
    const guess = guessMapping(headings, rows)
    const fits = new Set(columnsOf(type).map((column) => column.id))
    onChange({
      type,
      columns: headings.map(
        (_heading, at) => [mapping.columns[at], guess.columns[at]].find((id) => id && fits.has(id)) ?? null,
      ),
    })
  }
  return (
    <div className="flex flex-col gap-3">
      <label className="flex items-center gap-2 whitespace-nowrap">
        Each row is one of
        <select
          value={mapping.type}
          onChange={(event) => retype(event.target.value as ItemType)}
          className={inputClass}
        >
          {tableTypes.map(({ type, label }) => (
            <option key={type} value={type}>
              {label}
            </option>
          ))}
        </select>
      </label>
      <div
        className="overflow-x-auto rounded-md border border-hair"
        tabIndex={0}
        role="region"
        aria-label="The first rows"
      >
        <table className="min-w-full border-collapse text-[13px]">
          <thead>
            <tr>
              {headings.map((heading, at) => (
                <th
                  key={at}
                  scope="col"
                  className="border-b border-hair bg-wash px-2 py-1.5 text-left align-bottom font-medium"
                >
                  <span className="block max-w-44 truncate">{heading || `Column ${at + 1}`}</span>
                </th>
              ))}
            </tr>
            <tr>
              {headings.map((heading, at) => (
                <td key={at} className="border-b border-hair px-1 py-1">
                  <select
                    aria-label={`What “${heading || `column ${at + 1}`}” means`}
                    value={mapping.columns[at] ?? ''}
                    onChange={(event) =>
                      onChange({
                        ...mapping,
                        columns: headings.map((_one, index) =>
                          index === at ? event.target.value || null : (mapping.columns[index] ?? null),
                        ),
                      })
                    }
                    className={`h-7 rounded-md border px-1 ${mapping.columns[at] ? 'border-spruce bg-paper' : 'border-edge bg-chalk text-faint'}`}
                  >
                    <option value="">Not taken</option>
                    {usable.map((column) => (
                      <option
                        key={column.id}
                        value={column.id}
                        disabled={taken.has(column.id) && mapping.columns[at] !== column.id}
                      >
                        {column.label}
                      </option>
                    ))}
                  </select>
                </td>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.slice(0, 6).map((row, index) => (
              <tr key={index}>
                {headings.map((_heading, at) => (
                  <td
                    key={at}
                    className={`max-w-44 truncate border-b border-hair px-2 py-1 ${mapping.columns[at] ? '' : 'text-faint'}`}
                  >
                    {row[at]}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {left.length > 0 && (
        <p className="text-[13px] text-faint">
          Not taken: {left.map((heading) => heading || 'a column without a heading').join(', ')}.
        </p>
      )}
      {!mapping.columns.some((id) => id === 'name' || id === 'familyName' || id === 'text') && (
        <p role="status" className="text-[13px] text-marigold">
          No column is the name yet: every row would be “Untitled”.
        </p>
      )}
    </div>
  )
}
