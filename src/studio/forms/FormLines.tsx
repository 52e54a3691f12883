'use client'
/** The questions and the heads of pages in their order. They are moved by dragging, or by Alt and the arrow keys. */
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
  type CollisionDetection,
} from '@dnd-kit/core'
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import { GripVertical } from 'lucide-react'
import type { KeyboardEvent } from 'react'
import { changePage, linesOf, moveLine, removeLine, type Line } from '@/core/forms/edit'
import type { Form } from '@/core/forms/form'
import { Button } from '../parts/Button'
import { TextField } from '../parts/TextField'
import { QuestionSettings } from './QuestionSettings'
import { typeLabels } from './types'

export interface FormLinesProps {
  readonly form: Form
  /** Id of the line that is open. */
  readonly at: string | undefined
  readonly faulty: string | undefined
  readonly onAt: (id: string | undefined) => void
  readonly onChange: (form: Form, of?: string) => void
}

/** An open line is high: where it is held counts, not where its middle is. By keys there is no pointer. */
const atPointer: CollisionDetection = (moved) => {
  const under = pointerWithin(moved)
  return under.length > 0 ? under : closestCenter(moved)
}

export function FormLines(props: FormLinesProps) {
  const { form, onChange } = props
  const lines = linesOf(form)
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  )
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={atPointer}
      onDragEnd={({ active, over }) => {
        if (over && active.id !== over.id)
          onChange(
            moveLine(
              form,
              String(active.id),
              lines.findIndex(({ id }) => id === over.id),
            ),
          )
      }}
    >
      <SortableContext items={lines.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
        <ol aria-label="Questions" className="flex flex-col">
          {lines.map((line, place) => (
            <LineRow key={line.id} {...props} line={line} place={place} />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  )
}

const calledOf = ({ page, entry }: Line, form: Form): string =>
  page
    ? page.title || `Page ${form.pages.findIndex(({ id }) => id === page.id) + 1}`
    : entry.type === 'text'
      ? entry.words
      : entry.label || 'A question without words'

function LineRow({
  form,
  at,
  faulty,
  onAt,
  onChange,
  line,
  place,
}: FormLinesProps & { line: Line; place: number }) {
  const { id, page, entry } = line
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id })
  const isOpen = at === id
  const called = calledOf(line, form)
  const byKeys = (event: KeyboardEvent) => {
    const by = event.altKey ? { ArrowUp: -1, ArrowDown: 1 }[event.key] : undefined
    if (!by) return
    event.preventDefault()
    onChange(moveLine(form, id, place + by))
  }
  // One page alone needs no head.
  if (page && form.pages.length === 1) return <li ref={setNodeRef} className="hidden" />
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`border-b border-hair bg-chalk ${isDragging ? 'relative z-10 shadow-lg' : ''} ${page ? 'mt-3' : ''}`}
    >
      <div className="flex items-center gap-1">
        <button
          type="button"
          {...attributes}
          {...listeners}
          aria-label={`Move ${called}`}
          className="grid size-8 shrink-0 cursor-grab touch-none place-items-center rounded text-faint hover:bg-wash"
        >
          <GripVertical aria-hidden className="size-4" />
        </button>
        <button
          type="button"
          aria-expanded={isOpen}
          aria-keyshortcuts="Alt+ArrowUp Alt+ArrowDown"
          onClick={() => onAt(isOpen ? undefined : id)}
          onKeyDown={byKeys}
          className={`flex min-w-0 flex-1 items-baseline gap-2 rounded px-1.5 py-2 text-left hover:bg-wash ${faulty === id ? 'text-brick' : ''}`}
        >
          <span
            className={`min-w-0 flex-1 truncate ${page ? 'font-display text-[15px] font-semibold' : 'font-medium'}`}
          >
            {called}
          </span>
          <span className="shrink-0 text-[12px] text-faint">
            {page ? 'Page' : typeLabels[entry.type]}
            {entry?.when && ', at times'}
          </span>
        </button>
      </div>
      {isOpen && (
        <div className="flex flex-col gap-3 px-2 pt-1 pb-4 pl-9">
          {page ? (
            <TextField
              label="Title of the page"
              value={page.title}
              maxLength={120}
              placeholder="No title"
              onChange={(event) => onChange(changePage(form, id, event.target.value), `${id} title`)}
            />
          ) : (
            <QuestionSettings form={form} entry={entry} onChange={onChange} />
          )}
          <Button
            small
            look="grave"
            className="self-start"
            onClick={() => {
              onChange(removeLine(form, id))
              onAt(undefined)
            }}
          >
            {page ? 'Remove the page, keep its questions' : 'Remove'}
          </Button>
        </div>
      )}
    </li>
  )
}
